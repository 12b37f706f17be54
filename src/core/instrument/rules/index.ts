import type { Fault } from '../../result';
import { curveFault } from '../../shape/families';
import type { Instrument } from '../document';
import { channelsOfVoice, zoneOf } from '../access';
import { canBeButton } from '../button';
import { lightPinFaults } from '../lights';
import { MOST_CONTACTS, MOST_CONTROLLERS, MOST_LANES, MOST_NOTE_LANES } from '../limits';
import { powerUpFaults } from '../power-up';
import type { Sensor } from '../sensor';
import { midiInputFaults } from './midi-inputs';
import { tuningFaults } from './tunings';
import { OF_WHOLE_ZONES, type Voice } from '../voices';
import { playsAlone, soundingSource, voiceFaults } from './voices';
import { selectorFaults } from './selectors';
import { zoneFaults } from './zones';

export { playsAlone, soundingSource, sourcesOf } from './voices';
export { gatesOfSelector } from './selectors';
export { midiInputFaults } from './midi-inputs';
export { zoneFaults } from './zones';

/**
 * The rules that span fields: what must hold between the parts of an instrument, whatever its kinds of sensors. Those that
 * ask a kind or a way stand in core/kinds/rules.ts.
 */
export function faultsOf(instrument: Instrument): Fault[] {
  const { boards, sensors, voices, zones, scenes } = instrument;
  return [
    ...repeated(boards, 'boards', (b) => b.id, 'id'),
    ...repeated(boards, 'boards', (b) => b.name, 'name'),
    ...repeated(instrument.inputs ?? [], 'inputs', (own) => own.id, 'id'),
    ...repeated(sensors, 'sensors', (s) => s.id, 'id'),
    ...repeated(voices, 'voices', (v) => v.id, 'id'),
    ...repeated(zones, 'zones', (z) => z.id, 'id'),
    ...repeated(scenes, 'scenes', (s) => s.id, 'id'),
    ...repeated(instrument.tunings ?? [], 'tunings', (t) => t.id, 'id'),
    ...zoneFaults(zones),
    ...tuningFaults(instrument.tunings ?? []),
    ...midiInputFaults(instrument),
    ...columnFaults(sensors),
    ...sensors.flatMap((s, i) => sensorFaults(s, `sensors.${i}`, instrument)),
    ...buttonFaults(instrument),
    ...powerUpFaults(instrument),
    ...laneCountFaults(instrument),
    ...voices.flatMap((v, i) => voiceFaults(v, `voices.${i}`, instrument)),
    ...selectorFaults(instrument),
    ...lightPinFaults(instrument),
    ...noteLaneFaults(instrument),
    ...controllerFaults(instrument),
  ];
}

function repeated<T>(list: T[], path: string, keyOf: (item: T) => string, field: string): Fault[] {
  const seen = new Set<string>();
  return list.flatMap((item, i) => {
    const key = keyOf(item);
    if (!seen.has(key)) {
      seen.add(key);
      return [];
    }
    return [{ path: `${path}.${i}.${field}`, says: `must be unique, ${key} stands twice` }];
  });
}

/** A column, or a contact, belongs to one lane. */
function columnFaults(sensors: readonly Sensor[]): Fault[] {
  const named = sensors.flatMap((s, i) =>
    s.lanes.flatMap((lane, k) => [
      ...(lane.column === undefined ? [] : [{ at: `${i}.lanes.${k}.column`, name: lane.column }]),
      ...(lane.contacts ?? []).map((name, c) => ({ at: `${i}.lanes.${k}.contacts.${c}`, name })),
    ]),
  );
  const seen = new Set<string>();
  return named.flatMap(({ at, name }) => {
    if (!seen.has(name)) {
      seen.add(name);
      return [];
    }
    return [{ path: `sensors.${at}`, says: `must be unique, ${name} stands twice` }];
  });
}

function sensorFaults(sensor: Sensor, path: string, instrument: Instrument): Fault[] {
  const board = instrument.boards.find((b) => b.id === sensor.board);
  return [
    ...(board
      ? []
      : [{ path: `${path}.board`, says: `must name a board of this instrument, got ${sensor.board}` }]),
    ...repeated(sensor.lanes, `${path}.lanes`, (l) => l.id, 'id'),
    ...repeated(
      sensor.responses,
      `${path}.responses`,
      (r) => [r.port, r.lane].filter(Boolean).join(', lane '),
      'port',
    ),
    ...sensor.responses.flatMap((r, i) => {
      const own = `${path}.responses.${i}`;
      const faults = [
        { path: own, says: curveFault(r) },
        { path: `${own}.down`, says: r.down ? curveFault(r.down) : null },
      ];
      return faults.flatMap(({ says, ...at }) => (says === null ? [] : [{ ...at, says }]));
    }),
  ];
}

/** A board's button is one contact of its own. */
const buttonFaults = ({ boards, sensors }: Instrument): Fault[] =>
  boards.flatMap(({ id, button }, i) =>
    button === undefined || sensors.some((s) => s.id === button && canBeButton(s, id))
      ? []
      : [
          {
            path: `boards.${i}.button`,
            says: `must name a switch of one contact on this board, got ${button}`,
          },
        ],
  );

/** The runtime counts lanes and contacts in eight bits. */
function laneCountFaults({ boards, sensors }: Instrument): Fault[] {
  return boards.flatMap((board, i) => {
    const lanes = sensors.filter((s) => s.board === board.id).flatMap((s) => s.lanes);
    const contacts = lanes.reduce((n, lane) => n + (lane.contacts?.length ?? 0), 0);
    const many = (most: number, what: string, got: number) =>
      got > most
        ? [{ path: `boards.${i}`, says: `a board can have at most ${most} ${what}, got ${got}` }]
        : [];
    return [...many(MOST_LANES, 'lanes', lanes.length), ...many(MOST_CONTACTS, 'contacts', contacts)];
  });
}

/** So are the controllers that it sends, and the bends of its places. */
function controllerFaults(instrument: Instrument): Fault[] {
  let sent = 0;
  return instrument.voices.flatMap((v, i) => {
    if (!instrument.zones.some((z) => z.id === v.zone)) return [];
    const before = sent;
    sent += controllersOf(instrument, v);
    const says = `voices can send at most ${MOST_CONTROLLERS} controllers together, one a channel or a lane, got ${sent}`;
    return before <= MOST_CONTROLLERS && sent > MOST_CONTROLLERS ? [{ path: `voices.${i}`, says }] : [];
  });
}

/** How many of them a voice has: one a channel, or a lane where each says it of its own note. */
function controllersOf(instrument: Instrument, v: Voice): number {
  if (v.is === 'note') return v.pitch.is === 'along' ? 1 : 0;
  const lanes = instrument.sensors.find((s) => s.id === v.source.sensor)?.lanes.length ?? 1;
  if (v.is === 'tempo') return 1;
  if (v.is === 'light') return v.source.lane === undefined && !v.join ? lanes : 1;
  const ofNotes =
    v.is === 'poly-pressure' || (!OF_WHOLE_ZONES.includes(v.is) && zoneOf(instrument, v).is === 'mpe');
  const each = ofNotes && v.source.lane === undefined ? lanes : channelsOfVoice(instrument, v).length;
  return each * (v.is === 'controller' && v.bits === 14 ? 2 : 1);
}

/** So are the notes that can sound at once. */
function noteLaneFaults({ sensors, voices }: Instrument): Fault[] {
  let lanes = 0;
  return voices.flatMap((v, i) => {
    if (v.is !== 'note') return [];
    const { sensor } = soundingSource(v);
    const before = lanes;
    lanes += playsAlone(v) ? 1 : (sensors.find((s) => s.id === sensor)?.lanes.length ?? 0);
    return before <= MOST_NOTE_LANES && lanes > MOST_NOTE_LANES
      ? [
          {
            path: `voices.${i}`,
            says: `notes can have at most ${MOST_NOTE_LANES} lanes together, got ${lanes}`,
          },
        ]
      : [];
  });
}
