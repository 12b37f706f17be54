/** `npm run check`: the whole verification, from format to end-to-end; installs what it needs where it may. */
import { existsSync } from 'node:fs';
import { ensureBuild, ensurePackages, has, run } from './lib.mjs';

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

const STEPS = [
  ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['lint', 'npx', ['eslint', '.']],
  ['types', 'npx', ['tsc', '--noEmit']],
  ['unit', 'npx', ['vitest', 'run']],
  ['build', null, ensureBuild],
  ['end-to-end', 'npx', ['playwright', 'test']],
];
const failed = [];
for (const [name, command, args] of STEPS) {
  console.log(`\n── ${name}`);
  const code = command === null ? (args(), 0) : run(command, args);
  if (code !== 0) failed.push(name);
}
if (failed.length > 0) console.log(`\nFailed: ${failed.join(', ')}.`);
console.log(`\ncheck: ${STEPS.length - failed.length} passed, ${failed.length} failed`);
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
