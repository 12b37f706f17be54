/**
 * `npm run soak`: what takes too long for `npm run check`, or a part of it: `npm run soak -- screens`. Each part prints its
 * count and seed; SOAK_SEED sets the seed.
 */
import { ensureBuild, run } from './lib.mjs';

const seed = process.env.SOAK_SEED ?? String(1 + (Date.now() % 1_000_000));
const vitest = (...files) => ['vitest', 'run', ...files];
const PARTS = {
  seeds: [
    'what the check looks at over few seeds, over many, and what it leaves out',
    vitest(),
    { SOAK_TIMES: '20' },
  ],
  runtime: [
    'random instruments, C against TypeScript',
    vitest('firmware/host/runtime'),
    { RUNTIME_INSTRUMENTS: '10000' },
  ],
  mpe: ['a million events of MPE', vitest('src/core/engine/voices/mpe'), { MPE_EVENTS: '1000000' }],
  modes: [
    'a hundred thousand messages of scenes, pads with jobs and inputs',
    vitest('src/core/engine/modes'),
    { MODE_EVENTS: '100000' },
  ],
  board: ['an hour of an emulated board', vitest('firmware/avr/board'), { BOARD_SECONDS: '3600' }],
  backup: [
    'two gigabytes of counts in one file, out and in',
    vitest('src/store/backup'),
    { BACKUP_SECONDS: '32000', SOAK_TIMES: '2' },
  ],
  screens: ['what the check leaves out of the screens', ['playwright', 'test', '--project', 'long'], {}],
  jobs: [
    'the main job by keys and by pointer, three sizes of screen; sixteen jobs by keys; storage, tabs, clock and versions; an hour of random keys and pointer',
    ['playwright', 'test', '--project', 'soak'],
    {},
  ],
};
const asked = process.argv.slice(2);
const parts = Object.keys(PARTS).filter((name) => asked.length === 0 || asked.includes(name));
const failed = parts.filter((name) => {
  const [what, command, env] = PARTS[name];
  console.log(`\n── ${name}: ${what}; seed ${seed}, ${JSON.stringify(env)}`);
  if (command[0] === 'playwright' && ensureBuild() !== 0) return true;
  return run('npx', command, { ...env, SOAK_SEED: seed }) !== 0;
});
const unknown = asked.filter((name) => !parts.includes(name));
if (unknown.length > 0)
  console.log(`\nno part: ${unknown.join(', ')}; there are ${Object.keys(PARTS).join(', ')}`);
console.log(`\nsoak: ${parts.length - failed.length} passed, ${failed.length} failed`);
process.exit(failed.length + unknown.length > 0 ? 1 : 0);
