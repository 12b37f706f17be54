import { wayOf } from '../ways/registry';
import { allColumns, allContacts, boardOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { kindOf } from '../kinds/registry';

/** One input of an instrument, and whether it has been moved alone. */
export interface TestedInput {
  sensor: string;
  lane: string;
  /** As it is named to the maker. */
  says: string;
  done: boolean;
}

/** What the test says now. */
export interface TestView {
  inputs: TestedInput[];
  /** Which of them moves now, alone; null where none does, or several do. */
  moving: number | null;
  says: string;
}

/** Where an input stands in what the board tells. */
interface Place {
  column: number;
  contacts: number[];
  /** Counts from rest that are a move, and the direction of its calibration, where it has one. */
  least: number;
  onlyWay: 1 | -1 | null;
  /** How long it must be away; a strike is over at once. */
  heldUs: number;
  /** Whether its sensor’s lanes are axes of one thing. */
  axis: boolean;
}

/** Time in which rest is found, and for which an input must be away from it, µs. */
const REST_US = 1_000_000;
const HELD_US = 80_000;
/** What is still for so long rests there; a contact that has changed counts as moving for so long, µs. */
const SETTLES_US = 600_000;
const CHANGED_US = 150_000;
/** A move is this share of the range at least; a touch is less. */
const MOVES = 0.03;
const MOVES_OF_TOUCH = 0.02;
/** And so many times the swing at rest. */
const SWINGS = 2;
/** Another input that moves by more than this share as far moves too. */
const TOO = 0.5;

/**
 * Ticks off every input as it is moved alone, in any order, with no hand free: two at once, and one that goes the wrong way, are
 * told. The first second finds where each of them rests.
 */
export class SelfTest {
  readonly inputs: TestedInput[];
  private readonly places: Place[];
  /** Of each column: where it rests, how far it swings there, and the level at which it has been since. */
  private readonly rests: { low: number; high: number; swing: number; level: number; sinceUs: number }[] = [];
  private readonly contacts: { closed: boolean; changedUs: number }[] = [];
  private beganUs: number | null = null;
  private since: { input: number; tUs: number } | null = null;
  private says = 'Let everything lie still for a second.';
  private moving: number | null = null;

  constructor(instrument: Instrument) {
    const columns = allColumns(instrument);
    const contacts = allContacts(instrument);
    const all = instrument.sensors.flatMap((sensor) => {
      const kind = kindOf(sensor);
      const scale = 2 ** boardOf(instrument, sensor).bits - 1;
      const share = kind.family === 'touch' ? MOVES_OF_TOUCH : MOVES;
      return sensor.lanes.map((lane, i): { input: TestedInput; place: Place } => ({
        input: {
          ...{ sensor: sensor.id, lane: lane.id, done: false },
          says: sensor.lanes.length === 1 ? sensor.name : `${sensor.name} ${i + 1}`,
        },
        place: {
          column: columns.indexOf(lane.column ?? ''),
          contacts: (lane.contacts ?? []).map((c) => contacts.indexOf(c)),
          least: share * scale,
          axis: kind.lanes.names !== undefined,
          heldUs: kind.family === 'strike' || kind.lanes.are === 'contacts' ? 0 : HELD_US,
          onlyWay: sensor.calibration ? wayOf(sensor.calibration).onlyWay(sensor.calibration) : null,
        },
      }));
    });
    this.inputs = all.map((a) => a.input);
    this.places = all.map((a) => a.place);
  }

  /**
   * @param reach least and greatest count of each of the board's columns since the last look: [low, high] by turns
   * @param closed of its contacts @returns what to show
   */
  look(tUs: number, reach: readonly number[], closed: readonly boolean[]): TestView {
    this.beganUs ??= tUs;
    if (tUs - this.beganUs < REST_US) this.learn(reach, closed);
    else this.test(tUs, reach, closed);
    return { inputs: this.inputs, moving: this.moving, says: this.says };
  }

  private learn(reach: readonly number[], closed: readonly boolean[]): void {
    for (let i = 0; 2 * i < reach.length; i++) {
      const rest = (this.rests[i] ??= { low: Infinity, high: 0, swing: 0, level: 0, sinceUs: 0 });
      rest.low = Math.min(rest.low, reach[2 * i]);
      rest.high = Math.max(rest.high, reach[2 * i + 1]);
      rest.swing = rest.high - rest.low;
      rest.level = (rest.low + rest.high) / 2;
    }
    closed.forEach((is, i) => (this.contacts[i] = { closed: is, changedUs: -Infinity }));
  }

  /** What stays where it is left, and what is held, comes to rest there. */
  private settle(tUs: number, reach: readonly number[], closed: readonly boolean[]): void {
    this.rests.forEach((rest, i) => {
      const level = (reach[2 * i] + reach[2 * i + 1]) / 2;
      if (Math.abs(level - rest.level) > Math.max(rest.swing, MOVES * rest.high)) {
        rest.level = level;
        rest.sinceUs = tUs;
      } else if (tUs - rest.sinceUs > SETTLES_US) {
        rest.low = rest.level - rest.swing / 2;
        rest.high = rest.level + rest.swing / 2;
      }
    });
    closed.forEach((is, i) => {
      const contact = this.contacts[i];
      if (contact.closed !== is) this.contacts[i] = { closed: is, changedUs: tUs };
    });
  }

  private test(tUs: number, reach: readonly number[], closed: readonly boolean[]): void {
    this.settle(tUs, reach, closed);
    const away = this.places.map((place) => this.awayOf(tUs, place, reach));
    const most = away.reduce((best, by, i) => (Math.abs(by) > Math.abs(away[best]) ? i : best), 0);
    this.moving = null;
    if (Math.abs(away[most]) < 1) {
      this.since = null;
      return this.askNext();
    }
    const too = away.findIndex(
      (by, i) =>
        i !== most && !this.areOne(i, most) && Math.abs(by) >= 1 && Math.abs(by) > TOO * Math.abs(away[most]),
    );
    if (too >= 0) {
      this.since = null;
      const [first, second] = [Math.min(most, too), Math.max(most, too)].map((i) => this.inputs[i].says);
      this.says = `${first} and ${second} move together: one at a time.`;
      return;
    }
    this.moving = most;
    if (this.since?.input !== most) this.since = { input: most, tUs };
    if (tUs - this.since.tUs >= this.places[most].heldUs) this.tick(most, away[most] > 0);
  }

  /** How far an input is from rest, in units of the least move; a contact that has changed is a whole one. */
  private awayOf(tUs: number, { column, contacts, least }: Place, reach: readonly number[]): number {
    if (contacts.some((c) => c >= 0 && tUs - this.contacts[c].changedUs < CHANGED_US)) return 2;
    if (column < 0) return 0;
    const { low, high, swing } = this.rests[column];
    const unit = Math.max(least, SWINGS * swing);
    const middle = (low + high) / 2;
    const [down, up] = [middle - reach[2 * column], reach[2 * column + 1] - middle];
    return (up >= down ? up : -down) / unit;
  }

  /** Axes of one thing move together: the lanes of a kind that names them. */
  private areOne(a: number, b: number): boolean {
    return this.places[a].axis && this.places[b].axis && this.inputs[a].sensor === this.inputs[b].sensor;
  }

  private tick(input: number, rose: boolean): void {
    const { onlyWay } = this.places[input];
    this.inputs[input].done = true;
    this.says =
      onlyWay !== null && onlyWay > 0 !== rose
        ? `${this.inputs[input].says} moves, but the other way than it was measured: is it turned round, or wired the other way?`
        : `${this.inputs[input].says}: there.`;
  }

  private askNext(): void {
    const left = this.inputs.filter((i) => !i.done);
    this.says =
      left.length === 0
        ? `All ${this.inputs.length} inputs are there.`
        : `Move any input, alone. ${left.length} left; next: ${left[0].says}.`;
  }
}
