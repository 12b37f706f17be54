import { ok, refuse, type Result } from '../result';
import type { MidiEvent } from './event';
import { dataBytes } from './messages';

/** What a file's messages say, of all its tracks, in order of time; times from its beginning, µs. */
export interface ReadSmf {
  events: MidiEvent[];
  /** Names of its tracks. */
  names: string[];
}

const HEADER_BYTES = 14;
const META = { trackName: 0x03, endOfTrack: 0x2f, tempo: 0x51 };
/** Where a file says none: 120 beats a minute (RP-001, Standard MIDI Files 1.0, 1996, "Set Tempo"), µs a beat. */
const USUAL_BEAT_US = 500_000;
const LONGEST = 16 * 1024 * 1024;

/** Thrown within a track; its byte tells where. */
class Broken extends Error {
  constructor(
    readonly at: number,
    says: string,
  ) {
    super(says);
  }
}

/** An event of a track: of a message its bytes, of a tempo its µs a beat. */
interface Ticked {
  tick: number;
  bytes: number[] | null;
  beatUs: number;
}

/** Reads a Standard MIDI File of format 0 or 1 (RP-001, 1996). One that is cut short, or breaks its form, is refused with the byte at which it does. */
export function readSmf(file: Uint8Array): Result<ReadSmf> {
  const no = (at: number, says: string) => refuse({ path: `byte ${at}`, says });
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  if (file.length > LONGEST) return no(0, `${LONGEST / 2 ** 20} MiB are the limit`);
  if (file.length < HEADER_BYTES || text(file, 0, 4) !== 'MThd')
    return no(0, 'a Standard MIDI File, which begins with MThd, is required');
  const [format, tracks, division] = [view.getUint16(8), view.getUint16(10), view.getUint16(12)];
  if (format > 1) return no(8, `format 0 or 1 is required, got ${format}`);
  if (division === 0) return no(12, 'a division of 1 or more is required, got 0');
  const all: Ticked[] = [];
  const names: string[] = [];
  let at = 8 + view.getUint32(4);
  for (let found = 0; found < tracks;) {
    if (at + 8 > file.length) return no(file.length, `${tracks} tracks are required, got ${found}`);
    const end = at + 8 + view.getUint32(at + 4);
    if (end > file.length) return no(file.length, 'the file is cut short');
    if (text(file, at, 4) === 'MTrk') {
      found++;
      try {
        readTrack(file.subarray(0, end), at + 8, all, names);
      } catch (error) {
        if (error instanceof Broken) return no(error.at, error.message);
        throw error;
      }
    }
    at = end;
  }
  // A stable order: of one moment tempos come first, then messages as their tracks have them.
  all.sort((a, b) => a.tick - b.tick || Number(a.bytes !== null) - Number(b.bytes !== null));
  return ok({ events: timed(all, division), names });
}

function readTrack(file: Uint8Array, from: number, all: Ticked[], names: string[]): void {
  let [at, tick, running] = [from, 0, 0];
  const byte = () => {
    if (at >= file.length) throw new Broken(at, 'the track is cut short');
    return file[at++];
  };
  const length = () => {
    let n = 0;
    for (let i = 0; i < 4; i++) {
      const own = byte();
      n = (n << 7) | (own & 0x7f);
      if (own < 0x80) return n;
    }
    throw new Broken(at, 'a length of four bytes at most is required');
  };
  const take = (n: number) => {
    if (at + n > file.length) throw new Broken(file.length, 'the track is cut short');
    at += n;
    return file.subarray(at - n, at);
  };
  for (;;) {
    tick += length();
    const first = byte();
    if (first === 0xff) {
      const type = byte();
      const data = take(length());
      if (type === META.endOfTrack) return;
      if (type === META.trackName) names.push(text(data, 0, data.length));
      if (type === META.tempo && data.length === 3)
        all.push({ tick, bytes: null, beatUs: (data[0] << 16) | (data[1] << 8) | data[2] });
    } else if (first === 0xf0 || first === 0xf7) {
      const data = take(length());
      running = 0;
      if (first === 0xf0) all.push({ tick, bytes: [0xf0, ...data], beatUs: 0 });
    } else {
      if (first >= 0x80) running = first;
      else at--;
      if (running < 0x80 || running >= 0xf0) throw new Broken(at, `a status byte is required, got ${first}`);
      const data = take(dataBytes(running));
      const wrong = data.findIndex((own) => own > 0x7f);
      if (wrong >= 0) throw new Broken(at, `data of 0 … 127 are required, got ${data[wrong]}`);
      all.push({ tick, bytes: [running, ...data], beatUs: 0 });
    }
  }
}

/** Ticks as µs, by the tempos on the way; of a division in frames of time code by that alone. */
function timed(all: readonly Ticked[], division: number): MidiEvent[] {
  const frames = division >= 0x8000 ? 256 - (division >> 8) : 0;
  const [fixedUs, parts] = frames > 0 ? [1e6, frames * (division & 0xff)] : [0, division];
  let [tUs, tick, beatUs] = [0, 0, USUAL_BEAT_US];
  return all.flatMap((own): MidiEvent[] => {
    tUs += ((own.tick - tick) * (fixedUs || beatUs)) / parts;
    tick = own.tick;
    if (own.bytes === null) beatUs = own.beatUs;
    return own.bytes === null ? [] : [{ tUs, bytes: own.bytes }];
  });
}

const text = (bytes: Uint8Array, from: number, n: number): string =>
  String.fromCharCode(...bytes.subarray(from, from + Math.min(n, 200)));
