import type { Calibration, Instrument, Sensor, Voice } from '../instrument/document';
import { FIXED_VELOCITY } from '../instrument/rules';
import { STATUS } from '../midi/messages';
import { ONE, tableOf } from '../shape/table';
import {
  LEVEL_KIND,
  SIDE_DOWN,
  SIDE_UP,
  type GateProgram,
  type InputProgram,
  type LevelProgram,
  type Program,
  type Side,
} from './program';
import { ticksIn } from './clock';
import { NO_SCALE, scaleOf } from './scale';

const ABSENT: Side = { ...NO_SCALE, dead: 65535, on: 65535, off: 65535 };

/**
 * Turns an instrument into what the engine runs. Sensors without a calibration are left out: nothing is sent for
 * what was not measured.
 * @param channels names of the frame's columns, in order; a sensor whose channel is missing is left out
 * @throws RangeError where the instrument breaks the rules of instrument/rules.ts; check it first
 */
export function compile(instrument: Instrument, channels: readonly string[]): Program {
  const inputs = instrument.sensors.flatMap((sensor) => {
    const column = channels.indexOf(sensor.channel);
    if (column < 0 || !sensor.calibration) return [];
    const voices = instrument.voices.filter((v) => v.sensor === sensor.id);
    return [compileInput(sensor, sensor.calibration, voices, column, instrument.board.tableBits)];
  });
  const { bits, tableBits } = instrument.board;
  return { bits, tableBits, inputs, maxBytes: mostBytes(inputs) };
}

/** The columns of an instrument's own board: each sensor's channel, in the sensors' order. */
export const channelsOf = (instrument: Instrument): string[] => instrument.sensors.map((s) => s.channel);

function compileInput(
  sensor: Sensor,
  calibration: Calibration,
  voices: Voice[],
  column: number,
  tableBits: number,
): InputProgram {
  const sides = compileSides(calibration);
  const falling = calibration.polarity === 'falling' ? 1 : 0;
  return {
    column,
    rest: Math.round(calibration.rest),
    ...restBand(Math.round(calibration.rest), falling, sides),
    falling,
    sides,
    table: tableOf(sensor.response, tableBits),
    levels: voices.filter((v) => v.kind !== 'note').map(compileLevel),
    gates: voices
      .filter((v) => v.kind === 'note')
      .map((v) => compileGate(v, sides, calibration.holdOffMs ?? 0)),
  };
}

/** The counts around rest in which neither a level nor a closed gate can change. */
function restBand(
  rest: number,
  falling: 0 | 1,
  [up, down]: [Side, Side],
): Pick<InputProgram, 'restLow' | 'restHigh'> {
  const room = (s: Side) => Math.min(s.dead, s.on - 1);
  const [above, below] = falling ? [room(down), room(up)] : [room(up), room(down)];
  return { restLow: Math.max(0, rest - below), restHigh: Math.min(65535, rest + above) };
}

/** Counts of the calibration as distances from the whole-count rest. */
function compileSides(c: Calibration): [Side, Side] {
  const rest = Math.round(c.rest);
  const sign = c.polarity === 'falling' ? -1 : 1;
  const up = side(sign, rest, c.reach.up, c.deadZone.up, c.on, c.off);
  if (c.reach.down === null || c.onDown === null || c.offDown === null) return [up, ABSENT];
  return [up, side(-sign, rest, c.reach.down, c.deadZone.down ?? c.deadZone.up, c.onDown, c.offDown)];
}

function side(sign: number, rest: number, reach: number, deadZone: number, on: number, off: number): Side {
  const distance = (count: number) => sign * (count - rest);
  const dead = Math.round(deadZone);
  return {
    ...scaleOf(Math.round(distance(reach)) - dead),
    dead,
    on: distance(on),
    off: distance(off),
  };
}

const MASK = { both: SIDE_UP | SIDE_DOWN, up: SIDE_UP, down: SIDE_DOWN } as const;

function compileLevel(voice: Voice): LevelProgram {
  const bits = voice.kind === 'controller' ? (voice.bits ?? 7) : 7;
  const from = voice.from ?? 0;
  const to = voice.to ?? 2 ** bits - 1;
  return {
    kind:
      voice.kind === 'pressure'
        ? LEVEL_KIND.pressure
        : bits === 14
          ? LEVEL_KIND.controller14
          : LEVEL_KIND.controller7,
    status: (voice.kind === 'pressure' ? STATUS.channelPressure : STATUS.controlChange) | (voice.channel - 1),
    controller: voice.controller ?? 0,
    sideMask: MASK[voice.side],
    from,
    span: to - from,
    deadband: Math.min(ONE, Math.round(((voice.deadband ?? 0) * ONE) / (to - from))),
    intervalTicks: voice.perSecond ? ticksIn(1_000_000 / voice.perSecond) : 0,
  };
}

function compileGate(voice: Voice, sides: [Side, Side], holdOffMs: number): GateProgram {
  const velocity = voice.velocity ?? FIXED_VELOCITY;
  const attack = (s: Side) =>
    s.span === 0 ? NO_SCALE : scaleOf(Math.min(65535, Math.max(1, velocity.full - s.on)));
  return {
    channel: voice.channel - 1,
    note: voice.note ?? 60,
    sideMask: MASK[voice.side],
    windowTicks: ticksIn(velocity.windowMs * 1000),
    holdOffTicks: ticksIn(holdOffMs * 1000),
    velocityFrom: velocity.from,
    velocitySpan: velocity.to - velocity.from,
    attack: [attack(sides[0]), attack(sides[1])],
  };
}

/** Six bytes for a note that starts and ends in one scan, six for a 14-bit controller, three otherwise. */
function mostBytes(inputs: InputProgram[]): number {
  let bytes = 0;
  for (const input of inputs) {
    bytes += 6 * input.gates.length;
    for (const level of input.levels) bytes += level.kind === LEVEL_KIND.controller14 ? 6 : 3;
  }
  return Math.max(1, bytes);
}
