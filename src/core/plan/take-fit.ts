import { withoutStrayButtons } from '../instrument/button';
import { wayOf } from '../ways/registry';
import type { Board, BoardPins } from '../instrument/board';
import type { Instrument, Lights } from '../instrument/document';
import type { Lane, Sensor } from '../instrument/sensor';
import { matrixLines } from '../parts/formulas';
import { assignPins, chooserPins, contactPins, pinRefusal, type Wire } from './assign';
import { ofClass } from './board-classes';
import { loadOfAll } from './load';
import type { Fit } from './solve';
import { CABLE_BAUD } from '../midi/messages';

/** Scans a second that are set where the board can and nothing asks for more. */
const USUAL_HZ = 1000;

/** An instrument on the boards of a fit: sensors parted, boards linked in series, pins written. What no longer fits is kept. */
export function takeFit(instrument: Instrument, fit: Fit): Instrument {
  const [first] = instrument.boards;
  const boards = fit.boards.map((own, i): Board => {
    const { leastHz } = loadOfAll(own.map((s) => instrument.sensors[s]));
    const fastest = Math.floor(fit.rate?.value ?? USUAL_HZ);
    const made = ofClass(fit.board, fit.chips.multiplexers);
    return {
      ...first,
      ...made,
      // The first plays over what it was asked to, the others over the cable to it.
      pins: { ...made.pins!, ...(i === 0 ? waysOut(first) : { transport: 'cable' as const }) },
      ...(i > 0 ? { name: `${fit.board.name}, ${i + 1}` } : {}),
      id: i === 0 ? first.id : `${first.id}-${i + 1}`,
      scanHz: Math.max(20, Math.min(fastest, Math.max(USUAL_HZ, leastHz))),
      midiBaud: CABLE_BAUD,
    };
  });
  const place = new Map(fit.boards.flatMap((own, i) => own.map((s) => [s, boards[i]] as const)));
  const sensors = instrument.sensors.map((sensor, i) =>
    movedTo(sensor, place.get(i) ?? boards[0], instrument),
  );
  // One after the other, so that each needs one input.
  const links = boards.slice(1).map((b, i) => ({ from: b.id, to: boards[i].id }));
  const known = (id: string) => (boards.some((b) => b.id === id) ? id : boards[0].id);
  const inputs = instrument.inputs?.map((own) => ({ ...own, board: known(own.board) }));
  const clock = instrument.clock && { ...instrument.clock, board: known(instrument.clock.board) };
  return withPins(withoutStrayButtons({ ...instrument, boards, sensors, links, inputs, clock }));
}

/** What a board was asked to play over; a cable where nothing is told. */
const waysOut = ({ pins }: Board): Pick<BoardPins, 'transport' | 'alsoOver'> => ({
  transport: pins?.transport ?? 'cable',
  ...(pins?.alsoOver ? { alsoOver: pins.alsoOver } : {}),
});

/** A sensor on another board: a calibration in its counts stays, another one is kept aside, and comes back when it fits again. */
export function movedTo(sensor: Sensor, board: Board, instrument: Instrument): Sensor {
  const before = instrument.boards.find((b) => b.id === sensor.board)!;
  return rebased({ ...sensor, board: board.id }, before.bits, board.bits);
}

/** A sensor whose counts have other bits now. */
export function rebased(sensor: Sensor, before: number, after: number): Sensor {
  const { calibration, former, ...bare } = sensor;
  if (before === after || (calibration && !wayOf(calibration).inCounts)) return sensor;
  return {
    ...bare,
    // In other counts.
    earlier: undefined,
    ...(former?.bits === after ? { calibration: former.calibration } : {}),
    ...(calibration ? { former: { bits: before, calibration } } : {}),
  };
}

/** An instrument with the pins of its plan written to its lanes, and those that choose to its boards. */
export function withPins(instrument: Instrument): Instrument {
  const { lights } = instrument;
  const own = (board: Board) => instrument.sensors.filter((s) => s.board === board.id);
  const planned = instrument.boards.map((board, i) =>
    board.pins ? assignPins(board.pins, own(board), i === 0 ? lights : undefined) : [],
  );
  const wires = planned.flat();
  const boards = instrument.boards.map((board, i) => withChooserPins(board, planned[i]));
  const sensors = instrument.sensors.map((sensor) => {
    const own = wires.filter((w) => w.signal.sensor === sensor.id);
    if (own.length === 0) return sensor;
    const wired = own.some((w) => w.signal.line) ? matrixLane(own) : wiredLane;
    return { ...sensor, lanes: sensor.lanes.map((lane, i) => wired(lane, i, own)) };
  });
  return { ...instrument, boards, sensors, ...(lights ? { lights: withLightPins(lights, planned[0]) } : {}) };
}

/** Lights with their pins, where there is one for each of their wires. */
function withLightPins({ pins: _, ...lights }: Lights, wires: readonly Wire[]): Lights {
  const own = wires.filter(({ signal }) => signal.light !== undefined);
  const pins = own.flatMap(({ pin }) => pin ?? []);
  return own.length > 0 && pins.length === own.length ? { ...lights, pins } : lights;
}

function withChooserPins(board: Board, wires: readonly Wire[]): Board {
  if (!board.pins) return board;
  const pins = { ...board.pins };
  delete pins.choosers;
  const choosers = chooserPins(wires);
  return { ...board, pins: choosers ? { ...pins, choosers } : pins };
}

/** Wires lanes of a matrix: each contact lies where its row meets its column. */
function matrixLane(wires: readonly Wire[]): typeof wiredLane {
  const line = (of: 'row' | 'column') => wires.filter((w) => w.signal.line?.of === of).map((w) => w.pin);
  const [rows, columns] = [line('row'), line('column')];
  return ({ pin: _pin, otherPin: _other, ...lane }, at) => {
    const contacts = lane.contacts?.length ?? 0;
    const [pin, otherPin] = Array.from({ length: contacts }, (_, i) => {
      const contact = at * contacts + i;
      const [row, column] = [rows[Math.floor(contact / columns.length)], columns[contact % columns.length]];
      return row && column ? `${row}.${column}` : undefined;
    });
    return { ...lane, ...(pin ? { pin } : {}), ...(otherPin ? { otherPin } : {}) };
  };
}

function wiredLane({ pin: _pin, otherPin: _other, ...lane }: Lane, at: number, wires: readonly Wire[]): Lane {
  const pinOf = (second: boolean) =>
    wires.find(({ signal }) => isOf(signal, at) && (signal.second ?? false) === second)?.pin ?? undefined;
  const [pin, otherPin] = [pinOf(false), pinOf(true)];
  return { ...lane, ...(pin ? { pin } : {}), ...(otherPin ? { otherPin } : {}) };
}

/** A wire led to another pin, which changes places with the one that is there; or why it cannot, in a sentence. */
export function movePin(
  instrument: Instrument,
  board: Board,
  from: Wire,
  to: string,
): { ok: true; value: Instrument } | { ok: false; says: string } {
  const refuse = (says: string) => ({ ok: false as const, says });
  if (!board.pins) return refuse(`${board.name} has not told its pins.`);
  if (isShared(from)) return refuse(`${from.signal.label} goes where a pin is left.`);
  const says = pinRefusal(board.pins, from.signal, to);
  if (says) return refuse(says);
  const own = instrument.sensors.filter((s) => s.board === board.id);
  const lights = board.id === instrument.boards[0].id ? instrument.lights : undefined;
  const there = assignPins(board.pins, own, lights).find((w) => w.pin === to);
  const back = there && from.pin ? pinRefusal(board.pins, there.signal, from.pin) : null;
  if (there && !isShared(there) && back) return refuse(back);
  const moved = withPin(withPins(instrument), from, to);
  const swapped = there && !isShared(there) ? withPin(moved, there, from.pin) : moved;
  return { ok: true, value: withPins(swapped) };
}

/** Whether a wire is a lane's: its own, or what charges all pads. */
const isOf = ({ lane, second }: Wire['signal'], at: number): boolean =>
  lane === at || (lane === null && second === true);

/** Whether the document holds no pin for a wire. */
const isShared = ({ signal }: Wire): boolean =>
  signal.lane === null && !signal.second && !signal.line && signal.light === undefined;

/** Leads a row or a column of a matrix to another pin, with all contacts on it. */
function withLine(sensor: Sensor, { of, at }: NonNullable<Wire['signal']['line']>, pin: string): Sensor {
  const { columns } = matrixLines(contactPins(sensor).length);
  const led = (place: string | undefined, contact: number) => {
    const [row, column] = place?.split('.') ?? [];
    const on = of === 'row' ? Math.floor(contact / columns) : contact % columns;
    if (on !== at || !column) return place;
    return of === 'row' ? `${pin}.${column}` : `${row}.${pin}`;
  };
  const lanes = sensor.lanes.map((lane, i) => {
    const each = lane.contacts?.length ?? 0;
    const led2 = led(lane.otherPin, i * each + 1);
    return { ...lane, pin: led(lane.pin, i * each), ...(led2 ? { otherPin: led2 } : {}) };
  });
  return { ...sensor, lanes };
}

function withPin(instrument: Instrument, { signal }: Wire, pin: string | null): Instrument {
  const { line, light } = signal;
  if (light !== undefined && pin) {
    const { lights } = instrument;
    return {
      ...instrument,
      lights: lights && { ...lights, pins: lights.pins?.map((own, i) => (i === light ? pin : own)) },
    };
  }
  if (line)
    return {
      ...instrument,
      sensors: instrument.sensors.map((s) => (s.id === signal.sensor && pin ? withLine(s, line, pin) : s)),
    };
  const field = signal.second ? 'otherPin' : 'pin';
  const lanes = (sensor: Sensor) =>
    sensor.lanes.map((lane, i) => (isOf(signal, i) ? { ...lane, [field]: pin ?? undefined } : lane));
  const sensors = instrument.sensors.map((s) => (s.id === signal.sensor ? { ...s, lanes: lanes(s) } : s));
  return { ...instrument, sensors };
}
