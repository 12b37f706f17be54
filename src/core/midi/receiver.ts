import { BEND_CENTRE, MPE_BEND_RANGE, USUAL_BEND_RANGE } from './bend';
import { CONTROLLER, REGISTERED } from './messages';

/** Members of the zones that MPE configuration messages have made, 0 … 15, by their manager's channel (MPE 1.1, M1-100-UM, 2.1). */
const MANAGERS: readonly (readonly [manager: number, member: (i: number) => number])[] = [
  [0, (i) => 1 + i],
  [15, (i) => 14 - i],
];

/** What a receiver knows of a channel. */
interface Channel {
  /** −1 … 1 of the range. */
  bend: number;
  /** Semitones. */
  range: number;
  /** Breath, expression or volume, 0 … 127. */
  level: number;
  pressure: number | null;
  timbre: number;
  /** The registered parameter that was named: high and low byte; 127 for none. */
  named: [high: number, low: number];
  /** The channel whose messages count for it too, where it is a member of a zone. */
  manager: number | null;
}

const fresh = (): Channel => ({
  ...{ bend: 0, range: USUAL_BEND_RANGE, level: 127, pressure: null, timbre: 64 },
  ...{ named: [127, 127] as [number, number], manager: null },
});

/** What a receiver of channel voice messages, of MPE too, makes of bend, level, pressure and timbre. It keeps no notes. */
export class Receiver {
  private readonly channels = Array.from({ length: 16 }, fresh);

  /** Takes a message. @returns the channels whose notes sound otherwise now, 0 … 15 */
  take([status, a, b]: readonly number[]): number[] {
    const own = this.channels[status & 15];
    const kind = status & 0xf0;
    if (kind === 0xe0) own.bend = (a + 128 * b - BEND_CENTRE) / BEND_CENTRE;
    else if (kind === 0xd0) own.pressure = a;
    else if (kind === 0xb0) this.control(status & 15, a, b);
    else return [];
    return [status & 15, ...this.membersOf(status & 15)];
  }

  /** How far notes of a channel are bent, semitones: by its own bend, and by its manager's. */
  bendOf(channel: number): number {
    const { bend, range, manager } = this.channels[channel];
    return bend * range + (manager === null ? 0 : this.bendOf(manager));
  }

  /** How loud notes of a channel are, 0 … 1. Pressure of a member only adds: it is told as 0 before each note. */
  loudnessOf(channel: number): number {
    const { level, pressure, manager } = this.channels[channel];
    if (manager !== null)
      return this.loudnessOf(manager) * (level / 127) * (0.5 + (0.5 * (pressure ?? 0)) / 127);
    return (level / 127) * (pressure === null ? 1 : pressure / 127);
  }

  /** How bright they are, 0 … 1; the middle where nobody says. */
  brightnessOf(channel: number): number {
    const { timbre, manager } = this.channels[channel];
    return Math.min(1, this.loudnessOf(channel) * (manager === null ? 1 : 0.5 + timbre / 127));
  }

  private control(channel: number, controller: number, value: number): void {
    const own = this.channels[channel];
    if (controller === REGISTERED.high) own.named[0] = value;
    else if (controller === REGISTERED.low) own.named[1] = value;
    else if (controller === REGISTERED.data) this.parameter(channel, value);
    else if (controller === CONTROLLER.timbre) own.timbre = value;
    else if (LEVELS.includes(controller)) own.level = value;
  }

  private parameter(channel: number, value: number): void {
    const [high, low] = this.channels[channel].named;
    if (high !== 0) return;
    if (low === REGISTERED.bendRange) this.channels[channel].range = value;
    if (low === REGISTERED.mpeConfiguration) this.zone(channel, value);
  }

  /** A zone of so many members; what they knew before is forgotten. */
  private zone(manager: number, members: number): void {
    const member = MANAGERS.find(([own]) => own === manager)?.[1];
    if (!member) return;
    for (const old of this.membersOf(manager)) this.channels[old] = fresh();
    for (let i = 0; i < Math.min(15, members); i++)
      this.channels[member(i)] = { ...fresh(), range: MPE_BEND_RANGE, manager };
  }

  private membersOf(manager: number): number[] {
    return this.channels.flatMap((own, channel) => (own.manager === manager ? [channel] : []));
  }
}

/** Controllers that make it louder: breath, volume, expression (MIDI 1.0 Detailed Specification, table III). */
const LEVELS: readonly number[] = [2, 7, 11];
