import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { writeConfig, writeHeader, writeSource } from '@/core/exchange/firmware/header';
import { encodeTake } from '@/core/exchange/firmware/harness';
import type { Instrument } from '@/core/instrument/document';
import { playOperations } from '@/core/exchange/firmware/play-operations';
import { compile } from '@/core/compile/compile';
import type { Board } from '@/core/instrument/board';
import type { BoardTake } from '@/core/prove/play-take';
import { wholeTake } from '@/core/prove/whole-take';
import type { ChipProof, NoChip } from '@/core/exchange/proof/chip-proof';
import { cutFrames } from '@/core/signal/cut';
import type { Frames } from '@/core/signal/take';
import { AVR_FLAGS, emulate, LARGER, MEMORY_BYTES, SMALL, type Emulated } from './avr-emulator';
import { FIRMWARE } from './compiler';

const execute = promisify(execFile);

/** Frames that are played, and cycles that this may take: ten seconds or so of an emulator's time. */
const MOST_FRAMES = 3000;
const MOST_CYCLES = 2.5e8;
const CYCLES_A_MS = 16_000;
const COMPILE_MS = 20_000;

/** Plays the beginning of a take on the emulated chip, board by board. */
export async function proveOnChip(instrument: Instrument, take: Frames): Promise<ChipProof[] | NoChip> {
  try {
    const proofs: ChipProof[] = [];
    for (const board of instrument.boards)
      proofs.push(await chipProof(instrument, wholeBoard(instrument, board, take)));
    return proofs;
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    return {
      because:
        code === 'ENOENT'
          ? 'this computer has no compiler for the 8-bit chip (avr-gcc)'
          : `the compiler for the 8-bit chip failed: ${message.split('\n')[0]}`,
    };
  }
}

/** All of a board's sensors, with the beginning of a take: those that it lacks are at rest. */
function wholeBoard(instrument: Instrument, board: Board, take: Frames): ChipTake {
  const frames = wholeTake(instrument, board, beginningOf(take));
  return { board, frames, image: compile(instrument, board) };
}

type ChipTake = Pick<BoardTake, 'board' | 'image' | 'frames'>;

async function chipProof(instrument: Instrument, take: ChipTake): Promise<ChipProof> {
  const folder = await mkdtemp(path.join(tmpdir(), 'cheironom-chip-'));
  try {
    await writeBoard(folder, instrument, take);
    const small = await buildTake(folder, SMALL).catch((error: Error & { stderr?: string }) => {
      if (TOO_LARGE.test(error.stderr ?? '')) return null;
      throw error;
    });
    const fits = small !== null && small.memoryBytes <= MEMORY_BYTES - STACK_BYTES;
    const { flashBytes, memoryBytes, binary } = fits ? small : await buildTake(folder, LARGER);
    const own = { board: take.board.id, flashBytes, memoryBytes };
    return { ...own, played: fits ? played(binary, take) : null };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** What its linker says of a program, or of memory, that does not fit. */
const TOO_LARGE = /not within region|overflow|will not fit|is full/;
/** What its stack takes at least, bytes: common practice, no source. */
const STACK_BYTES = 200;

function played(binary: Uint8Array, { image, frames }: ChipTake): ChipProof['played'] {
  const did = emulate(binary, encodeTake(frames), MOST_CYCLES);
  const { scans } = did;
  const slowestCycles = scans.reduce((a, b) => Math.max(a, b), 0);
  return {
    frames: Math.min(frames.tUs.length, scans.length),
    meanCycles: Math.round(scans.reduce((a, b) => a + b, 0) / Math.max(1, scans.length)),
    ...{ slowestCycles, slowestMs: slowestCycles / CYCLES_A_MS },
    identical: sentAlike(
      playOperations(image, frames).sent.flatMap(({ bytes }) => bytes),
      did,
    ),
  };
}

/** Whether a board sent what the bench does; one that ran out of time has sent less. */
export const sentAlike = (bench: readonly number[], { sent, done }: Emulated): boolean =>
  (done ? sent.length === bench.length : sent.length <= bench.length) &&
  sent.every((byte, i) => byte === bench[i]);

/** The first frames of a take, with the edges up to the last of them. */
function beginningOf(take: Frames): Frames {
  const { tUs } = take;
  return tUs.length > MOST_FRAMES ? cutFrames(take, tUs[0], tUs[MOST_FRAMES - 1]) : take;
}

/** The files that are the board's own. */
async function writeBoard(
  folder: string,
  instrument: Instrument,
  { board, image, frames }: ChipTake,
): Promise<void> {
  const header = writeHeader(instrument, board, image, frames.channels, false);
  await writeFile(path.join(folder, 'instrument.h'), header);
  await writeFile(path.join(folder, 'instrument.c'), writeSource(image, false));
  await writeFile(path.join(folder, 'cheironom_config.h'), writeConfig(image, null));
}

async function buildTake(folder: string, chip: string) {
  const elf = path.join(folder, 'take.elf');
  const binary = path.join(folder, 'take.bin');
  const sources = [
    path.join(FIRMWARE, 'cheironom.c'),
    path.join(FIRMWARE, 'avr', 'take.c'),
    path.join(folder, 'instrument.c'),
  ];
  const timeout = COMPILE_MS;
  await execute(
    'avr-gcc',
    [`-mmcu=${chip}`, ...AVR_FLAGS, '-I', FIRMWARE, '-I', folder, ...sources, '-o', elf],
    { timeout },
  );
  await execute('avr-objcopy', ['-O', 'binary', elf, binary], { timeout });
  const { stdout } = await execute('avr-size', [elf], { timeout });
  const [text, data, bss] = stdout.split('\n')[1].trim().split(/\s+/).map(Number);
  return { binary: new Uint8Array(await readFile(binary)), flashBytes: text + data, memoryBytes: data + bss };
}
