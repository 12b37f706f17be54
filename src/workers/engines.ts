import { compile } from '@/core/compile/compile';
import { learntCalibrations } from '@/core/compile/learnt';
import { shareComputed, computedLevelsOf, type ComputedLevel } from '@/core/compile/computed-levels';
import { changeEngine } from '@/core/engine/change';
import { lightOf, takesLearnt } from '@/core/engine/blocks/learn';
import { LEARN_STAGE, LIGHT, SHIFT_ZERO } from '@/core/engine/codes';
import type { Counts, Engine } from '@/core/engine/engine';
import { startEngine } from '@/core/engine/start';
import type { Cable } from '@/core/engine/cable';
import { playByte, playEdge, playFrame, silence } from '@/core/engine/play';
import { announceAnew } from '@/core/engine/voices/announce';
import { colourOf, lookAtLights } from '@/core/engine/voices/show';
import { allColumns, contactsOf } from '@/core/instrument/access';
import type { Calibration } from '@/core/instrument/calibration';
import type { Instrument } from '@/core/instrument/document';
import { entersAt, inSeries, midiInputsOf } from '@/core/instrument/midi-inputs';
import { MessageReader } from '@/core/midi/message-reader';
import { cablesInto } from '@/core/prove/play-take';
import { computedKey, type ButtonState, type Modes } from './live-protocol';

/** A board as it plays: who it is among the boards, and what comes in on its ports. */
interface Own {
  e: Engine;
  contact: number;
  contacts: number;
  computed: ComputedLevel[];
  cables: Cable[];
  /** What its output enters; null where it is heard. */
  to: { board: number; port: number } | null;
  reader: MessageReader;
}

/** The engines of an instrument's boards on the application's own frames, those in series with cables between them. */
export class Engines {
  private boards: Own[];
  /** Each after those whose output enters it. */
  private order: number[];
  /** Ids of inputs, by board and port. */
  private inputs: Map<string, { board: number; port: number }>;
  /** Boards whose output is pulled out of the one that it enters. */
  private pulled: readonly string[] = [];

  constructor(private instrument: Instrument) {
    this.boards = imagesOf(instrument).map(({ image, ...own }) => ({
      ...{ e: startEngine(image), reader: new MessageReader() },
      ...own,
    }));
    this.order = inSeries(instrument);
    this.inputs = inputsOf(instrument);
  }

  /** Takes another instrument, or other settings of this one, while it plays. @param tUs now @returns what that ends */
  change(instrument: Instrument, tUs: number): number[][] {
    const images = imagesOf(instrument);
    const ended = this.order.flatMap((i) => {
      const { e } = this.boards[i];
      return this.put(i, tUs, i < images.length ? changeEngine(e, images[i].image) : silence(e));
    });
    this.boards = images.map(({ image, ...own }, i) => {
      const before = this.boards[i];
      const same = before?.cables.length === own.cables.length;
      return {
        ...own,
        ...{ e: before?.e ?? startEngine(image), reader: before?.reader ?? new MessageReader() },
        // What is on its way arrives.
        cables: same ? atRates(before.cables, own.cables) : own.cables,
      };
    });
    this.instrument = instrument;
    this.order = inSeries(instrument);
    this.inputs = inputsOf(instrument);
    return ended;
  }

  /** Pulls outputs out of the boards that they enter, and puts others back. @param from ids of the boards whose outputs are out */
  pull(from: readonly string[]): void {
    this.pulled = from;
  }

  /** Bytes come in from outside, by a cable. @param input id of one of the instrument's inputs */
  comesIn(input: string, tUs: number, bytes: readonly number[]): void {
    const at = this.inputs.get(input);
    if (at) this.boards[at.board].cables[at.port].send(tUs, bytes);
  }

  /** @returns the messages that are heard */
  frame(tUs: number, counts: Counts): number[][] {
    return this.order.flatMap((i) => [
      ...this.arrive(i, tUs),
      ...this.put(i, tUs, playFrame(this.boards[i].e, tUs, counts, 0)),
    ]);
  }

  /** @param contact of all boards' contacts, from 0 */
  edge(tUs: number, contact: number, closed: boolean): number[][] {
    return this.order.flatMap((i) => {
      const { e, contact: first, contacts } = this.boards[i];
      if (contact < first || contact >= first + contacts) return [];
      return [...this.arrive(i, tUs), ...this.put(i, tUs, playEdge(e, tUs, contact - first, closed))];
    });
  }

  /** Plays what has arrived at a board. */
  private arrive(i: number, untilUs: number): number[][] {
    const { e, cables } = this.boards[i];
    const heard: number[][] = [];
    for (;;) {
      const next = cables.map((cable) => cable.nextUs());
      const port = next.indexOf(Math.min(...next));
      if (port < 0 || next[port] > untilUs) return heard;
      const { tUs, byte } = cables[port].take()!;
      heard.push(...this.put(i, tUs, playByte(e, tUs, port, byte)));
    }
  }

  /** What a board has written goes to the board that it enters, or is heard. */
  private put(i: number, tUs: number, bytes: number): number[][] {
    if (bytes === 0) return [];
    const { e, to, reader } = this.boards[i];
    const sent = e.out.subarray(0, bytes);
    if (!to) return reader.read(sent);
    if (!this.pulled.includes(this.instrument.boards[i].id))
      this.boards[to.board].cables[to.port].send(tUs, sent);
    return [];
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

  /** What selectors have changed on each board besides scenes. */
  modes(): Modes[] {
    return this.boards.map(({ e: { state, image } }) => ({
      shift: state.modes.length > 0 ? state.modes[0].shift - SHIFT_ZERO : 0,
      muted: state.modes.length > 0 ? state.modes[0].muted : 0,
      tempo: image.tempos.length > 0 ? state.tempos[0].tempo : null,
      runs: image.tempos.length > 0 && state.tempos[0].runs !== 0,
    }));
  }

  /** What is seen on the lights now: red, green and blue of each, 0 … 255. */
  lights(tUs: number): Uint8Array<ArrayBuffer> {
    const { e } = this.boards[0];
    lookAtLights(e, tUs);
    const count = this.instrument.lights?.count ?? 0;
    return Uint8Array.from(Array.from({ length: count }, (_, light) => colourOf(e, light)).flat());
  }

  /** From the next frame on. */
  announce(): void {
    for (const { e } of this.boards) announceAnew(e);
  }

  silence(tUs: number): number[][] {
    return this.order.flatMap((i) => this.put(i, tUs, silence(this.boards[i].e)));
  }
}

/** Cables as they are, at other rates. */
function atRates(cables: Cable[], rates: readonly Cable[]): Cable[] {
  cables.forEach((cable, i) => (cable.byteUs = rates[i].byteUs));
  return cables;
}

/** Where each of an instrument's own inputs is. */
const inputsOf = (instrument: Instrument) =>
  new Map(
    instrument.boards.flatMap((own, board) =>
      midiInputsOf(instrument, own).flatMap((port, i) =>
        'id' in port ? [[port.id, { board, port: i }] as const] : [],
      ),
    ),
  );

/** What each board runs, and which of all contacts are its own. */
function imagesOf(instrument: Instrument) {
  const columns = allColumns(instrument);
  let contact = 0;
  return instrument.boards.map((board) => {
    const contacts = contactsOf(instrument, board).length;
    const computed = computedLevelsOf(instrument, board, columns);
    const own = {
      ...{ image: compile(instrument, board, columns), contact, contacts, computed },
      cables: cablesInto(instrument, board),
      to: entersAt(instrument, board),
    };
    contact += contacts;
    return own;
  });
}
