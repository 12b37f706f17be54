import { CONTROL_KIND, NO_STATUS, TAKES_OVER_BY } from '../engine/codes';
import { ticksIn } from '../engine/clock';
import type { SWITCHED } from '../engine/voice-records';
import { jumpStairs } from '../engine/jumps';
import { stairsOf } from '../engine/stairs';
import type { Of } from '../engine/struct';
import { channelsOfZone, zoneOf } from '../instrument/access';
import {
  GATES_SEND,
  isOnNoChannel,
  OF_WHOLE_ZONES,
  type BendVoice,
  type ControllerVoice,
  type LightVoice,
  type NoteVoice,
  type ParameterVoice,
  type PolyPressureVoice,
  type PressureVoice,
  type ProgramVoice,
  type Source,
  type TempoVoice,
  type Voice,
} from '../instrument/voices';
import { lanesOfSource } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { tableOfCurve } from '../shape/table';
import { LSB_OFFSET, STATUS } from '../midi/messages';
import { keptOf, sideMask, slackOf } from '../ways/level/image';
import { wayOf } from '../ways/registry';
import { listen } from './gate';
import { BEND_CENTRE } from '../midi/bend';
import { playsAlone, soundingSource, sourcesOf } from '../instrument/rules';
import { USUAL_BEND_RANGE } from '../midi/bend';
import { bendRangeOf } from '../instrument/zones';
import { signOf, type LaneLevel } from '../ways/level/lane-level';
import { filteredRead } from './filtered';
import { joinedRead } from './join';
import { levelsRead, type LevelRead } from './levels-read';
import { compileShow, partsLit } from './lights';
import { sidedCurves } from './sided-curves';
import { playsOn } from './zones';
import { scenesOf, sensorNamed, type Making } from './making';

export type Expression = Exclude<Voice, NoteVoice>;

/** What a level or a gate is sent as: a member of the stage. */
interface ExpressionStage<V extends Expression> {
  sends(voice: V): Sends;
}

interface Sends {
  status: number;
  kind: number;
  /** Data byte before the value; 0 where there is none. */
  controller: number;
  /** Whether it has 14 bits. */
  fine: boolean;
  /** Bytes of one value. */
  bytes: number;
}

const controller: ExpressionStage<ControllerVoice> = {
  sends: (voice) => {
    const fine = voice.bits === 14;
    return {
      ...{ status: STATUS.controlChange, controller: voice.controller, fine, bytes: fine ? 6 : 3 },
      kind: fine ? CONTROL_KIND.controller14 : CONTROL_KIND.controller7,
    };
  },
};
const pressure: ExpressionStage<PressureVoice> = {
  sends: () => ({
    ...{ status: STATUS.channelPressure, kind: CONTROL_KIND.pressure, controller: 0, fine: false, bytes: 2 },
  }),
};

const polyPressure: ExpressionStage<PolyPressureVoice> = {
  sends: () => ({
    ...{ status: STATUS.polyPressure, kind: CONTROL_KIND.polyPressure, controller: 0, fine: false, bytes: 3 },
  }),
};

const bend: ExpressionStage<BendVoice> = {
  sends: () => ({
    ...{ status: STATUS.pitchBend, kind: CONTROL_KIND.bend, controller: 0, fine: true, bytes: 3 },
  }),
};

const parameter: ExpressionStage<ParameterVoice> = {
  sends: ({ bits }) => {
    const fine = bits === 14;
    return {
      ...{ status: STATUS.controlChange, controller: 0, fine, bytes: fine ? 12 : 9 },
      kind: fine ? CONTROL_KIND.parameter14 : CONTROL_KIND.parameter7,
    };
  },
};

const program: ExpressionStage<ProgramVoice> = {
  sends: () => ({
    ...{ status: STATUS.programChange, kind: CONTROL_KIND.pressure, controller: 0, fine: false, bytes: 2 },
  }),
};

const tempo: ExpressionStage<TempoVoice> = {
  sends: () => ({
    ...{ status: STATUS.controlChange, kind: CONTROL_KIND.tempo, controller: 0, fine: false, bytes: 0 },
  }),
};

const light: ExpressionStage<LightVoice> = {
  sends: () => ({
    ...{ status: NO_STATUS, kind: CONTROL_KIND.light, controller: 0, fine: false, bytes: 0 },
  }),
};

const STAGES: { [V in Expression as V['is']]: ExpressionStage<V> } = {
  ...{ controller, pressure, bend, parameter, program, tempo, light },
  'poly-pressure': polyPressure,
};
const stageOf = ({ is }: Expression): ExpressionStage<Expression> => STAGES[is];

export const sendsOf = (voice: Expression): Sends => stageOf(voice).sends(voice);

/** One whose sensor is not there is left out. */
export function compileExpression(m: Making, voice: Expression): void {
  const sensor = sensorNamed(m, voice.source);
  if (!m.sensors.has(sensor.id)) return;
  // Lights are led to the first board.
  if (voice.is === 'light' && sensor.board !== m.instrument.boards[0].id) return;
  if (kindOf(sensor).ports[voice.source.port].carries === 'level') compileControl(m, voice);
  else compileSwitched(m, voice);
}

/** Status bytes of what a voice sends for its whole zone: one a channel, or one where it is on none. */
const statusesOf = (m: Making, voice: Expression): number[] =>
  (isOnNoChannel(voice) ? [1] : channelsOfZone(m.instrument, zoneOf(m.instrument, voice))).map(
    (channel) => sendsOf(voice).status | (channel - 1),
  );

/** What a voice reads at rest and at its reach. */
function rangeOf({ instrument: { clock } }: Making, voice: Expression): { from: number; to: number } {
  const first = voice.is === 'tempo' ? clock!.least : 0;
  const last = voice.is === 'tempo' ? clock!.most : sendsOf(voice).fine ? 16383 : 127;
  return { from: (voice.from ?? first) - first, to: (voice.to ?? last) - first };
}

/** A control a level, on the channels of its zone; what belongs to notes goes with each. */
function compileControl(m: Making, voice: Expression): void {
  // The clock is another board's.
  if (voice.is === 'tempo' && m.parts.image.tempos.length === 0) return;
  for (const read of voice.join ? joinedRead(m, voice, voice.join) : levelsRead(m, voice.source)) {
    const latch = noteOfLane(m, voice, m.sensors.get(voice.source.sensor)!.lanes[read.i]);
    // Pressure of a note where no note is: nothing to say.
    if (latch === null && voice.is === 'poly-pressure') continue;
    const { image } = m.parts;
    const own = controlOf(m, voice, read);
    if (voice.is === 'light') {
      const show = showOf(m, voice, read);
      if (show === null) continue;
      own.controller = show;
    }
    if (latch !== null)
      image.controls.push({
        ...own,
        scenes: scenesOf(m, voice),
        status: sendsOf(voice).status,
        lane: latch + 1,
      });
    else {
      if (voice.is === 'bend') playsOn(m, voice);
      for (const status of statusesOf(m, voice))
        image.controls.push({ ...own, scenes: scenesOf(m, voice), status, takeover: takeoverOf(m, voice) });
    }
  }
}

/**
 * The lane of notes that a level belongs to, where its sensor plays or gates them: in an MPE zone all but what is of the zone, and poly pressure everywhere.
 * Null for what belongs to the whole zone. @param place of the level's lane in its sensor
 */
function noteOfLane(m: Making, voice: Expression, place: number): number | null {
  const zone = zoneOf(m.instrument, voice);
  if (OF_WHOLE_ZONES.includes(voice.is) || (zone.is !== 'mpe' && voice.is !== 'poly-pressure')) return null;
  const { sensor } = voice.source;
  for (const { voice: note, lane, places } of m.played) {
    if (note.zone !== zone.id) continue;
    if (soundingSource(note).sensor === sensor && !playsAlone(note) && note.pitch.is !== 'chosen') {
      const i = places.indexOf(place);
      if (i >= 0) return lane + i;
    } else if (sourcesOf(note).some(([, source]) => source.sensor === sensor)) return lane;
  }
  return null;
}

/** What a level shows on its lane's part of the lights; null for a lane past the last of them. */
function showOf(m: Making, voice: LightVoice, { i }: LevelRead): number | null {
  const sensor = sensorNamed(m, voice.source);
  const parts = partsLit(m, voice);
  const lanes = lanesOfSource(sensor, voice.source);
  const part = voice.join ? 0 : lanes.indexOf(m.sensors.get(sensor.id)!.lanes[i]);
  return part < parts ? compileShow(m, voice, part, parts) : null;
}

function controlOf(m: Making, voice: Expression, read: LevelRead) {
  const { image } = m.parts;
  const { level } = read;
  // What is joined was filtered by itself.
  const { column, lane } = voice.join
    ? { column: image.levels[level].column, lane: read.lane }
    : filteredRead(m, voice.source, read);
  const { kind } = sendsOf(voice);
  const mask = sideMask(lane, voice.side);
  const { stairs, ...values } = valuesOf(m, voice, lane);
  return {
    ...values,
    interval_ticks: voice.perSecond ? ticksIn(1_000_000 / voice.perSecond) : 0,
    deadband: Math.max(1, Math.ceil(voice.deadband ?? 0)),
    slack: voice.jumps
      ? keptOf(image.levels[level], mask, stairs)
      : slackOf(image.levels[level], mask, stairs, lane),
    ...{ level, side_mask: mask, kind, column },
    // A gate that is not calibrated, or is of another board, holds nothing.
    hold: voice.while && m.sensors.has(voice.while.sensor) ? holdBy(m, voice.while) : 0,
    ...{ takeover: 0, lane: 0, next: 0, glide: 0, pad: 0 },
  };
}

type Two<T> = [T, T];
const both = <T, U>([above, below]: Two<T>, of: (own: T) => U): Two<U> => [of(above), of(below)];

/** From where to where it goes, and by which tables or stairs above rest and below it. */
function valuesOf(m: Making, voice: Expression, lane: LaneLevel) {
  const { parts } = m;
  const { fine } = sendsOf(voice);
  const controller = voice.is === 'parameter' ? parameterOf(m, voice) : sendsOf(voice).controller;
  const curves = curvesRead(m, voice, lane);
  const tables = () => both(curves, (curve) => parts.table(tableOfCurve(curve, parts.image.table_bits)));
  const none: Two<number[]> = [[], []];
  if (voice.is === 'bend') return { ...bendEnds(m, voice, lane), curve: tables(), stairs: none };
  const ends = rangeOf(m, voice);
  const [from, to] = [Math.min(ends.from, ends.to), Math.max(ends.from, ends.to)];
  const mirror = ends.from > ends.to ? from + to : 0;
  if (fine) return { from, span: to - from, curve: tables(), controller, mirror, stairs: none };
  const made = both(curves, (curve) =>
    voice.jumps
      ? { floor: 0, stairs: jumpStairs(curve, voice.jumps, to - from) }
      : stairsOf(curve, to - from),
  );
  // Both sides begin and end alike, so that they have as many steps.
  const [{ floor, stairs: above }] = made;
  const stairs = both(made, (own) => own.stairs);
  return {
    from: from + floor,
    span: above.length,
    curve: both(stairs, (own) => parts.stair(own)),
    controller,
    mirror,
    stairs,
  };
}

/** The curves by which a voice reads its level above rest and below it; what is joined has answered by itself. */
function curvesRead(m: Making, voice: Expression, lane: LaneLevel): Two<(x: number) => number> {
  const { source, join, between } = voice;
  const plain = (x: number) => x;
  const answers: Two<(x: number) => number> = join ? [plain, plain] : sidedCurves(m, source, lane);
  if (!between) return answers;
  const [low, high] = between;
  return both(answers, (own) => (x: number) => Math.min(1, Math.max(0, (own(x) - low) / (high - low))));
}

/** The place of a parameter among those of the image. */
function parameterOf(
  { parts: { image } }: Making,
  { parameter: number, registered }: ParameterVoice,
): number {
  const own = { high: number >> 7, low: number & 127, registered: registered ? 1 : 0 };
  const known = image.parameters.findIndex(
    (p) => p.high === own.high && p.low === own.low && p.registered === own.registered,
  );
  return known >= 0 ? known : image.parameters.push(own) - 1;
}

/** The ends of a bend: 8192 each way is the whole range; which side of rest bends up stands where a controller has its number. */
function bendEnds(m: Making, voice: BendVoice, lane: LaneLevel) {
  const zone = zoneOf(m.instrument, voice);
  const range = zone.is === 'mpe' ? (zone.managerBendRange ?? USUAL_BEND_RANGE) : bendRangeOf(zone);
  const most = Math.min(BEND_CENTRE, Math.round((BEND_CENTRE * (voice.semitones ?? range)) / range));
  return { from: BEND_CENTRE - most, span: 2 * most, mirror: 0, controller: signOf(lane) > 0 ? 0 : 1 };
}

/** How it takes over what was sent, where there are scenes. @returns its place, from 1; 0 where it only jumps */
function takeoverOf(m: Making, voice: Expression): number {
  const { calibration } = sensorNamed(m, voice.source);
  const takeover = calibration && wayOf(calibration).takeover?.(calibration);
  if (takeover === undefined || m.instrument.scenes.length < 2) return 0;
  return m.parts.image.takeovers.push({ by: TAKEOVER_CODES[takeover] });
}
const TAKEOVER_CODES = {
  jump: TAKES_OVER_BY.jump,
  'pick-up': TAKES_OVER_BY.pickUp,
  scale: TAKES_OVER_BY.scale,
};

/** A hold that a gate opens. @returns its place, from 1 */
function holdBy(m: Making, gate: Source): number {
  const { holds } = m.parts.image;
  listen(m, gate, 'both', { is: 'hold', index: holds.length });
  // Which controls it holds is known once all are there.
  return holds.push({ control: 0, controls: 0 });
}

/** A gate moves a controller, or pressure, between two values; one of 14 bits as two controllers of 7. A gate bends nothing. */
function compileSwitched(m: Making, voice: Expression): void {
  if (!GATES_SEND.includes(voice.is)) return;
  const { fine, controller } = sendsOf(voice);
  const { from: off, to: on } = rangeOf(m, voice);
  const put = (switched: Omit<Of<typeof SWITCHED>, 'scenes'>, source = voice.source) => {
    listen(m, source, voice.side, { is: 'switched', index: m.parts.image.switched.length });
    m.parts.image.switched.push({ scenes: scenesOf(m, voice), ...switched });
  };
  if (voice.is === 'light')
    return putLights(m, voice, (show, source) => {
      put({ status: NO_STATUS, controller: show, off, on }, source);
    });
  for (const status of statusesOf(m, voice)) {
    if (fine) put({ status, controller, off: off >> 7, on: on >> 7 });
    const low = { controller: controller + LSB_OFFSET, off: off & 127, on: on & 127 };
    put(fine ? { status, ...low } : { status, controller, off, on });
  }
}

/** A gate of several lanes lights a part a lane, where there are as many lights. */
function putLights(m: Making, voice: LightVoice, put: (show: number, source: Source) => void): void {
  const parts = partsLit(m, voice);
  const sensor = sensorNamed(m, voice.source);
  if (parts === 1) return put(compileShow(m, voice, 0, 1), voice.source);
  lanesOfSource(sensor, voice.source).forEach((lane, part) => {
    put(compileShow(m, voice, part, parts), { ...voice.source, lane: sensor.lanes[lane].id });
  });
}
