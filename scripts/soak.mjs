/** `npm run soak`: what takes too long for `npm run check`. Each part prints its count and seed; SOAK_SEED sets the seed. */
import { run } from './lib.mjs';

const seed = process.env.SOAK_SEED ?? String(1 + (Date.now() % 1_000_000));
const PARTS = [
  ['random instruments, C against TypeScript', 'firmware/host/runtime', { RUNTIME_INSTRUMENTS: '10000' }],
  ['an hour of an emulated board', 'firmware/avr/board', { BOARD_SECONDS: '3600', BOARD_SEED: seed }],
];
const failed = PARTS.filter(([what, test, env]) => {
  console.log(`\n── ${what}: ${JSON.stringify(env)}`);
  return run('npx', ['vitest', 'run', test], env) !== 0;
});
console.log(`\nsoak: ${PARTS.length - failed.length} passed, ${failed.length} failed`);
process.exit(failed.length > 0 ? 1 : 0);
