import type { BoardPins } from '../instrument/board';
import type { Lights } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { PinNeed } from '../kinds/kind-plan';
import { matrixLines } from '../parts/formulas';
import { lightSignals } from './lights';
import { CHOOSERS, pinsOfBoard, type Pin } from './pins';
import { signalsOf, type WiredSignal } from './signals';

/** A wire of the plan: a signal and the pin that it goes to, or null where there was none left. */
export interface Wire {
  signal: WiredSignal;
  pin: string | null;
  /** Whether the document says so; else the plan proposes it. */
  fixed: boolean;
}

/** The pin that the document gives a signal. */
function fixedPin(sensor: Sensor, { lane, second, line }: WiredSignal): string | undefined {
  if (line) return linePin(sensor, line);
  if (lane === null) return second ? sensor.lanes[0]?.otherPin : undefined;
  return second ? sensor.lanes[lane].otherPin : sensor.lanes[lane].pin;
}

/** Places of a sensor's contacts in its matrix, row after row. */
export const contactPins = (sensor: Sensor): (string | undefined)[] =>
  sensor.lanes.flatMap((lane) => (lane.contacts ?? []).map((_, i) => (i === 0 ? lane.pin : lane.otherPin)));

/** The pin of a row or a column: that of the first contact on it. */
function linePin(sensor: Sensor, { of, at }: NonNullable<WiredSignal['line']>): string | undefined {
  const places = contactPins(sensor);
  const { columns } = matrixLines(places.length);
  const place = of === 'row' ? places[at * columns] : places[at];
  return place?.split('.')[of === 'row' ? 0 : 1];
}

/** The wires that choose an input of the multiplexers; they stand with the first sensor that the converter reads. */
function choosers(pins: BoardPins, sensors: readonly Sensor[]): WiredSignal[] {
  const on = sensors.find((s) => signalsOf(s).some(({ needs }) => needs === 'analogue'));
  if (!on || !pins.multiplexers) return [];
  return Array.from({ length: CHOOSERS }, (_, i) => ({
    ...{ name: `choose ${i + 1}`, needs: 'digital' as PinNeed, lane: null, sensor: on.id },
    label: `${MULTIPLEXERS}${i + 1}`,
  }));
}

const MULTIPLEXERS = 'multiplexers · choose ';

/** The four of them, the lowest bit first; undefined where there are no multiplexers, or a pin is missing. */
export function chooserPins(wires: readonly Wire[]): string[] | undefined {
  const own = wires.filter(({ signal }) => signal.label.startsWith(MULTIPLEXERS)).map((w) => w.pin);
  return own.length === CHOOSERS && own.every((pin) => pin !== null) ? own : undefined;
}

/** Two wires of the bus, which every sensor on it shares. */
const bus = (sensors: readonly Sensor[]): WiredSignal[] => {
  const on = sensors.find((s) => signalsOf(s).some(({ needs }) => needs === 'bus'));
  if (!on) return [];
  return BUS_WIRES.map((name) => ({
    ...{ name, needs: 'bus' as PinNeed, lane: null, sensor: on.id },
    label: `${BUS}${name}`,
  }));
};

const BUS = 'bus · ';
const BUS_WIRES = ['data', 'clock'];

/**
 * Wires every signal of a board's sensors to a pin: those of the document stay where they can, the others go to the pin that
 * can do least else. No pin is used twice. The lights' own wires come after them. As many as can be are wired (augmenting paths: Berge, PNAS 43, 1957).
 */
export function assignPins(pins: BoardPins, sensors: readonly Sensor[], lights?: Lights): Wire[] {
  const all = pinsOfBoard(pins);
  const own = sensors.flatMap(signalsOf).filter((s) => s.needs !== 'bus');
  const lit = sensors.length > 0 ? lightSignals(lights, sensors[0].id) : [];
  const signals = [...bus(sensors), ...own, ...choosers(pins, sensors), ...lit];
  const owner = new Map<string, number>();
  const fixed = signals.map((signal) => {
    const sensor = sensors.find((s) => s.id === signal.sensor)!;
    const wanted = boardsOwnPin(pins, signal) ?? lightPin(lights, signal) ?? fixedPin(sensor, signal);
    const pin = all.find((p) => p.name === wanted);
    return pin && pin.can.has(signal.needs) ? pin : null;
  });
  fixed.forEach((pin, i) => {
    if (pin && !owner.has(pin.name)) owner.set(pin.name, i);
    else fixed[i] = null;
  });
  signals.forEach((_, i) => {
    if (!fixed[i]) place(i, signals, all, owner, fixed, new Set());
  });
  const pinOf = new Map([...owner].map(([pin, signal]) => [signal, pin]));
  return signals.map((signal, i) => ({ signal, pin: pinOf.get(i) ?? null, fixed: fixed[i] !== null }));
}

/** The pin that the board itself gives a signal: of its bus, or of its multiplexers. */
function boardsOwnPin(pins: BoardPins, { label, name }: WiredSignal): string | undefined {
  if (label.startsWith(BUS)) return pins.busPins?.[BUS_WIRES.indexOf(name)];
  return label.startsWith(MULTIPLEXERS) ? pins.choosers?.[Number(name.slice(-1)) - 1] : undefined;
}

const lightPin = (lights: Lights | undefined, { light }: WiredSignal): string | undefined =>
  light === undefined ? undefined : lights?.pins?.[light];

/** Finds a pin for a signal; moves others along where it must, never those that the document fixes. */
function place(
  i: number,
  signals: readonly WiredSignal[],
  pins: readonly Pin[],
  owner: Map<string, number>,
  fixed: readonly (Pin | null)[],
  seen: Set<string>,
): boolean {
  const plain = [...pins].sort((a, b) => worth(a, signals[i].needs) - worth(b, signals[i].needs));
  for (const free of [true, false])
    for (const pin of plain) {
      const by = owner.get(pin.name);
      if (!pin.can.has(signals[i].needs) || seen.has(pin.name) || (by === undefined) !== free) continue;
      seen.add(pin.name);
      if (by !== undefined && (fixed[by] || !place(by, signals, pins, owner, fixed, seen))) continue;
      owner.set(pin.name, i);
      return true;
    }
  return false;
}

/** What a pin is worth to others: what the converter reads is taken last by what it need not read. */
const worth = ({ can }: Pin, needs: PinNeed): number => Number(needs !== 'analogue' && can.has('analogue'));

/** Why a signal cannot go to a pin, in a sentence; null where it can. */
export function pinRefusal(pins: BoardPins, signal: WiredSignal, name: string): string | null {
  const pin = pinsOfBoard(pins).find((p) => p.name === name);
  if (!pin) return `This board has no pin ${name}.`;
  if (pin.can.has(signal.needs)) return null;
  const reads = pin.can.has('analogue')
    ? 'reads levels only'
    : pin.can.has('digital')
      ? 'reads switches only'
      : 'cannot';
  const wants: Record<PinNeed, string> = {
    analogue: `Pin ${name} reads no levels; ${signal.label} needs a pin of the converter.`,
    digital: `Pin ${name} ${reads}; ${signal.label} needs a digital pin.`,
    touch: `Pin ${name} senses no touch; ${signal.label} needs a touch pin.`,
    interrupt: `Pin ${name} cannot time an edge; ${signal.label} needs one that can.`,
    bus: `Pin ${name} is not on the bus, where ${signal.label} belongs.`,
  };
  return wants[signal.needs];
}
