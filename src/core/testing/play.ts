import { compile } from '../compile/compile';
import { DISCARDED_SCANS, type Engine } from '../engine/engine';
import { startEngine } from '../engine/start';
import { playFrame } from '../engine/play';
import { LOOKS } from '../engine/blocks/zero';
import { run } from '../engine/run';
import { columnsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { MessageReader } from '../midi/message-reader';
import type { Frames } from '../signal/take';

/** For tests: scans of power-up. Some are discarded, then up to four levels look at their rest (engine/blocks/zero.ts). */
export const START_UP = DISCARDED_SCANS + 2 * LOOKS;

/** For tests: counts of an instrument's columns, frame after frame. @param counts one list a frame, or one number where there is one column */
export function framesFrom(
  instrument: Instrument,
  counts: readonly (number | number[])[],
  periodUs = 1000,
): Frames {
  return {
    channels: columnsOf(instrument),
    tUs: Float64Array.from(counts, (_, i) => i * periodUs),
    counts: Uint16Array.from(counts.flat()),
  };
}

/** For tests: what counts play after a power-up at `rest`, as [time in µs from the first count, …bytes]; what power-up sends is left out. */
export function playAfterRest(
  instrument: Instrument,
  counts: readonly (number | number[])[],
  rest: number | number[] = 1000,
  periodUs = 1000,
): number[][] {
  const take = framesFrom(
    instrument,
    [...new Array<number | number[]>(START_UP).fill(rest), ...counts],
    periodUs,
  );
  return run(compile(instrument), take)
    .map((e) => [e.tUs - START_UP * periodUs, ...e.bytes])
    .filter(([tUs]) => tUs >= 0);
}

/** For tests: an engine that is played frame by frame, after a power-up at `rest` that ends at time 0. */
export function awake(
  instrument: Instrument,
  rest: number[] = [1000],
): { e: Engine; at: (tUs: number, counts: number[]) => number[][] } {
  const e = startEngine(compile(instrument));
  const at = (tUs: number, counts: number[]) =>
    new MessageReader().read(e.out.subarray(0, playFrame(e, tUs, counts, 0)));
  for (let i = START_UP; i > 0; i--) at(2 ** 32 - 1000 * i, rest);
  return { e, at };
}
