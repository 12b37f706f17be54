import { execFile, type ExecFileException } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { decodePlayed, type Played } from '@/core/exchange/firmware/harness';
import { ok, refuse, type Result } from '@/core/result';

const execute = promisify(execFile);

/** Where the runtime's sources are; the application is started from the repository's root. */
export const FIRMWARE = path.join(/* turbopackIgnore: true */ process.cwd(), 'firmware');

/** Every warning is an error, and every undefined step ends the program. */
export const STRICT = [
  '-std=c99',
  '-Wall',
  '-Wextra',
  '-Werror',
  '-pedantic',
  '-fsanitize=address,undefined',
  '-fno-sanitize-recover=all',
];

/** Longest that the compiler may take, ms; with sanitizers it takes over twice as long, and tests run two at a time. */
const COMPILE_MS = 20_000;
const STRICT_COMPILE_MS = 120_000;

/** The runtime compiled for this machine; it plays any instrument. */
export interface HostRuntime {
  /** Plays what core/exchange/harness.ts encodes. @throws where the compiled program breaks */
  play(input: Uint8Array): Promise<Played>;
}

/** Where compiled runtimes are kept. */
const CACHE = path.join(/* turbopackIgnore: true */ process.cwd(), '.next', 'cache', 'cheironom-host');

/**
 * Compiles firmware/host/harness.c, once for each state of its sources and set of flags: what was compiled is kept.
 * @param cache where it is kept @param folder of the runtime's sources @returns a fault where this machine cannot: no compiler, one that fails, or no room for its files
 */
export async function compileHost(
  flags: readonly string[] = STRICT,
  cache = CACHE,
  folder = FIRMWARE,
): Promise<Result<HostRuntime>> {
  try {
    const binary = path.join(cache, await digestOfSources(flags, folder));
    if (!existsSync(binary)) await build(binary, flags, folder);
    return ok({ play: async (input) => decodePlayed(await pipe(binary, input)) });
  } catch (error) {
    return refuse({ path: '', says: failureWords(error as ExecFileException) });
  }
}

async function digestOfSources(flags: readonly string[], folder: string): Promise<string> {
  const hash = createHash('sha256').update(flags.join(' '));
  const names = (await readdir(folder)).filter((name) => /\.[ch]$/.test(name)).sort();
  for (const name of [...names, path.join('host', 'harness.c')])
    hash.update(name).update(await readFile(path.join(folder, name)));
  return hash.digest('hex').slice(0, 32);
}

/** Compiles aside and moves into place: another process may do the same, or be ended in the middle. */
async function build(binary: string, flags: readonly string[], folder: string): Promise<void> {
  await mkdir(path.dirname(binary), { recursive: true, mode: 0o700 });
  const aside = `${binary}.${process.pid}`;
  const sources = ['cheironom.c', 'host/harness.c'].map((name) => path.join(folder, name));
  try {
    const timeout = flags === STRICT ? STRICT_COMPILE_MS : COMPILE_MS;
    await execute('cc', [...flags, '-I', folder, ...sources, '-o', aside], { timeout });
    await rename(aside, binary);
  } finally {
    await rm(aside, { force: true });
  }
}

/** The first line that names what failed. */
function failureWords({ code, message, stderr }: ExecFileException): string {
  if (code === 'ENOENT') return 'this computer has no C compiler';
  const line = /.*error.*/.exec(stderr ?? '')?.[0] ?? message.split('\n')[0];
  return `the C compiler could not be used: ${line}`;
}

function pipe(binary: string, input: Uint8Array): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const options = { encoding: 'buffer' as const, maxBuffer: 1 << 28, timeout: 60_000 };
    const child = execFile(binary, [], options, (error, stdout, stderr) =>
      error ? reject(new Error(`${error.message}\n${stderr.toString()}`)) : resolve(stdout),
    );
    child.stdin?.on('error', reject);
    child.stdin?.end(input);
  });
}
