import { execFile } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { decodeSent, type Sent } from '@/core/exchange/harness';

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
  '-O1',
  '-fsanitize=address,undefined',
  '-fno-sanitize-recover=all',
];

/** The runtime compiled for this machine, with the programs of one programs.h. */
export interface HostRuntime {
  /** Plays one encoded take; see core/exchange/harness.ts. */
  play(input: Uint8Array): Promise<Sent[]>;
  /** Removes what was compiled. */
  remove(): Promise<void>;
}

/** Whether a C compiler answers on this machine. */
export async function hasCompiler(): Promise<boolean> {
  return execute('cc', ['--version']).then(
    () => true,
    () => false,
  );
}

/**
 * Compiles firmware/host/harness.c with these programs.
 * @throws the compiler's own complaint
 */
export async function compileHost(programs: string, flags: readonly string[] = STRICT): Promise<HostRuntime> {
  const folder = await mkdtemp(path.join(tmpdir(), 'cheironom-'));
  const binary = path.join(folder, 'harness');
  try {
    await writeFile(path.join(folder, 'programs.h'), programs);
    const sources = [path.join(FIRMWARE, 'cheironom.c'), path.join(FIRMWARE, 'host', 'harness.c')];
    await execute('cc', [...flags, '-I', FIRMWARE, '-I', folder, ...sources, '-o', binary], {
      timeout: 60_000,
    });
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  }
  return {
    play: async (input) => decodeSent(await pipe(binary, input)),
    remove: () => rm(folder, { recursive: true, force: true }),
  };
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
