import { expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import { colourOf, lookAtLights } from '../engine/voices/show';
import type { Instrument } from '../instrument/document';
import type { Lane, Sensor } from '../instrument/sensor';
import type { ControllerVoice, LightVoice } from '../instrument/voices';
import { findKind } from '../kinds/registry';
import { newSensor } from '../kinds/new-sensor';
import type { Frames } from '../signal/take';
import { bankNotes, instrumentOf, kneeSwitch } from '../testing/bank-instruments';
import { awake } from '../testing/play';
import { render } from './render';

const REST = 300;
const SPAN = 2000;

/** A sensor of levels: rest at 300, all at 2300; on 40 counts from rest, off 20. */
function level(kind: string, id: string, notes: readonly number[] = [], board = 'board'): Sensor {
  const made = newSensor(findKind(kind)!, id, id, board, Math.max(1, notes.length));
  const lanes: Lane[] = made.lanes.map((lane, i) => ({ ...lane, note: notes[i] }));
  const up = { reach: SPAN, dead: 20, on: 40, off: 20 };
  return {
    ...made,
    lanes,
    calibration: {
      ...{ is: 'level', polarity: 'rising', holdOffMs: 30, takes: [], method: '' },
      lanes: lanes.map(({ id: lane }) => ({ lane, rest: REST, noise: 2, up, down: null })),
    },
  };
}

/** It is a document that opens. */
function holds(instrument: Instrument): void {
  const read = checkInstrument(JSON.parse(JSON.stringify(instrument)) as unknown);
  expect(read.ok ? [] : read.faults).toEqual([]);
}

it('J05: a breath pipe with bite, a pot standing in for its tilt: controllers, and light bars by every value', () => {
  const pipe = level('breath-gauge', 'pipe');
  const bite = level('force-pad', 'bite');
  const tilt: Sensor = {
    ...level('pot', 'tilt'),
    calibration: {
      ...{ is: 'travel', polarity: 'rising', takeover: 'jump', takes: [], method: '' },
      lanes: [{ lane: 'tilt', low: REST, high: REST + SPAN, noise: 1, deadband: 3 }],
    },
  };
  const ports = { pipe: 'breath', bite: 'press', tilt: 'turn' } as const;
  const of = (sensor: keyof typeof ports) => ({
    id: sensor,
    side: 'both' as const,
    zone: 'main',
    source: { sensor, port: ports[sensor] },
  });
  const sends = (sensor: keyof typeof ports, controller: number): ControllerVoice => ({
    ...of(sensor),
    is: 'controller',
    controller,
  });
  const show = (
    sensor: keyof typeof ports,
    shows: LightVoice['shows'],
    colour: string,
    own: Partial<LightVoice>,
  ) =>
    ({
      ...of(sensor),
      id: `${sensor}-${shows}`,
      is: 'light',
      shows,
      colour,
      lights: [1, 8],
      ...own,
    }) satisfies LightVoice;
  const instrument: Instrument = {
    ...instrumentOf([pipe, bite, tilt], [sends('pipe', 2), sends('bite', 12), sends('tilt', 13)]),
    lights: { count: 10, as: 'clocked' },
  };
  instrument.voices.push(
    show('pipe', 'bar', '#00ff00', {}),
    // Over the bar, where the pipe is tilted to.
    show('tilt', 'point', '#ffffff', {}),
    show('bite', 'fade', '#ff0000', { lights: [9, 9], under: '#0000ff' }),
    // Overblown.
    show('pipe', 'flash', '#ffff00', { lights: [10, 10], between: [0.9, 1] }),
  );
  holds(instrument);
  const { e, at } = awake(instrument, [REST, REST, REST]);
  let ms = 0;
  const play = (...shares: number[]) => {
    ms += 800;
    const sent = at(
      1000 * ms,
      shares.map((share) => REST + SPAN * share),
    ).map((m) => m.slice(1));
    // What flashes is dark, then lit; a bar follows each.
    lookAtLights(e, 1 << 19);
    lookAtLights(e, (1 << 19) + (1 << 18));
    return {
      sent,
      lit: Array.from({ length: 10 }, (_, i) =>
        colourOf(e, i)
          .map((c) => (c > 127 ? 1 : 0))
          .join(''),
      ),
    };
  };
  const rest = play(0, 0, 0);
  expect(rest.lit).toEqual(['111', ...Array<string>(7).fill('000'), '001', '000']);
  const played = play(0.5, 1, 0.75);
  expect(played.sent).toEqual([
    [2, 63],
    [12, 127],
    [13, 95],
  ]);
  expect(played.lit).toEqual(['010', '010', '010', '010', '000', '111', '000', '000', '100', '000']);
  expect(play(1, 1, 0.75).lit.at(-1)).toBe('110');
});

/** A surface on which places lie between 300 and 2300 both ways; pressed full at 2000 counts from rest. */
function surface(): Sensor {
  const made = newSensor(findKind('touch-surface')!, 'field', 'field', 'board', 3);
  const map = [
    { count: REST, place: 0 },
    { count: REST + SPAN, place: 1 },
  ];
  const press = { lane: made.lanes[2].id, rest: REST, noise: 2, on: 100, off: 60, reach: SPAN };
  return {
    ...made,
    calibration: {
      ...{ is: 'surface', polarity: 'rising', settle: 2, takes: [], method: '', press },
      lanes: made.lanes.slice(0, 2).map(({ id: lane }) => ({ lane, touchedNoise: 1, map })),
    },
  };
}

it('J03: a touch surface with four toggles: each group holds its own last place, pressure is shared, a threshold snaps', () => {
  const field = surface();
  const toggles = [1, 2, 3, 4].map((n): Sensor => ({
    ...kneeSwitch({ debounceMs: 0 }),
    id: `toggle-${n}`,
    name: `toggle ${n}`,
    lanes: [{ id: `t${n}`, contacts: [`t${n}`] }],
  }));
  const sends = (port: string, controller: number, group?: number): ControllerVoice => ({
    ...{
      id: `${port}-${group ?? 0}`,
      is: 'controller',
      controller,
      side: 'both',
      zone: `group-${group ?? 1}`,
    },
    source: { sensor: 'field', port },
    ...(group ? { while: { sensor: `toggle-${group}`, port: 'closed' } } : {}),
  });
  const groups = [1, 2, 3, 4];
  const voices = [
    ...groups.flatMap((n) => [sends('x', 16, n), sends('y', 17, n)]),
    { ...sends('press', 11), jumps: [0.5], from: 20, to: 127 },
  ];
  const instrument: Instrument = {
    ...instrumentOf([field, ...toggles], voices as never),
    zones: groups.map((n) => ({ id: `group-${n}`, is: 'single', channel: n })),
  };
  holds(instrument);
  const POWER_UP = 200;
  // Half a second each: group 2 is let go while the finger goes on; then 3 follows alone.
  const places = [
    [0, 0, 0],
    [0.25, 0.5, 0.4],
    [0.75, 0.25, 0.6],
    [0.5, 1, 0.6],
  ];
  const counts = [
    ...Array<number[]>(POWER_UP).fill([0, 0, 0]),
    ...places.flatMap((p) => Array<number[]>(500).fill(p)),
  ];
  const edge = (tMs: number, contact: number, closed: number) => ({ tUs: 1000 * tMs, contact, closed });
  const edges = [edge(100, 1, 1), edge(POWER_UP + 950, 1, 0), edge(POWER_UP + 960, 2, 1)];
  const frames: Frames = {
    channels: field.lanes.map(({ column }) => column!),
    tUs: Float64Array.from(counts, (_, i) => 1000 * i),
    counts: Uint16Array.from(counts.flat(), (share) => REST + SPAN * share),
    edges: {
      contacts: toggles.map(({ lanes }) => lanes[0].contacts![0]),
      tUs: Float64Array.from(edges, (e) => e.tUs),
      contact: Uint16Array.from(edges, (e) => e.contact),
      closed: Uint8Array.from(edges, (e) => e.closed),
    },
  };
  const last = new Map<string, number>();
  for (const { bytes } of render(instrument, frames).events)
    if ((bytes[0] & 0xf0) === 0xb0 && bytes[1] < 64)
      last.set(`${(bytes[0] & 15) + 1}: ${bytes[1]}`, bytes[2]);
  const at = (group: number) => [last.get(`${group}: 16`), last.get(`${group}: 17`)];
  expect(at(2)).toEqual([31, 63]);
  expect(at(3)).toEqual([63, 127]);
  expect([at(1), at(4)]).toEqual([
    [undefined, undefined],
    [undefined, undefined],
  ]);
  expect(last.get('1: 11')).toBe(127);
});

it('J10: 19 keys of a soft sheet on two boards in series: faster is louder, creep after a press plays nothing, and at rest nothing is sent', () => {
  const low = level(
    'pressure-sheet',
    'low',
    Array.from({ length: 12 }, (_, i) => 48 + i),
  );
  const high = level(
    'pressure-sheet',
    'high',
    Array.from({ length: 7 }, (_, i) => 60 + i),
    'second',
  );
  const notes = (own: Sensor) =>
    bankNotes(own, 'gate', { velocity: { is: 'attack', windowMs: 10, full: SPAN, from: 1, to: 127 } });
  const first = instrumentOf([low, high], [notes(low), notes(high)]);
  const [board] = first.boards;
  const boards = [
    { ...board, midiBaud: 31_250 },
    { ...board, id: 'second', name: 'second', midiBaud: 31_250 },
  ];
  const instrument: Instrument = { ...first, boards, links: [{ from: 'second', to: board.id }] };
  holds(instrument);
  const channels = [...low.lanes, ...high.lanes].map(({ column }) => column!);
  // A press rises to 1600 counts, is held, and falls; the sheet comes back slowly, from a tenth of it.
  const presses = channels.map((_, key) => ({
    key,
    beginsMs: 1000 + 400 * key,
    riseMs: key % 2 === 0 ? 8 : 60,
  }));
  const depth = (sinceMs: number, riseMs: number): number => {
    if (sinceMs < 0) return 0;
    if (sinceMs < 200) return 1600 * Math.min(1, sinceMs / riseMs);
    return sinceMs < 210
      ? 1600 * (1 - (sinceMs - 200) / 10) * 0.9 + 160
      : 160 * Math.exp(-(sinceMs - 210) / 80);
  };
  const ends = 1000 + 400 * channels.length + 4000;
  const counts = new Uint16Array(ends * channels.length).fill(REST);
  for (const { key, beginsMs, riseMs } of presses)
    for (let t = beginsMs; t < ends; t++)
      counts[t * channels.length + key] = REST + Math.round(depth(t - beginsMs, riseMs));
  const tUs = Float64Array.from({ length: ends }, (_, i) => 1000 * i);
  const { events, metrics } = render(instrument, { channels, tUs, counts });
  const own = events.filter(({ bytes }) => bytes[0] < 0xf0);
  const began = own.filter(({ bytes: [status, , velocity] }) => status === 0x90 && velocity > 0);
  expect(began.map(({ bytes }) => bytes[1])).toEqual([...low.lanes, ...high.lanes].map(({ note }) => note));
  const loud = began.filter((_, i) => i % 2 === 0).map(({ bytes }) => bytes[2]);
  const soft = began.filter((_, i) => i % 2 === 1).map(({ bytes }) => bytes[2]);
  expect(Math.min(...loud)).toBeGreaterThan(2 * Math.max(...soft));
  expect(own).toHaveLength(2 * channels.length);
  // What is heard of the second board passes the first: a cable's three bytes and a scan later at most.
  began.forEach(({ tUs: at }, i) => {
    expect(at / 1000 - presses[i].beginsMs).toBeLessThan(10 + presses[i].riseMs / 20 + 4);
  });
  expect(own.every(({ tUs: at }) => at > 1e6 && at < 1000 * (ends - 3500))).toBe(true);
  expect(metrics.wires.map(({ board: id }) => id)).toEqual([board.id, 'second']);
});
