import { allContacts, lanePlaces } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Lane, Sensor } from '@/core/instrument/sensor';
import type { GuidedRun, GuideEvent, GuideView } from '@/core/guide/guide';
import { workingsOf } from '@/core/kinds/workings-registry';
import type { Role } from '@/core/signal/take';
import type { StoppedTake, TakeLabel } from './live-protocol';
import type { TakeRecorder } from './take-recorder';
import type { ToLive } from './live-protocol';

/** A guided run of one sensor: feeds it the sensor's own lanes, and records them. */
export class GuidedTake {
  readonly run: GuidedRun;
  private readonly sensor: Sensor;
  /** The lanes that are played, and the place of the only one. */
  private readonly lanes: readonly Lane[];
  private readonly only: number | undefined;
  private readonly resumes: StoppedTake | undefined;
  private readonly places: number[];
  private readonly contacts: string[];
  private readonly firstContact: number;
  /** Of each contact its lane, and its place there: two contacts of a key are one lane. */
  private readonly contactOf: { lane: number; place: number }[];

  /** @throws RangeError where the instrument has no such sensor */
  constructor(
    private readonly instrument: Instrument,
    { sensor, steps, known, only, resumes }: Extract<ToLive, { is: 'guide' }>,
    rateHz: number,
  ) {
    const found = instrument.sensors.find((s) => s.id === sensor);
    if (!found) throw new RangeError(`GuidedTake: a sensor ${sensor} is required, ${instrument.id} has none`);
    this.sensor = found;
    this.only = only;
    this.lanes = only === undefined ? found.lanes : [found.lanes[only]];
    this.run = workingsOf(found).guide(steps, this.lanes.length, rateHz, known);
    if (resumes) this.run.resume?.(resumes.role, resumes.done);
    this.resumes = resumes;
    this.places = lanePlaces(instrument, found).filter(
      (p, i) => p >= 0 && (only === undefined || i === only),
    );
    this.contacts = this.lanes.flatMap((l) => l.contacts ?? []);
    this.contactOf = this.lanes.flatMap((l, lane) => (l.contacts ?? []).map((_, place) => ({ lane, place })));
    this.firstContact = allContacts(instrument).indexOf(this.contacts[0] ?? '');
  }

  get id(): string {
    return this.sensor.id;
  }

  view(): GuideView {
    const view = this.run.view();
    return this.only === undefined ? view : { ...view, only: this.only };
  }

  frame(
    tUs: number,
    frame: ArrayLike<number>,
    recorder: TakeRecorder,
    happened: (event: GuideEvent) => void,
  ): void {
    const counts = this.places.map((p) => frame[p]);
    for (const event of this.run.feed(tUs, counts)) happened(event);
    recorder.frame(tUs, counts);
  }

  edge(
    tUs: number,
    contact: number,
    closed: boolean,
    recorder: TakeRecorder,
    happened: (event: GuideEvent) => void,
  ): void {
    const own = contact - this.firstContact;
    if (this.firstContact < 0 || own < 0 || own >= this.contacts.length) return;
    const { lane, place } = this.contactOf[own];
    for (const event of this.run.edge(tUs, lane, closed, place)) happened(event);
    recorder.edge(tUs, own, closed);
  }

  /** Gestures so far of each lane, where the take can be gone on with another day; null where it cannot. */
  stopped(): number[] | null {
    const { lanes } = this.run.view();
    const can = this.run.resume !== undefined && this.only === undefined && this.lanes.length > 1;
    return can && lanes?.some((n) => n > 0) ? lanes : null;
  }

  label(role: Role): TakeLabel {
    const { id } = this.sensor;
    return {
      id: `${this.instrument.id}-${id}-${role}`,
      of: { sensor: id, role, ...(this.only === undefined ? {} : { lane: this.lanes[0].id }) },
      channels: this.lanes.flatMap((l) => l.column ?? []),
      contacts: this.contacts,
      ...(this.resumes?.role === role ? { resumes: this.resumes } : {}),
    };
  }
}
