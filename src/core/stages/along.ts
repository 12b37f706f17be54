import {
  CONTROL_KIND,
  DRIFT_TICKS,
  GLIDE_ANEW,
  GLIDE_BENDS,
  GLIDE_READS,
  GLIDE_SCHOOL,
  GLIDE_SLURRED,
  GLIDE_TABLE_BITS,
  NO_TABLE,
  STEPS_ZERO,
} from '../engine/codes';
import { TICK_US, ticksIn } from '../engine/clock';
import { bendScale, SEMITONE } from '../engine/voices/bend';
import { responseAt, zoneOf } from '../instrument/access';
import type { Sensor } from '../instrument/sensor';
import { AlongPitch, type NoteVoice } from '../instrument/voices';
import { spell } from '../pitch/tuning';
import { bendRangeOf } from '../instrument/zones';
import { curveOf } from '../shape/families';
import { ONE, tableOfCurve } from '../shape/table';
import { sideMask } from '../ways/level/image';
import type { LaneLevel } from '../ways/level/lane-level';
import { STATUS } from '../midi/messages';
import { hearGate } from './gate';
import { levelsRead } from './levels-read';
import { scenesOf, sensorNamed, type Making } from './making';
import { ALONG } from './pitch-facts';
import type { PitchStage } from './pitch-stage';
import { alongOffers, alongWords, USUAL_HYSTERESIS_CENTS } from './along-words';
import { degreesOf } from './degrees-of';
import { zoneBends } from './zones';

export const along: PitchStage<AlongPitch> = {
  is: 'along',
  document: AlongPitch,
  ...ALONG,
  noteOf: () => 0,
  hear: (m, voice, pitch, index, attack) => {
    const read = levelsRead(m, pitch.source)[0];
    if (!read) return;
    const { image } = m.parts;
    const glide = image.glides.length;
    image.glides.push({ ...placeOf(m, voice, pitch, read), note: index });
    if (pitch.school !== 'fretted') image.controls.push(glideOf(m, voice, read, glide));
    hearGate(m, voice, { is: 'glide', index: glide }, attack);
  },
  key: ({ source }) => `along ${source.sensor} ${source.port}`,
  offers: alongOffers,
  words: alongWords,
};

type Read = ReturnType<typeof levelsRead>[number];

/** What a place means, from the voice: pitches, grid, school. */
function placeOf(m: Making, voice: NoteVoice, pitch: AlongPitch, { level, lane }: Read) {
  const { image } = m.parts;
  const zone = zoneOf(m.instrument, voice);
  const range = bendRangeOf(zone);
  const span = Math.round(12 * (pitch.octaves ?? 0) * SEMITONE);
  const shape = shapeOf(sensorNamed(m, pitch.source), pitch, lane.lane);
  const degrees = placeDegrees(m, voice, range);
  return {
    bend: bendScale(range),
    low: Math.round((pitch.lowest ?? 0) * SEMITONE),
    span,
    table: shape ? m.parts.table(tableOfCurve(shape, GLIDE_TABLE_BITS)) : NO_TABLE,
    hysteresis: Math.round(((pitch.hysteresisCents ?? USUAL_HYSTERESIS_CENTS) / 100) * SEMITONE),
    settle_ticks: ticksIn((pitch.settleMs ?? 0) * 1000),
    drift: Math.round(((pitch.driftCents ?? 0) / 100) * SEMITONE * DRIFT_S),
    range: range * SEMITONE,
    per: lane.counts === 'share' ? countsAUnit(shape, span) : 0,
    level,
    column: image.levels[level].column,
    side_mask: sideMask(lane, voice.side),
    reads: readsOf(lane, voice),
    school: SCHOOL_CODES[pitch.school],
    ...degrees,
    control: 0,
    steps: STEPS_ZERO + (voice.steps ?? 0),
    adds: STEPS_ZERO + (voice.semitones ?? 0),
    how:
      (voice.legato === false ? 0 : GLIDE_SLURRED) |
      (pitch.beyond === 'anew' ? GLIDE_ANEW : 0) |
      (zoneBends(m.instrument, zone) ? GLIDE_BENDS : 0),
  };
}
/** A drift takes a step each so often, s. */
const DRIFT_S = (DRIFT_TICKS * TICK_US) / 1e6;

const SCHOOL_CODES = {
  fretted: GLIDE_SCHOOL.fretted,
  slide: GLIDE_SCHOOL.slide,
  'pull-in': GLIDE_SCHOOL.pullIn,
  free: GLIDE_SCHOOL.pullIn,
} as const;

function readsOf(lane: LaneLevel, { side }: NoteVoice): number {
  if (lane.counts) return GLIDE_READS[lane.counts];
  if (lane.down === null || side !== 'both') return GLIDE_READS.level;
  return lane.polarity === 'falling' ? GLIDE_READS.belowIsUp : GLIDE_READS.aboveIsUp;
}

/** From place to pitch, both 0 … 1: the port's response, then the spacing; null where neither bends it. */
function shapeOf(sensor: Sensor, { source, spacing, octaves = 1 }: AlongPitch, lane: string) {
  const response = responseAt(sensor, source.port, lane);
  if (spacing === 'even' && response.family === 'straight') return null;
  const curve = curveOf(response);
  const length = 1 - 2 ** -octaves;
  // Fret n lies at L(1 − 2^(−n/12)) (handbook 4.7).
  const spaced = (x: number) => (spacing === 'even' ? x : -Math.log2(1 - x * length) / octaves);
  return (x: number) => Math.min(1, Math.max(0, spaced(curve(x))));
}

/** The least counts of a share's column that a unit of pitch takes, Q16. @param span 1/512 semitone */
function countsAUnit(shape: ((x: number) => number) | null, span: number): number {
  const parts = 1024;
  const at = shape ?? ((x: number) => x);
  let steepest = 0;
  for (let i = 0; i < parts; i++) steepest = Math.max(steepest, at((i + 1) / parts) - at(i / parts));
  return Math.min(65535, Math.floor((65536 * (ONE / parts)) / Math.max(1e-9, steepest * span)));
}

function placeDegrees(m: Making, voice: NoteVoice, range: number) {
  const { image } = m.parts;
  const own = degreesOf(m.instrument, voice);
  if (!own) return { degree: 0, degrees: 0 };
  const { key, notes } = own;
  let degree = m.degrees.get(key);
  if (degree === undefined) {
    degree = image.degrees.length;
    m.degrees.set(key, degree);
    image.degrees.push(
      ...notes.map((own) => ({ pitch: Math.round(own * SEMITONE), ...spell(own, range), pad: 0 })),
    );
  }
  return { degree, degrees: notes.length };
}

/** The bend that follows a place. */
function glideOf(m: Making, voice: NoteVoice, { level, lane }: Read, glide: number) {
  const { image } = m.parts;
  const mask = sideMask(lane, voice.side);
  const { lane: first } = image.notes[image.notes.length - 1];
  return {
    scenes: scenesOf(m, voice),
    mirror: 0,
    ...{
      from: 0,
      span: 16383,
      interval_ticks: 0,
      curve: [NO_TABLE, NO_TABLE] as [number, number],
      deadband: 1,
    },
    // What is heard is true: it follows every count.
    slack: 0,
    ...{ level, column: image.levels[level].column, side_mask: mask, kind: CONTROL_KIND.glide },
    ...{ status: STATUS.pitchBend, controller: 0, hold: 0, takeover: 0 },
    ...{ lane: first + 1, next: 0, glide: glide + 1, pad: 0 },
  };
}
