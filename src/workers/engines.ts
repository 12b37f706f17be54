import { compile } from '@/core/compile/compile';
import { learntCalibrations } from '@/core/compile/learnt';
import { shareComputed, computedLevelsOf, type ComputedLevel } from '@/core/compile/computed-levels';
import { changeEngine } from '@/core/engine/change';
import { lightOf, takesLearnt } from '@/core/engine/blocks/learn';
import { LEARN_STAGE, LIGHT } from '@/core/engine/codes';
import type { Counts, Engine } from '@/core/engine/engine';
import { startEngine } from '@/core/engine/start';
import { playEdge, playFrame, silence } from '@/core/engine/play';
import { announceAnew } from '@/core/engine/voices/announce';
import { allColumns, contactsOf } from '@/core/instrument/access';
import type { Calibration } from '@/core/instrument/calibration';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import { computedKey, type ButtonState } from './live-protocol';

/** The engines of an instrument's boards, side by side on the application's own frames. */
export class Engines {
  private boards: { e: Engine; contact: number; contacts: number; computed: ComputedLevel[] }[];

  constructor(instrument: Instrument) {
    this.boards = imagesOf(instrument).map(({ image, ...own }) => ({ e: startEngine(image), ...own }));
  }

  /** Takes another instrument, or other settings of this one, while it plays. @returns what that ends */
  change(instrument: Instrument): number[][] {
    const images = imagesOf(instrument);
    const ended = this.boards.flatMap(({ e }, i) =>
      messages(e, i < images.length ? changeEngine(e, images[i].image) : silence(e)),
    );
    this.boards = images.map(({ image, ...own }, i) => ({
      e: this.boards[i]?.e ?? startEngine(image),
      ...own,
    }));
    return ended;
  }

  /** @returns the messages of every board */
  frame(tUs: number, counts: Counts): number[][] {
    return this.boards.flatMap(({ e }) => messages(e, playFrame(e, tUs, counts, 0)));
  }

  /** @param contact of all boards' contacts, from 0 */
  edge(tUs: number, contact: number, closed: boolean): number[][] {
    return this.boards.flatMap(({ e, contact: first, contacts }) =>
      contact >= first && contact < first + contacts
        ? messages(e, playEdge(e, tUs, contact - first, closed))
        : [],
    );
  }

  /** What is computed from counts and contacts now, by {@link computedKey}: −1 … 1 of what was measured. */
  computed(): Record<string, number> {
    return Object.fromEntries(
      this.boards.flatMap(({ e, computed }) =>
        computed.map((own) => [
          computedKey(own.sensor, own.lane, own.port),
          shareComputed(own, e.row[own.column]),
        ]),
      ),
    );
  }

  /** What the button on an instrument has measured since it was last asked, by sensor; null where nothing. @param at now */
  learnt(instrument: Instrument, at: string): Record<string, Calibration> | null {
    const columns = allColumns(instrument);
    const taken = this.boards.flatMap(({ e }, i) =>
      takesLearnt(e) ? [learntCalibrations(instrument, instrument.boards[i], columns, e.image, at)] : [],
    );
    return taken.length > 0 ? Object.assign({}, ...taken) : null;
  }

  /** How far the button is, where one is held or has just been let go. */
  button(): ButtonState | null {
    const e = this.boards.find((own) =>
      own.e.state.learns.some(({ stage }) => stage !== LEARN_STAGE.idle),
    )?.e;
    if (!e) return null;
    const is = (['rest', 'play', 'taken', 'refused'] as const).find(
      (stage) => e.state.learns[0].stage === LEARN_STAGE[stage],
    )!;
    return { is, lit: lightOf(e) === LIGHT.on };
  }

  /** The scene that each board plays, its place in the document. */
  scenes(): number[] {
    return this.boards.map(({ e }) => e.state.engine.scene);
  }

  /** From the next frame on. */
  announce(): void {
    for (const { e } of this.boards) announceAnew(e);
  }

  silence(): number[][] {
    return this.boards.flatMap(({ e }) => messages(e, silence(e)));
  }
}

/** What each board runs, and which of all contacts are its own. */
function imagesOf(instrument: Instrument) {
  const columns = allColumns(instrument);
  let contact = 0;
  return instrument.boards.map((board) => {
    const contacts = contactsOf(instrument, board).length;
    const computed = computedLevelsOf(instrument, board, columns);
    const own = { image: compile(instrument, board, columns), contact, contacts, computed };
    contact += contacts;
    return own;
  });
}

const messages = (e: Engine, bytes: number): number[][] =>
  bytes === 0 ? [] : splitMessages(e.out.subarray(0, bytes));
