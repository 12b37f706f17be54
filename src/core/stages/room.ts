import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { MOST_SHOWS } from '../instrument/lights';
import { MOST_COUNTED } from '../instrument/limits';
import { gatesOfSelector, sourcesOf } from '../instrument/rules';
import type { LightVoice, Source, Voice } from '../instrument/voices';
import { kindOf } from '../kinds/registry';
import { lanesOfSource } from '../kinds/ports';
import type { Fault } from '../result';
import { degreesOf } from './degrees-of';
import { fingerCount } from './fingers';
import { isBank, isGated } from './gated';
import { partsLit } from './lights';
import { sensorNamed } from './making';

/** What the runtime counts in eight bits on each board, in words. */
const SAYS = {
  degrees: 'notes of its tunings',
  fingerings: 'fingerings',
  fingers: 'fingers',
  joined: 'lanes of gates that are joined, timed or held',
  listeners: 'listeners to gates (one for each gate of each voice and selector)',
  shows: 'values on lights (one for each lane)',
  gates: 'gates of levels (one for each lane that is listened to, each time)',
} as const;
type Room = Record<keyof typeof SAYS, number>;

/** What does not fit a board, by the path of what is the first too many. */
export const roomFaults = (instrument: Instrument): Fault[] =>
  instrument.boards.flatMap((board) => boardFaults(instrument, board));

function boardFaults(instrument: Instrument, board: Board): Fault[] {
  const sums: Room = { degrees: 0, fingerings: 0, fingers: 0, joined: 0, listeners: 0, shows: 0, gates: 0 };
  const isOn = (sources: readonly Source[]) =>
    sources.some((source) => sensorNamed({ instrument }, source).board === board.id);
  const known = new Set<string>();
  const taken = (path: string, room: Partial<Room>): Fault[] =>
    (Object.keys(room) as (keyof Room)[]).flatMap((what) => {
      const before = sums[what];
      sums[what] += room[what]!;
      const most = what === 'shows' ? MOST_SHOWS : MOST_COUNTED;
      return before <= most && sums[what] > most
        ? [{ path, says: `a board can have ${most} ${SAYS[what]} at most, got ${sums[what]}` }]
        : [];
    });
  return [
    ...joinFaults(instrument, board),
    ...filterFaults(instrument, board),
    ...instrument.voices.flatMap((voice, i) =>
      isOn(sourcesOf(voice).map(([, source]) => source))
        ? taken(`voices.${i}`, roomOf(instrument, voice, known))
        : [],
    ),
    ...(instrument.selectors ?? []).flatMap((own, i) => {
      const gates = gatesOfSelector(own).map(([, source]) => source);
      return isOn(gates) ? taken(`selectors.${i}`, heardBy(instrument, gates)) : [];
    }),
  ];
}

/** Voices of a board that join levels, at most. */
const MOST_JOINS = 32;
/** Levels that a sensor can compute besides those of its lanes. */
const COMPUTED = 2;

/** Each join is a level more, and a column. */
function joinFaults({ voices, sensors }: Instrument, { id }: Board): Fault[] {
  const own = sensors.filter((s) => s.board === id);
  const levels = own.reduce((n, s) => n + s.lanes.length + COMPUTED, 0);
  const most = Math.max(0, Math.min(MOST_JOINS, MOST_COUNTED - levels));
  const joins = voices.flatMap((v, i) =>
    v.is !== 'note' && v.join && own.some((s) => s.id === v.source.sensor) ? [i] : [],
  );
  const says = `a board with ${levels} levels can join them in ${most} voices at most, got ${joins.length}`;
  return joins.length > most ? [{ path: `voices.${joins[most]}.join`, says }] : [];
}

/** Each lane that a filter is of is a column more. */
function filterFaults({ voices, sensors }: Instrument, { id }: Board): Fault[] {
  const own = sensors.filter((s) => s.board === id);
  const joins = voices.filter((v) => v.is !== 'note' && v.join).length;
  let room = MOST_COUNTED - joins - own.reduce((n, s) => n + s.lanes.length + COMPUTED, 0);
  return own.flatMap((sensor) =>
    sensor.responses.flatMap(({ port, lane, filter }, j) => {
      const lanes = filter ? lanesOfSource(sensor, { port, lane }).length : 0;
      const before = room;
      room -= lanes;
      return before >= 0 && room < 0
        ? [
            {
              path: `sensors.${sensors.indexOf(sensor)}.responses.${j}.filter`,
              says: `a board can have ${MOST_COUNTED} columns at most, read and computed, and this filter needs ${-room} more`,
            },
          ]
        : [];
    }),
  );
}

/** What a voice takes. @param known tunings that stand already */
function roomOf(instrument: Instrument, voice: Voice, known: Set<string>): Partial<Room> {
  const sources = sourcesOf(voice)
    .filter(([field, source]) => listens(instrument, field, source))
    .map(([, source]) => source);
  const heard = heardBy(instrument, sources);
  if (voice.is === 'light') return lightRoom(instrument, voice, heard);
  if (voice.is !== 'note') return heard;
  const gated = isGated(voice);
  const degrees = degreesOf(instrument, voice);
  const isNew = degrees !== null && !known.has(degrees.key);
  if (degrees) known.add(degrees.key);
  const { pitch } = voice;
  return {
    ...(isNew ? { degrees: degrees.notes.length } : {}),
    ...(pitch.is === 'fingering'
      ? { fingerings: pitch.table.length, fingers: fingerCount(instrument, pitch.fingers) }
      : {}),
    ...(gated ? { joined: sensorNamed({ instrument }, voice.gate).lanes.length } : {}),
    // What joins gates is heard itself.
    listeners: heard.listeners + (gated ? 1 : 0),
    gates: heard.gates,
  };
}

/** A value a lane; each is heard by itself where a gate shows it. */
function lightRoom(
  instrument: Instrument,
  voice: LightVoice,
  { listeners, gates }: Pick<Room, 'listeners' | 'gates'>,
): Partial<Room> {
  const shows = partsLit({ instrument }, voice);
  return {
    shows,
    gates,
    listeners: listens(instrument, 'source', voice.source) ? listeners + shows - 1 : listeners,
  };
}

/** Whether a source of a voice is heard as a gate: a level, or a pitch, is read. */
const listens = (instrument: Instrument, field: string, source: Source): boolean =>
  field.includes('fingers') ||
  (kindOf(sensorNamed({ instrument }, source)).ports[source.port].carries !== 'level' &&
    !field.startsWith('velocity'));

/** Listeners for so many gates, and the gates that levels need for them. */
function heardBy(instrument: Instrument, sources: readonly Source[]): Pick<Room, 'listeners' | 'gates'> {
  const ofLevels = sources.filter((source) => !isBank(instrument, source));
  const lanes = ofLevels.map((source) => lanesOfSource(sensorNamed({ instrument }, source), source).length);
  return { listeners: sources.length, gates: lanes.reduce((sum, n) => sum + n, 0) };
}
