import type { CsvColumns } from '@/core/exchange/takes/csv-columns';
import { leftOutWords, readTakeCsv, takeCsvParts } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { LEAST_FRAMES, listenInSteps, type Listened } from '@/core/listen/listen';
import { bitsOf, recordingOf, recordingOfColumns } from '@/core/listen/recording';
import { ok, refuse, type Result } from '@/core/result';
import { cutFrames } from '@/core/signal/cut';
import { framesOf } from '@/core/signal/frames';
import { contactOver, firstAfter, Overview } from '@/core/signal/overview';
import { joinPieces, piecesOf, type Piece } from '@/core/signal/pieces';
import { secondsOf, type Frames } from '@/core/signal/take';

/** What lies on the desk. */
export interface DeskShape {
  channels: string[];
  contacts: string[];
  frames: number;
  /** Time of its last frame or edge, µs; the first is 0. */
  endUs: number;
  seconds: number;
  /** Bits of the converter, told from its counts. */
  bits: number;
  /** One sentence on what a file had that could not be read, or null. */
  leftOut: string | null;
}

/** A stretch of a recording. */
export interface Span {
  fromUs: number;
  toUs: number;
}

/** A stretch to be drawn, and into how many equal parts. */
export interface DeskView extends Span {
  n: number;
}

/** Of each channel lowest and highest count of each part, see `Overview.of`; of each contact how it was, see `contactOver`. */
export interface DeskDrawing extends DeskView {
  channels: Uint16Array<ArrayBuffer>[];
  contacts: Uint8Array<ArrayBuffer>[];
}

const NOTHING: Frames = { channels: [], tUs: new Float64Array(0), counts: new Uint16Array(0) };

/** One recording, however long, and what is asked of it: drawn, measured, listened to, cut, written. It lives in a worker. */
export class Desk {
  private frames = NOTHING;
  private overview = new Overview(NOTHING);
  private leftOut: string | null = null;
  private coming: { channels: string[]; pieces: Piece[] } = { channels: [], pieces: [] };

  /** Begins one that comes in pieces. */
  begin(channels: string[]): void {
    this.coming = { channels, pieces: [] };
  }

  add(pieces: Piece[]): void {
    this.coming.pieces.push(...pieces);
  }

  /** All pieces are here. */
  end(): DeskShape {
    const { channels, pieces } = this.coming;
    this.coming = { channels: [], pieces: [] };
    return this.lay(joinPieces(channels, pieces));
  }

  /** Lays frames on the desk. */
  lay(frames: Frames): DeskShape {
    const [first = 0] = frames.tUs;
    this.frames = first === 0 ? frames : cutFrames(frames, first, Infinity);
    this.overview = new Overview(this.frames);
    return this.shape();
  }

  shape(): DeskShape {
    const { frames, leftOut } = this;
    const { channels, tUs, edges } = frames;
    return {
      ...{ channels, contacts: edges?.contacts ?? [], leftOut },
      frames: tUs.length,
      endUs: Math.max(tUs[tUs.length - 1] ?? 0, edges?.tUs[edges.tUs.length - 1] ?? 0),
      seconds: secondsOf(frames),
      bits: bitsOf(frames),
    };
  }

  /** Reads a file as its columns were chosen. @param rateHz frames a second, where the lines have no time */
  async read(
    file: Blob,
    columns: CsvColumns,
    rateHz: number,
    progress: (share: number) => void,
  ): Promise<Result<DeskShape>> {
    const read = readTakeCsv(await file.text(), { rateHz, columns, progress });
    if (!read.ok) return read;
    this.leftOut = leftOutWords(read.value);
    return ok(this.lay(read.value.frames));
  }

  draw({ fromUs, toUs, n }: DeskView): DeskDrawing {
    const { channels, edges } = this.frames;
    return {
      ...{ fromUs, toUs, n },
      channels: channels.map((_, c) => this.overview.of(c, fromUs, toUs, n)),
      contacts: (edges?.contacts ?? []).map((_, c) => contactOver(edges!, c, fromUs, toUs, n)),
    };
  }

  /** The counts of the frame at a time, or of the last before it; none before the first. */
  countsAt(atUs: number): number[] {
    const { tUs, counts, channels } = this.frames;
    const at = firstAfter(tUs, atUs) - 1;
    return at < 0 ? [] : Array.from(counts.subarray(at * channels.length, (at + 1) * channels.length));
  }

  /**
   * What is wrong with it: with the instrument's lanes by their names, with every other column by its own. What else is asked
   * meanwhile is answered between two lanes.
   */
  async listen(instrument: Instrument, progress: (share: number) => void): Promise<Result<Listened>> {
    const { frames } = this;
    const { length } = frames.tUs;
    if (length < LEAST_FRAMES)
      return refuse({
        path: '',
        says: `It has ${length} frames; ${LEAST_FRAMES} are the least that say anything.`,
      });
    const named = recordingOf(instrument, frames, 'desk');
    const all = recordingOfColumns(frames, bitsOf(frames), 'desk');
    const others = all.lanes.filter((l) => !named.lanes.some(({ column }) => column === l.column));
    const known = named.lanes.length + named.contacts.length > 0;
    const steps = listenInSteps(known ? { ...named, lanes: [...named.lanes, ...others] } : all);
    for (;;) {
      const step = steps.next();
      if (step.done) return ok(step.value);
      progress(step.value);
      await new Promise((resolve) => setTimeout(resolve));
    }
  }

  /** Leaves only what lies between two times. */
  cut(fromUs: number, toUs: number): DeskShape {
    return this.lay(cutFrames(this.frames, fromUs, toUs));
  }

  /** What lies between two times, of some columns and contacts. */
  part(fromUs: number, toUs: number, columns: string[], contacts: string[]): Frames {
    return framesOf(cutFrames(this.frames, fromUs, toUs), columns, contacts);
  }

  csv(notes: Record<string, string>): Blob {
    return new Blob(takeCsvParts(this.frames, notes), { type: 'text/csv' });
  }

  /** Some of its pieces, to be kept; none past the last. */
  pieces(first: number, most: number): Piece[] {
    return piecesOf(this.frames, first, most);
  }
}
