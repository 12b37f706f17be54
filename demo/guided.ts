import { FrameQueue } from '@/board/board';
import { PracticeBoard } from '@/board/practice';
import { allContacts, boardOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import { stepOf } from '@/core/ways/level/known/steps';
import type { GuideEvent, GuideStep, KnownRest } from '@/core/guide/guide';
import { kindOf } from '@/core/kinds/registry';
import { workingsOf } from '@/core/kinds/workings-registry';
import type { Role, Take } from '@/core/signal/take';

/** Longest run, s. */
const LONGEST_S = 600;

/** Plays a guided run of one sensor on a practice board, as fast as it goes, and gives its takes. @param steps of its kind, unless said @param known rest of an earlier run */
export function guidedTakes(
  instrument: Instrument,
  sensorId: string,
  seed: number,
  steps?: readonly GuideStep[],
  known: KnownRest | null = null,
): Take[] {
  const sensor = instrument.sensors.find((s) => s.id === sensorId)!;
  const only = { ...instrument, sensors: [sensor] };
  const board = new PracticeBoard(only, seed);
  const wanted = steps ?? kindOf(sensor).steps;
  const run = workingsOf(sensor).guide(wanted, sensor.lanes.length, board.info.rateHz, known);
  const queue = new FrameQueue(board.info.columns.length, 64);
  const recorder = new Recorder(board.info.columns, allContacts(only));
  const counts = new Uint16Array(board.info.columns.length);
  const contactOf = sensor.lanes.flatMap(({ contacts = [] }, lane) =>
    contacts.map((_, place) => ({ lane, place })),
  );
  board.ask(sensorId, wanted[0].role, 0);
  for (let untilUs = 0; untilUs < LONGEST_S * 1e6; untilUs += 10_000) {
    board.advance(untilUs, queue);
    for (let frame = queue.shift(counts); frame; frame = queue.shift(counts)) {
      const tUs = frame.tUs;
      const happened = (events: GuideEvent[]) => {
        for (const event of events) {
          recorder.hear(event, sensorId);
          if (event.is === 'take-ends') board.ask(sensorId, run.view().role, tUs);
        }
      };
      for (let edge = queue.shiftEdge(tUs); edge; edge = queue.shiftEdge(tUs)) {
        const { lane, place } = contactOf[edge.contact];
        happened(run.edge(edge.tUs, lane, edge.closed, place));
        recorder.edge(edge.tUs, edge.contact, edge.closed);
      }
      happened(run.feed(tUs, counts));
      if (recorder.finished) return recorder.takes;
      recorder.frame(tUs, counts);
    }
  }
  throw new Error(`guidedTakes: the run of ${sensorId} did not finish within ten minutes of playing`);
}

/** The takes of its guided run; and of known loads, where they give it units. */
export function measuringTakes(instrument: Instrument, sensor: Sensor, seed: number): Take[] {
  const takes = guidedTakes(instrument, sensor.id, seed);
  const { known } = kindOf(sensor);
  if (!known) return takes;
  const report = workingsOf(sensor).calibrate({ board: boardOf(instrument, sensor), sensor, takes });
  if (!report.ok || report.value.is !== 'level') throw new Error(`${sensor.id}: a level is required`);
  const { rest } = report.value.lanes[0];
  return [...takes, ...guidedTakes(instrument, sensor.id, seed, [stepOf(known)], rest)];
}

class Recorder {
  readonly takes: Take[] = [];
  finished = false;
  private role: Role | null = null;
  private tUs: number[] = [];
  private counts: number[] = [];
  private edges: { tUs: number; contact: number; closed: number }[] = [];

  constructor(
    private readonly channels: string[],
    private readonly contacts: string[],
  ) {}

  hear(event: GuideEvent, stem: string): void {
    if (event.is === 'take-begins') {
      this.role = event.role;
      this.tUs = [];
      this.counts = [];
      this.edges = [];
    } else if (event.is === 'take-dropped') this.role = null;
    else if (event.is === 'take-ends') this.keep(event.role, stem);
    else this.finished = true;
  }

  frame(tUs: number, counts: ArrayLike<number>): void {
    if (!this.role) return;
    this.tUs.push(tUs);
    for (let c = 0; c < counts.length; c++) this.counts.push(counts[c]);
  }

  edge(tUs: number, contact: number, closed: boolean): void {
    if (this.role) this.edges.push({ tUs, contact, closed: closed ? 1 : 0 });
  }

  private keep(role: Role, stem: string): void {
    const [from] = this.tUs;
    const { edges } = this;
    this.takes.push({
      id: `${stem}-${role}`,
      role,
      channels: this.channels,
      tUs: Float64Array.from(this.tUs, (t) => t - from),
      counts: Uint16Array.from(this.counts),
      ...(this.contacts.length > 0
        ? {
            edges: {
              contacts: this.contacts,
              tUs: Float64Array.from(edges, (e) => e.tUs - from),
              contact: Uint16Array.from(edges, (e) => e.contact),
              closed: Uint8Array.from(edges, (e) => e.closed),
            },
          }
        : {}),
    });
    this.role = null;
  }
}
