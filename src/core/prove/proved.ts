import type { Onset } from '../calibrate/onset';
import type { Instrument } from '../instrument/document';
import type { MidiEvent } from '../midi/event';
import { freezesIn, type Freezes } from '../signal/freezes';
import { secondsOf, type Frames } from '../signal/take';
import { marksByFile } from './asked-by-midi';
import { attacksOf, neededOf } from './attacks';
import type { ClockFit } from './clock-fit';
import { lagOf } from './lag';
import {
  countsOf,
  pitchErrorsOf,
  velocitiesOf,
  type Counts,
  type PitchErrors,
  type Velocities,
} from './figures';
import {
  intendedByMarks,
  intendedByTrace,
  judgedVoices,
  onsetsBySensor,
  type Intended,
  type Mark,
  type OnsetsBy,
  type RoleSpan,
} from './intended';
import { judge, type Judged } from './judge';
import { latencyOf, noteLatencies, type Latency } from './latency';
import { playBoards, type BoardPlayed, type MidiIn } from './play-take';
import { soundedOf, type Sounded } from './sounded';
import { wireLoads, type WireLoad } from './wire-load';
import { withWhatIsThere } from './with-what-is-there';

/** What a take is judged by. */
export interface Asked {
  take: Frames;
  /** What its stretches were played for. */
  roles?: readonly RoleSpan[];
  /** What was meant; what the raw trace tells where it is left out. */
  marks?: readonly Mark[];
  /** What was meant as a file of music has it, in place of marks. */
  meant?: readonly MidiEvent[];
  midiIn?: readonly MidiIn[];
}

/** What one sensor's gestures came to. */
export interface SensorProved {
  sensor: string;
  intended: number;
  notes: number;
  counts: Counts;
  latency: Latency | null;
}

/** What a take came to: does the instrument play what the player means. */
export interface Proved extends Judged {
  seconds: number;
  counts: Counts;
  sensors: SensorProved[];
  latency: Latency | null;
  velocities: Velocities | null;
  pitch: PitchErrors | null;
  wires: WireLoad[];
  /** Stretches in which the board brought no frame. */
  freezes: Freezes;
  sounded: Sounded[];
  onsets: OnsetsBy;
  /** How the file of what was meant goes by the board's clock; null where it is of another tune, undefined without one. */
  clock?: ClockFit | null;
  /** How late the marks were, µs, where there were any. */
  lagUs?: number;
  /** Sensors that the take lacks, and that something stands in for. */
  stoodIn: string[];
}

const MINUTE_S = 60;

/**
 * Plays a take and judges it, as docs/proving.md says. @param most messages
 * @returns null where it plays more than that
 */
export function prove(instrument: Instrument, asked: Asked): Proved;
export function prove(instrument: Instrument, asked: Asked, most: number): Proved | null;
export function prove(whole: Instrument, asked: Asked, most = Infinity): Proved | null {
  const { take, midiIn = [] } = asked;
  const { instrument, stoodIn } = withWhatIsThere(whole, take);
  const played = playBoards(instrument, take, most, midiIn);
  if (!played) return null;
  const onsets = onsetsBySensor(instrument, take);
  const sounded = soundedOf(instrument, played, take);
  const meant = meantBy(instrument, asked, onsets, sounded);
  const freezes = freezesIn(take.tUs, (fromUs, toUs) => isBetween(asked.roles ?? [], fromUs, toUs));
  return proved(instrument, take, { ...meant, played, sounded, onsets, stoodIn, freezes });
}

/** Whether a gap lies between two takes that were laid one after the other. */
const isBetween = (roles: readonly RoleSpan[], fromUs: number, toUs: number): boolean =>
  roles.some((own, i) => i + 1 < roles.length && fromUs >= own.toUs && toUs <= roles[i + 1].fromUs);

/** What was meant: by a file, by marks, else by what the raw trace tells. */
function meantBy(
  instrument: Instrument,
  { take, roles, marks, meant }: Asked,
  onsets: OnsetsBy,
  sounded: readonly Sounded[],
): Pick<Proved, 'intended' | 'clock' | 'lagUs'> {
  const file = meant && marksByFile(meant, sounded);
  if (file) {
    const intended = intendedByMarks(instrument, take, onsets, file.marks, roles);
    return { intended, clock: file.clock };
  }
  const told = intendedByTrace(instrument, take, onsets, roles);
  if (!marks)
    return {
      intended: playable(instrument, take, told, onsets),
      ...(meant ? { clock: null } : {}),
    };
  const lagUs = lagOf(
    marks.map(({ tUs }) => tUs).sort((a, b) => a - b),
    told.map(({ atUs }) => atUs),
  );
  return { intended: intendedByMarks(instrument, take, onsets, marks, roles, lagUs), lagUs };
}

type Meant = Pick<Proved, 'freezes' | 'onsets' | 'stoodIn' | 'sounded' | 'intended' | 'clock' | 'lagUs'>;

function proved(
  instrument: Instrument,
  take: Frames,
  { played, ...own }: Meant & { played: BoardPlayed[] },
): Proved {
  const { sounded, onsets, intended } = own;
  const judged = judge(intended, attacksOf(sounded), onsets);
  const minutes = Math.max(1 / MINUTE_S, secondsOf(take) / MINUTE_S);
  const latencies = noteLatencies(instrument, judged, onsets);
  const gates = [...new Set(judgedVoices(instrument, take).map(({ gate }) => gate.sensor))];
  return {
    ...judged,
    seconds: secondsOf(take),
    counts: countsOf(judged, minutes),
    sensors: gates.map((sensor) => ({
      sensor,
      intended: judged.intended.filter((own) => own.sensor === sensor).length,
      notes: judged.attacks.filter((own) => own.sensor === sensor).length,
      counts: countsOf(judged, minutes, sensor),
      latency: latencyOf(latencies.filter((own) => judged.intended[own.intended].sensor === sensor)),
    })),
    latency: latencyOf(latencies),
    velocities: velocitiesOf(judged),
    pitch: pitchErrorsOf(judged),
    wires: wireLoads(played),
    ...own,
  };
}

/** Without gestures that play nothing by choice: those of a gate none of whose voices has its second gate open, or its note chosen. */
function playable(
  instrument: Instrument,
  take: Frames,
  intended: readonly Intended[],
  onsets: OnsetsBy,
): Intended[] {
  const voices = judgedVoices(instrument, take);
  const needs = new Map(
    voices.map(({ gate }) => [
      gate.sensor,
      voices.filter((v) => v.gate.sensor === gate.sensor).map(neededOf),
    ]),
  );
  const meets = (own: Onset | null, other: Onset) =>
    own !== null && other.riseUs <= own.toUs && other.toUs >= own.riseUs;
  return intended.filter(({ sensor, onset }) =>
    (needs.get(sensor!) ?? []).some((own) =>
      own.every((needed) => (onsets.get(needed) ?? []).some((other) => meets(onset, other))),
    ),
  );
}
