import type { Finding } from '../findings/finding';
import { humAtRest } from './hum-at-rest';
import { distinctLevels, rangeShare } from '../signal/levels';
import { clippingOf } from '../signal/rails';
import { columnOf, type Frames, type Role } from '../signal/take';
import { timingOf, type Timing } from '../signal/timing';
import { listenToContacts, type AskedContact, type ContactReadings } from './contact-findings';
import { crosstalkOf, spanOf } from './crosstalk';
import { fullScale, type Detector } from './detectors';
import type { Asked, AskedLane, ListenedRecording, ListenedLane, SwitchedOn } from './listened-recording';
import { drift, hum, interference, returnScatter, scatter } from './noise-detectors';
import { chatty, crosstalk, messagesPerMinute, range, swapped, weakTouch } from './playing-detectors';
import { plateauOf, reachOf } from './plateau';
import { lostFrames, timingFindings } from './timing-detectors';
import { clipped, dead, floating, loose } from './wiring-detectors';

/** A recording, and what is listened to in it. */
export interface Recording {
  take: string;
  frames: Frames;
  bits: number;
  /** Scans a second that are set, where they are known. */
  scanHz?: number;
  lanes: readonly AskedLane[];
  contacts: readonly AskedContact[];
  role?: Role;
  asked?: readonly Asked[];
  switchedOn?: readonly SwitchedOn[];
}

/** What a lane reads, in counts unless said. */
export interface LaneReadings {
  sensor: string;
  lane: string;
  column: string;
  rest: number;
  noise: number;
  excursion: number;
  driftPerMinute: number | null;
  /** Whether it was played, and how much of the range that used, 0 … 1. */
  moves: boolean;
  range: number;
  levels: number;
  hum: { hz: number; amplitude: number } | null;
  /** Share of the frames at an end of the converter, 0 … 1. */
  clipped: number;
  /** p95 of where it comes back to; null where it does not, and for kinds that have no middle to spring back to. */
  returnScatter: number | null;
  /** Messages a minute while it lies still, for deadbands of 0, 1, 2 and 3 steps of seven bits. */
  messagesPerMinute: number[];
}

export interface Listened {
  timing: (Timing & { lost: number; seconds: number }) | null;
  lanes: LaneReadings[];
  contacts: ContactReadings[];
  /** Of lane j while only lane i is played, as a share of its span: [i][j]. */
  crosstalk: (number | null)[][];
  findings: Finding[];
}

/** The worst first; a lane that is dead or floats is not looked at for more. */
const GRAVE: Detector[] = [dead, floating];
const DETECTORS: Detector[] = [
  loose,
  swapped,
  clipped,
  crosstalk,
  interference,
  drift,
  hum,
  scatter,
  range,
  weakTouch,
  chatty,
];

/** Adds a detector that is none of the product's. */
export const addDetector = (detector: Detector): void => void DETECTORS.push(detector);

const SEVERITIES = ['fault', 'doubt', 'note'] as const;

/** Frames that are needed to say anything. */
export const LEAST_FRAMES = 32;

/** Listens to a recording of {@link LEAST_FRAMES} frames or more: readings a lane, and what is wrong. */
export function listenTo(recording: Recording): Listened {
  const steps = listenInSteps(recording);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Does what {@link listenTo} does in steps of a lane, so that who waits can do something between them. Yields the share done, 0 … 1. */
export function* listenInSteps(recording: Recording): Generator<number, Listened> {
  const { lanes: asked, contacts: wanted, frames, take, scanHz } = recording;
  const lanes: ListenedLane[] = [];
  const share = (n: number) => n / (2 * asked.length);
  const rate = rateOf(recording);
  for (const lane of asked) {
    yield share(lanes.length);
    lanes.push(listenedLane(lane, recording, rate.rateHz));
  }
  const listened = listenedOf(recording, lanes, rate);
  const findings: Finding[] = [];
  for (const [at, lane] of lanes.entries()) {
    yield share(lanes.length + at);
    findings.push(...laneFindings(lane, listened, at));
  }
  const contacts = listenToContacts(frames.edges, wanted, take);
  const sensor = asked[0]?.sensor ?? wanted[0]?.sensor ?? '';
  findings.push(...contacts.findings, ...timingFindings(listened, scanHz).map((f) => ({ ...f, sensor })));
  const { timing } = listened;
  return {
    timing: timing && {
      ...timing,
      lost: lostFrames(listened.tUs, timing.periodUs),
      seconds: secondsIn(listened),
    },
    lanes: lanes.map((lane) => readingsOf(lane, listened)),
    contacts: contacts.contacts,
    crosstalk: listened.crosstalk,
    findings: findings.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity)),
  };
}

const secondsIn = ({ tUs }: ListenedRecording): number =>
  tUs.length < 2 ? 0 : (tUs[tUs.length - 1] - tUs[0]) / 1e6;

function laneFindings(lane: ListenedLane, listened: ListenedRecording, at: number): Finding[] {
  const run = (detectors: Detector[]) =>
    detectors.flatMap((detect): Finding[] => {
      const found = detect(lane, listened, at);
      return found ? [{ ...found, sensor: lane.sensor, lane: lane.lane }] : [];
    });
  const grave = run(GRAVE);
  return grave.length > 0 ? grave : run(DETECTORS);
}

/** σ, and share of the full scale, that a lane must leave rest by to have moved. */
const MOVES_NOISES = 8;
const MOVES_SCALE = 0.01;

/** Frames a second, by their times, else as it is set. */
function rateOf({ frames, scanHz }: Recording): Pick<ListenedRecording, 'timing' | 'rateHz'> {
  const timing = timingOf(frames.tUs);
  return { timing, rateHz: timing?.rateHz ?? scanHz ?? 1000 };
}

/** A lane by itself. */
function listenedLane(lane: AskedLane, { frames, bits }: Recording, rateHz: number): ListenedLane {
  const scale = 2 ** bits - 1;
  const counts = columnOf(frames, lane.column);
  const plateau = plateauOf(counts, rateHz, scale);
  const reach = reachOf(counts);
  const { low, high } = reach;
  const away = Math.max(high - plateau.rest, plateau.rest - low);
  return {
    ...lane,
    ...{ counts, plateau, ...reach },
    moves: away > Math.max(MOVES_NOISES * plateau.noise, MOVES_SCALE * scale, Math.abs(plateau.drifted)),
    hum: humAtRest(counts, plateau, rateHz),
    clipping: clippingOf(counts, bits),
  };
}

function listenedOf(
  { take, frames, bits, role, asked = [], switchedOn = [] }: Recording,
  lanes: ListenedLane[],
  rate: Pick<ListenedRecording, 'timing' | 'rateHz'>,
): ListenedRecording {
  const { tUs } = frames;
  return { ...{ take, bits, role, asked, switchedOn, tUs, lanes }, ...rate, crosstalk: crosstalkOf(lanes) };
}

const DEADBANDS = [0, 1, 2, 3];

function readingsOf(lane: ListenedLane, listened: ListenedRecording): LaneReadings {
  const { sensor, lane: id, column, plateau, excursion, moves, hum: mains, clipping, counts } = lane;
  const span = spanOf(lane);
  const worst = mains[0];
  return {
    ...{ sensor, lane: id, column, excursion, moves },
    ...{ rest: plateau.rest, noise: plateau.noise, driftPerMinute: plateau.driftPerMinute },
    range: rangeShare(span, listened.bits),
    levels: distinctLevels(span, plateau.noise),
    hum: worst && worst.amplitude > 0 ? { hz: worst.hz, amplitude: worst.amplitude } : null,
    clipped: clipping.reduce((n, c) => n + c.to - c.from, 0) / counts.length,
    returnScatter: lane.returns || !lane.family ? returnScatter(lane, fullScale(listened)) : null,
    messagesPerMinute: DEADBANDS.map((d) => messagesPerMinute(lane, listened, d)),
  };
}
