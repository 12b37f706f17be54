import { expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { STATUS } from '../midi/messages';
import { randomInstrument } from '../testing/random-instruments';
import { randomTake } from '../testing/random-takes';
import { bendsNotes } from './channels';
import { run } from './run';
import { many } from '../testing/many';

/** A cable in floating point: ten bits a byte, one after another, whatever the engine reckons. */
class Cable {
  private freeUs = 0;

  constructor(private readonly byteUs: number) {}

  /** @returns how long after it was given the first byte of a message leaves, µs */
  send(tUs: number, bytes: number): number {
    const leavesUs = Math.max(tUs, this.freeUs);
    this.freeUs = leavesUs + bytes * this.byteUs;
    return leavesUs - tUs;
  }
}

/** Levels wait while over so much is still to be sent, gates of levels and strikes over twice that (docs/engine.md, "Wire"). */
const LEVELS_US = 2000;
const GATES_US = 4000;
/** A value of 14 bits is two messages of three bytes; a gate may end one note and begin another, or several notes of several voices. */
const BYTES_OF_LEVEL = 6;

it('on a cable in floating point, no level is later than its wait and its own bytes, and no note of levels later than its', () => {
  let levels = 0;
  let latest = 0;
  for (let seed = 1; seed <= many(100); seed++) {
    const instrument = randomInstrument(seed);
    const image = compile(instrument);
    // Pads and contacts never wait, nor what their gates switch, nor fingerings and lengths: levels behind them do.
    const { touch_banks, contact_banks, switched, fingerings, gatings } = image;
    const only = [touch_banks, contact_banks, switched, fingerings, gatings].every(
      (list) => list.length === 0,
    );
    // What goes before a note is told from levels by none of its bytes.
    if (!only || bendsNotes(image) || image.controls.length === 0) continue;
    const [{ midiBaud }] = instrument.boards;
    const byteUs = 10_000_000 / midiBaud;
    const cable = new Cable(byteUs);
    // The engine reckons whole µs a byte: what that is off grows with what is sent.
    const off = Math.abs(image.byte_us - byteUs);
    let sent = 0;
    // As many notes as one gate can move at once, each with an end and a beginning.
    const bytesOfGate = 6 * Math.max(1, image.note_lanes.length);
    for (const { tUs, bytes } of run(image, randomTake(instrument, 3000, seed))) {
      const lateUs = cable.send(tUs, bytes.length);
      sent += bytes.length;
      const isNote = bytes[0] >> 4 === STATUS.noteOn >> 4 || bytes[0] >> 4 === STATUS.noteOff >> 4;
      const mostUs = isNote ? GATES_US + bytesOfGate * byteUs : LEVELS_US + BYTES_OF_LEVEL * byteUs;
      // A level goes on every channel of its zone before another look at the wire.
      const channels = isNote ? 0 : 15 * BYTES_OF_LEVEL * byteUs;
      expect(lateUs, `instrument ${seed} at ${tUs}`).toBeLessThan(mostUs + channels + off * sent + 1);
      latest = Math.max(latest, isNote ? 0 : lateUs);
      if (!isNote) levels++;
    }
  }
  expect(levels).toBeGreaterThan(many(1000));
  // They do come to wait, else this saw nothing.
  expect(latest).toBeGreaterThan(1500);
});
