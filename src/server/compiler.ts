import { execFile, type ExecFileException } from 'node:child_process';
import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { decodePlayed, type Played } from '@/core/exchange/harness';
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
  '-O1',
  '-fsanitize=address,undefined',
  '-fno-sanitize-recover=all',
];

/** The runtime compiled for this machine, with the programs of one programs.h. */
export interface HostRuntime {
  /** Plays one encoded take; see core/exchange/harness.ts. @throws where the compiled program breaks */
  play(input: Uint8Array): Promise<Played>;
}

/**
 * Compiles firmware/host/harness.c with these programs.
 * @param folder made for it; whoever asks removes it
 * @returns a fault where this machine cannot: no compiler, one that fails, or no room for its files
 */
export async function compileHost(
  programs: string,
  folder: string,
  flags: readonly string[] = STRICT,
): Promise<Result<HostRuntime>> {
  const binary = path.join(folder, 'harness');
  try {
    await mkdir(folder, { recursive: true });
    await writeFile(path.join(folder, 'programs.h'), programs);
    const sources = [path.join(FIRMWARE, 'cheironom.c'), path.join(FIRMWARE, 'host', 'harness.c')];
    await execute('cc', [...flags, '-I', FIRMWARE, '-I', folder, ...sources, '-o', binary], {
      timeout: 20_000,
    });
  } catch (error) {
    return refuse({ path: '', says: failureWords(error as ExecFileException) });
  }
  return ok({ play: async (input) => decodePlayed(await pipe(binary, input)) });
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
