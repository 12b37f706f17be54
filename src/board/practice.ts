import { allColumns, allContacts, boardOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import { workingsOf } from '@/core/kinds/workings-registry';
import type { Simulation } from '@/core/kinds/simulation';
import type { Role } from '@/core/signal/take';
import type { Board, BoardInfo, FrameQueue } from './board';
import { Faults, type Fault } from './faults';

/** Seeds of an instrument's sensors lie so far apart. */
const SEED_STEP = 1000;

/** One simulated sensor, and where its lanes stand in the board's frames. */
interface Played {
  sensor: string;
  simulation: Simulation;
  /** Its first column, and its first contact. */
  column: number;
  contact: number;
}

/**
 * A board with every sensor of an instrument, simulated from a seed; the same seed and the same playing give the same counts.
 * Where an instrument has several boards, all their sensors are on this one, at the rate of the first.
 */
export class PracticeBoard implements Board {
  readonly info: BoardInfo;
  private readonly played: Played[];
  private readonly periodUs: number;
  private readonly frame: Uint16Array;
  private readonly bits: number;
  private faults: Faults | null = null;
  /** Scans since the beginning, and frames that were made of them. */
  private scans = 0;
  private counter = 0;

  constructor(
    instrument: Instrument,
    private readonly seed: number,
  ) {
    const columns = allColumns(instrument);
    const contacts = allContacts(instrument);
    const { scanHz, bits } = instrument.boards[0];
    this.bits = bits;
    this.info = { name: 'Practice board', columns, contacts, rateHz: scanHz };
    this.played = instrument.sensors.map((sensor, i) =>
      played(instrument, sensor, seed + SEED_STEP * i, { columns, contacts }),
    );
    this.periodUs = 1e6 / scanHz;
    this.frame = new Uint16Array(columns.length);
  }

  /** Asks the player of a sensor for a role; null lets it rest. */
  ask(sensor: string, role: Role | null, nowUs: number): void {
    this.played.find((p) => p.sensor === sensor)?.simulation.ask(role, nowUs);
  }

  /** Plays a lane of a sensor by hand; see kinds/simulation.ts. */
  hand(sensor: string, lane: number, strength: number | null): void {
    this.played.find((p) => p.sensor === sensor)?.simulation.hand(lane, strength);
  }

  /** Switches faults on, to practise finding them; none switches them off. */
  break(faults: readonly Fault[]): void {
    const { columns } = this.info;
    this.faults = faults.length === 0 ? null : new Faults(faults, this.seed, columns.length, this.bits);
  }

  advance(untilUs: number, queue: FrameQueue): void {
    for (let tUs = this.scans * this.periodUs; tUs <= untilUs; tUs = ++this.scans * this.periodUs) {
      for (const { simulation, column } of this.played) simulation.frame(tUs, this.frame, column);
      for (const { simulation, contact } of this.played)
        for (const edge of simulation.edges(tUs))
          queue.pushEdge({ ...edge, contact: contact + edge.contact });
      const becomes = this.faults?.frame(tUs, this.frame, this.periodUs) ?? 'sent';
      if (becomes === 'frozen') continue;
      if (becomes === 'sent') queue.push(Math.round(tUs), this.counter, this.frame);
      this.counter++;
    }
  }
}

function played(
  instrument: Instrument,
  sensor: Sensor,
  seed: number,
  { columns, contacts }: { columns: string[]; contacts: string[] },
): Played {
  const [lane] = sensor.lanes;
  return {
    sensor: sensor.id,
    simulation: workingsOf(sensor).simulate(sensor, boardOf(instrument, sensor), seed),
    column: columns.indexOf(lane.column ?? ''),
    contact: contacts.indexOf(lane.contacts?.[0] ?? ''),
  };
}
