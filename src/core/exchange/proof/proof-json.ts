import type { Finding } from '../../findings/finding';
import type { Intended } from '../../prove/intended';
import type { Moment } from '../../prove/judge';
import type { Proved } from '../../prove/proved';
import type { Sounded } from '../../prove/sounded';
import type { Versions } from '../../prove/versions';
import { round } from '../../units/round';

/** Moments, and changes of notes, that an answer holds at most. */
export const MOST_MOMENTS = 2000;

/** What a take came to, as plain JSON: times in µs of the take, the rest as named. */
export const proofJson = (proved: Proved, findings: readonly Finding[]) => ({
  seconds: round(proved.seconds, 3),
  intended: proved.intended.length,
  notes: proved.attacks.length,
  counts: proved.counts,
  sensors: proved.sensors,
  latency: proved.latency,
  velocities: proved.velocities,
  pitch: proved.pitch,
  wires: proved.wires,
  freezes: proved.freezes,
  stoodIn: proved.stoodIn,
  moments: proved.moments.slice(0, MOST_MOMENTS).map((moment) => momentJson(proved.intended, moment)),
  findings,
});

/** A moment with the gesture that was meant and the note that sounded. */
const momentJson = (
  intended: readonly Intended[],
  { is, sensor, lane, fromUs, toUs, intended: place, note }: Moment,
) => ({
  ...{ is, sensor, lane },
  ...{ fromUs: Math.round(fromUs), toUs: Math.round(toUs) },
  intended: place === null ? null : intendedJson(intended[place]),
  note: note && noteJson(note),
});

const intendedJson = ({ atUs, toUs, sensor, lane, note, dynamic, onset }: Intended) => ({
  ...{ atUs: Math.round(atUs), toUs: toUs === null ? null : Math.round(toUs), sensor, lane, note, dynamic },
  peak: onset && Number.isFinite(onset.peak) ? round(onset.peak, 3) : null,
});

const noteJson = ({ onUs, offUs, ended, channel, note, velocity, voice }: Sounded) => ({
  ...{ onUs: Math.round(onUs), offUs: Math.round(offUs), ended, channel: channel + 1, note, velocity },
  voice: voice?.id ?? null,
});

/** Two versions, without what each came to. */
export const versionsJson = ({ errors, latency, changes, alike }: Versions) => ({
  ...{ errors, latency, alike, changed: changes.length },
  changes: changes.slice(0, MOST_MOMENTS).map(({ tUs, is, before, now }) => ({
    ...{ tUs: Math.round(tUs), is },
    before: before && noteJson(before),
    now: now && noteJson(now),
  })),
});

export type ProofJson = ReturnType<typeof proofJson>;
export type MomentJson = ProofJson['moments'][number];
export type VersionsJson = ReturnType<typeof versionsJson>;

/** The same with all that is drawn: every gesture that was meant, and every note. */
export const proofPicture = (proved: Proved, findings: readonly Finding[]) => ({
  ...proofJson(proved, findings),
  clock: proved.clock,
  lagUs: proved.lagUs ?? null,
  gestures: proved.intended.slice(0, MOST_DRAWN).map(intendedJson),
  played: proved.sounded.slice(0, MOST_DRAWN).map((note) => ({
    ...noteJson(note),
    sensor: note.voice?.gate.sensor ?? null,
    lane: note.lane,
  })),
});
const MOST_DRAWN = 20_000;

export type ProofPicture = ReturnType<typeof proofPicture>;

const DRAWN = ['clock', 'lagUs', 'gestures', 'played'] as const;

/** Without what is only drawn. */
export function proofOfPicture(picture: ProofPicture): ProofJson {
  const proof: ProofJson & Partial<ProofPicture> = { ...picture };
  for (const key of DRAWN) delete proof[key];
  return proof;
}
