/** `npm run check`: the whole verification, from format to end-to-end; installs what it needs where it may. */
import { existsSync } from 'node:fs';
import { ensureBuild, ensurePackages, has, run, runQuietly } from './lib.mjs';

ensurePackages();
ensureSystem([
  {
    there: () => existsSync('/usr/bin/chromium'),
    packages: ['chromium'],
    what: 'Debian’s Chromium (/usr/bin/chromium)',
  },
  { there: () => has('cc'), packages: ['gcc', 'libc6-dev'], what: 'a C compiler (cc) with its sanitizers' },
  {
    there: () => has('avr-gcc') && existsSync('/usr/lib/avr/include/avr/io.h'),
    packages: ['gcc-avr', 'avr-libc'],
    what: 'a compiler for 8-bit chips (avr-gcc) with its library',
  },
  { there: () => has('c++'), packages: ['g++'], what: 'a C++ compiler (c++)' },
]);

/** What only reads the sources runs at once; the rest one after another, each on all cores. */
const READING = [
  ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['lint', 'npx', ['eslint', '.']],
  ['types', 'npx', ['tsc', '--noEmit']],
  ['circles', 'node', ['scripts/circles.mjs']],
];
const STEPS = [
  ['unit', () => run('npx', ['vitest', 'run'])],
  ['build', ensureBuild],
  ['end-to-end', () => run('npx', ['playwright', 'test'])],
];
const failed = [];
const began = Date.now();
const read = await Promise.all(READING.map(([, command, args]) => runQuietly(command, args)));
READING.forEach(([name], i) => {
  console.log(`\n── ${name}\n${read[i].said}`);
  if (read[i].code !== 0) failed.push(name);
});
for (const [name, step] of STEPS) {
  console.log(`\n── ${name}`);
  if (step() !== 0) failed.push(name);
}
const all = READING.length + STEPS.length;
if (failed.length > 0) console.log(`\nFailed: ${failed.join(', ')}.`);
console.log(
  `\ncheck: ${all - failed.length} passed, ${failed.length} failed, ${Math.round((Date.now() - began) / 1000)} s`,
);
process.exit(failed.length > 0 ? 1 : 0);

/** Installs with apt-get what is absent, where that is allowed; else says in one sentence what to install. */
function ensureSystem(needs) {
  const absent = needs.filter((n) => !n.there());
  if (absent.length === 0) return;
  const packages = absent.flatMap((n) => n.packages);
  const allowed = process.getuid?.() === 0 && has('apt-get');
  if (allowed) {
    console.log(`Installing ${packages.join(', ')} with apt-get…`);
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    run('apt-get', ['update', '-qq'], env);
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], env);
  }
  const still = absent.filter((n) => !n.there());
  if (still.length === 0) return;
  console.error(
    `Please install ${still.map((n) => n.what).join(' and ')}, for example: apt-get install ${packages.join(' ')}`,
  );
  process.exit(1);
}
