import { REAL_TIME } from '../../midi/message-reader';
import type { Block } from '../blocks/block';
import { SHIFT_ZERO, TRANSPORT } from '../codes';
import type { Engine } from '../engine';
import { pass } from '../merge';
import { firstAt, type Stretch } from '../stretch';

/** Clocks that are sent at once where a scan is slow; of more the rest is left out. */
export const CLOCKS_AT_ONCE = 6;

/** MIDI clock, 24 a quarter (MIDI 1.0 Detailed Specification, "System Real Time Messages"): sent always, so that whoever follows has its tempo before it starts. */
export const tempo: Block = {
  name: 'tempo',
  of: 'tempos',
  file: 'tempo',
  start: ({ tempos }) => ({
    tempos: tempos.map(({ begins }) => ({
      ...{ next_us: 0, tapped_us: 0, beat_us: 0, tempo: begins, runs: 0, begun: 0, taps: 0 },
    })),
  }),
  // Another beginning is meant to be heard.
  changed: ({ image, state }, next) =>
    next.tempos.forEach(({ begins }, i) => {
      if (begins !== image.tempos[i].begins) state.tempos[i].tempo = begins;
    }),
  isSound: (settings, structure) =>
    settings.tempos.every(
      ({ table, begins }, i) =>
        begins < structure.tempos[i].tempos && table + structure.tempos[i].tempos <= settings.tables.length,
    ),
};

/** Before anything else plays a frame: a clock is a scan late at most, and the next one is not later for it. */
export function playClock(e: Engine): void {
  if (e.image.tempos.length === 0) return;
  const own = e.state.tempos[0];
  const now = e.state.engine.last_us;
  if (own.begun === 0) {
    own.begun = 1;
    own.next_us = now;
  }
  for (let n = 0; n < CLOCKS_AT_ONCE && isDue(own.next_us, now); n++) {
    pass(e, REAL_TIME.clock);
    own.next_us = (own.next_us + periodUs(e)) >>> 0;
  }
  if (isDue(own.next_us, now)) own.next_us = (now + periodUs(e)) >>> 0;
}

/** The first frame after one that was played at which a clock is due. */
export function nextClock(e: Engine, frame: number, s: Stretch): number {
  if (e.image.tempos.length === 0) return s.end;
  const left = (e.state.tempos[0].next_us - e.state.engine.last_us) | 0;
  return firstAt(s, frame + 1, s.tUs[frame] + left);
}

const isDue = (next: number, now: number): boolean => ((now - next) | 0) >= 0;

/** From clock to clock of a tempo, 4 µs. */
const periodOf = ({ image }: Engine, tempo: number): number => image.tables[image.tempos[0].table + tempo];

const periodUs = (e: Engine): number => 4 * periodOf(e, e.state.tempos[0].tempo);

/** From the next clock on. @param asked place of a tempo; past the last one that */
export function setTempo(e: Engine, asked: number): void {
  const own = e.state.tempos[0];
  const last = e.image.tempos[0].tempos - 1;
  own.tempo = asked > last ? last : asked;
}

/** Faster or slower. @param by steps, {@link SHIFT_ZERO} more; none: as it begins */
export function stepTempo(e: Engine, by: number): void {
  if (by === SHIFT_ZERO) return setTempo(e, e.image.tempos[0].begins);
  setTempo(e, Math.max(0, e.state.tempos[0].tempo + by - SHIFT_ZERO));
}

/** A beat is tapped: with the one before it gives the tempo that lies nearest; one that comes much sooner or later than those before begins anew. */
export function tapTempo(e: Engine): void {
  const own = e.state.tempos[0];
  const now = e.state.engine.last_us;
  const passed = (now - own.tapped_us) >>> 0;
  const counts = own.taps !== 0 && passed <= LONGEST_BEAT * periodOf(e, 0);
  own.taps = 1;
  own.tapped_us = now;
  if (!counts) own.beat_us = 0;
  else {
    own.beat_us = beatAfter(own.beat_us, passed);
    setTempo(e, tempoOfBeat(e, own.beat_us));
  }
}

/** Periods of 4 µs in a beat, as µs: 24 clocks; and in the longest pause after which a tap still belongs to the one before. */
const BEAT = 4 * 24;
const LONGEST_BEAT = 128;

/** Beats that are evenly tapped are averaged. */
function beatAfter(before: number, passed: number): number {
  const apart = passed > before ? passed - before : before - passed;
  return before === 0 || apart > before >>> 2 ? passed : before - (before >>> 2) + (passed >>> 2);
}

/** The place of the tempo whose beat lies nearest; they stand from the slowest on. */
function tempoOfBeat(e: Engine, beatUs: number): number {
  let low = 0;
  let high = e.image.tempos[0].tempos - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (BEAT * periodOf(e, middle) > beatUs) low = middle + 1;
    else high = middle;
  }
  const found = BEAT * periodOf(e, low);
  return low > 0 && found <= beatUs && BEAT * periodOf(e, low - 1) - beatUs < beatUs - found ? low - 1 : low;
}

/** Start comes with its first clock; stop, and continue. */
export function transport(e: Engine, asked: number): void {
  const own = e.state.tempos[0];
  const does = asked === TRANSPORT.toggle ? (own.runs ? TRANSPORT.stop : TRANSPORT.start) : asked;
  own.runs = does === TRANSPORT.stop ? 0 : 1;
  pass(
    e,
    does === TRANSPORT.stop
      ? REAL_TIME.stop
      : does === TRANSPORT.start
        ? REAL_TIME.start
        : REAL_TIME.continue,
  );
  if (does === TRANSPORT.start) own.next_us = e.state.engine.last_us;
}

/** As it begins, and stopped where it ran. */
export function resetTempo(e: Engine): void {
  if (e.image.tempos.length === 0) return;
  if (e.state.tempos[0].runs !== 0) transport(e, TRANSPORT.stop);
  setTempo(e, e.image.tempos[0].begins);
}
