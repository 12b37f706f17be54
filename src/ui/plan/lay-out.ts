import type { BoardPins } from '@/core/instrument/board';
import type { Sensor } from '@/core/instrument/sensor';
import type { Wire } from '@/core/plan/assign';
import { pinsOfBoard } from '@/core/plan/pins';
import { signalsOf } from '@/core/plan/signals';

/** The picture's own units: as wide as the work at 1280. */
export const WIDTH = 744;
export const PIN_WIDTH = 190;
/** Width of a sensor's block. */
export const BLOCK = 300;
export const ROW = 19;
/** Signals beyond these are drawn as a bundle, without names. */
const MOST_NAMED = 6;
/** Free pins that are shown until a wire is held. */
const MOST_FREE = 5;
const HEAD = 42;
const GAP = 8;
const BUNDLE = 20;

/** A sensor's block, and where each of its signals leaves it. */
export interface Row {
  sensor: Sensor;
  y: number;
  height: number;
  signals: Map<string, number>;
  named: boolean;
}

export interface PinPlace {
  name: string;
  /** What it can be, in a word. */
  can: string;
  y: number;
}

/**
 * Where blocks and pins lie; signals of a bus leave with the first sensor on it.
 * @param every whether all free pins are shown; else a few
 */
export function layOut(
  sensors: readonly Sensor[],
  wires: readonly Wire[] | null,
  pins: BoardPins | null,
  every: boolean,
) {
  let y = 0;
  const rows = sensors.map((sensor): Row => {
    const labels = wires
      ? wires.filter((w) => w.signal.sensor === sensor.id).map((w) => w.signal.label)
      : signalsOf(sensor).map((s) => s.label);
    const named = labels.length <= MOST_NAMED;
    const height = named ? Math.max(HEAD, labels.length * ROW + 6) : HEAD + BUNDLE;
    const step = named ? ROW : (height - 12) / labels.length;
    const top = y + (named ? (height - labels.length * ROW) / 2 + ROW / 2 : 6);
    const row = { sensor, y, height, named, signals: new Map(labels.map((l, i) => [l, top + i * step])) };
    y += height + GAP;
    return row;
  });
  const used = new Set(wires?.map((w) => w.pin));
  let free = 0;
  const all = pins ? pinsOfBoard(pins) : [];
  const shown = all.filter((pin) => used.has(pin.name) || every || ++free <= MOST_FREE);
  const places = shown.map((pin, i): PinPlace => ({
    name: pin.name,
    can: wordOf(pin.can),
    y: i * ROW + ROW / 2,
  }));
  const hidden = all.length - shown.length;
  const lines = places.length + Number(hidden > 0);
  return { rows, pins: places, hidden, height: Math.max(y - GAP, lines * ROW, HEAD) };
}

function wordOf(can: ReadonlySet<string>): string {
  if (can.has('touch')) return 'touch';
  if (can.has('analogue')) return can.has('digital') ? 'analogue' : 'analogue only';
  return can.has('interrupt') ? 'digital, edges' : 'digital';
}
