/** `npm run soak`: what takes too long for `npm run check`. Each part prints its count and seed; SOAK_SEED sets the seed. */
import { ensureBuild, run } from './lib.mjs';

const seed = process.env.SOAK_SEED ?? String(1 + (Date.now() % 1_000_000));
const vitest = (test) => ['vitest', 'run', test];
const PARTS = [
  [
    'random instruments, C against TypeScript',
    vitest('firmware/host/runtime'),
    { RUNTIME_INSTRUMENTS: '10000' },
  ],
  [
    'what the check looks at over few seeds, over twenty times as many',
    [
      ...['vitest', 'run', 'engine/engine', 'engine/learn', 'engine/derived-oracle'],
      ...['kinds/breath-membrane', 'kinds/banks', 'level/creeping-sheet'],
    ],
    { SOAK_TIMES: '20' },
  ],
  ['a million events of MPE', vitest('src/core/engine/voices/mpe'), { MPE_EVENTS: '1000000' }],
  [
    'a hundred thousand messages of scenes, pads with jobs and inputs',
    vitest('src/core/engine/modes'),
    { MODE_EVENTS: '100000' },
  ],
  ['an hour of an emulated board', vitest('firmware/avr/board'), { BOARD_SECONDS: '3600' }],
  [
    'two gigabytes of counts in one file, out and in',
    vitest('src/store/backup'),
    { BACKUP_SECONDS: '32000' },
  ],
  [
    'the main job by keys and by pointer, three sizes of screen; sixteen jobs by keys; an hour of random keys and pointer',
    ['playwright', 'test', '--project', 'soak'],
    {},
  ],
];
const failed = PARTS.filter(([what, command, env]) => {
  console.log(`\n── ${what}: seed ${seed}, ${JSON.stringify(env)}`);
  if (command[0] === 'playwright' && ensureBuild() !== 0) return true;
  return run('npx', command, { ...env, SOAK_SEED: seed }) !== 0;
});
console.log(`\nsoak: ${PARTS.length - failed.length} passed, ${failed.length} failed`);
process.exit(failed.length > 0 ? 1 : 0);
