import type { Board } from './board';
import type { Instrument } from './document';
import { STRAIGHT, type Response } from './response';
import type { Filter } from '../shape/filters';
import type { Sensor } from './sensor';
import { isOnNoChannel, type NoteVoice, type Voice } from './voices';
import { playsAlone, soundingSource, sourcesOf } from './rules/voices';
import type { MpeZone, Zone } from './zones';

/** The board that a sensor is wired to. @throws RangeError where there is none of its id: rules/ refuses such a document */
export function boardOf(instrument: Instrument, sensor: Sensor): Board {
  const board = instrument.boards.find((b) => b.id === sensor.board);
  if (!board) throw new RangeError(`boardOf: a board ${sensor.board} is required, ${instrument.id} has none`);
  return board;
}

/** How a port of a sensor answers: as one of its lanes does, where that has a response of its own. @param lane its id */
export const responseAt = ({ responses }: Sensor, port: string, lane?: string): Response =>
  (lane !== undefined && responses.find((r) => r.port === port && r.lane === lane)) ||
  (responses.find((r) => r.port === port && r.lane === undefined) ?? STRAIGHT);

/** A response with another filter, or none. */
export function withFilter(response: Response, filter: Filter | null): Response {
  const rest = { ...response };
  delete rest.filter;
  return filter ? { ...rest, filter } : rest;
}

/** A sensor whose port answers so; lanes with a response of their own keep it. */
export const withResponse = (sensor: Sensor, port: string, response: Response): Sensor => ({
  ...sensor,
  responses: [
    ...sensor.responses.filter((r) => r.port !== port || r.lane !== undefined),
    { ...response, port },
  ],
});

/** A sensor one of whose lanes answers so at a port; as all of them do where it is null. @param lane its id */
export const withLaneResponse = (
  sensor: Sensor,
  port: string,
  lane: string,
  response: Response | null,
): Sensor => ({
  ...sensor,
  responses: [
    ...sensor.responses.filter((r) => r.port !== port || r.lane !== lane),
    ...(response ? [{ ...response, port, lane }] : []),
  ],
});

/** The columns of a board's frames: those of its sensors' lanes, in order. */
export const columnsOf = (instrument: Instrument, board: Board = instrument.boards[0]): string[] =>
  instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((s) => s.lanes.flatMap((lane) => lane.column ?? []));

/** The contacts that a board scans, in order. */
export const contactsOf = (instrument: Instrument, board: Board = instrument.boards[0]): string[] =>
  instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((s) => s.lanes.flatMap((lane) => lane.contacts ?? []));

/** The columns of all boards, one board after another: those of the application's own frames. */
export const allColumns = (instrument: Instrument): string[] =>
  instrument.boards.flatMap((board) => columnsOf(instrument, board));

/** The contacts of all boards, likewise. */
export const allContacts = (instrument: Instrument): string[] =>
  instrument.boards.flatMap((board) => contactsOf(instrument, board));

/** Where each lane of a sensor stands in the application's own frames; −1 for a lane of contacts. */
export const lanePlaces = (instrument: Instrument, sensor: Sensor): number[] => {
  const columns = allColumns(instrument);
  return sensor.lanes.map((lane) => (lane.column === undefined ? -1 : columns.indexOf(lane.column)));
};

/** The columns of a sensor's own lanes. */
export const columnsOfSensor = (sensor: Sensor): string[] => sensor.lanes.flatMap((l) => l.column ?? []);

/** Whether a voice listens to a sensor. */
export const hears = (voice: Voice, sensor: string): boolean =>
  sourcesOf(voice).some(([, source]) => source.sensor === sensor);

/** The sensor that decides when a voice sends. */
export const sensorOf = (voice: Voice): string => (voice.is === 'note' ? voice.gate : voice.source).sensor;

/** The zone that a voice plays into. @throws RangeError where there is none of its id: rules/ refuses such a document */
export function zoneOf(instrument: Instrument, voice: Voice): Zone {
  const zone = instrument.zones.find((z) => z.id === voice.zone);
  if (!zone) throw new RangeError(`zoneOf: a zone ${voice.zone} is required, ${instrument.id} has none`);
  return zone;
}

/** MIDI channel, 1 … 16, of a zone's lane; of an MPE zone that of its manager, since its notes take turns. @param lane its place in its sensor, from 0 */
export const channelOf = (zone: Zone, lane: number): number => {
  if (zone.is === 'single') return zone.channel;
  if (zone.is === 'mpe') return managerOf(zone);
  return ((zone.first - 1 + (lane % zone.count)) & 15) + 1;
};

/** The channel of an MPE zone's manager (MPE 1.1, M1-100-UM, 2.2). */
export const managerOf = ({ side }: MpeZone): number => (side === 'lower' ? 1 : 16);

/** The channels of an MPE zone's members, rising. */
export const membersOf = ({ side, members }: MpeZone): number[] =>
  Array.from({ length: members }, (_, i) => (side === 'lower' ? 2 + i : 16 - members + i));

/** All channels that a voice may send on, rising. */
export function channelsOfVoice(instrument: Instrument, voice: Voice): number[] {
  if (isOnNoChannel(voice)) return [];
  return voice.is === 'note'
    ? channelsOfNote(instrument, voice)
    : channelsOfZone(instrument, zoneOf(instrument, voice));
}

/** Channels of what belongs to a whole zone: those that its notes play on; all of them where it has no notes; the manager of an MPE zone. */
export function channelsOfZone(instrument: Instrument, zone: Zone): number[] {
  if (zone.is !== 'lanes') return [channelOf(zone, 0)];
  const notes = instrument.voices.filter((v): v is NoteVoice => v.is === 'note' && v.zone === zone.id);
  if (notes.length > 0) return rising(notes.flatMap((v) => channelsOfNote(instrument, v)));
  return rising(Array.from({ length: zone.count }, (_, lane) => channelOf(zone, lane)));
}

function channelsOfNote(instrument: Instrument, voice: NoteVoice): number[] {
  const zone = zoneOf(instrument, voice);
  if (zone.is === 'mpe') return membersOf(zone);
  if (playsAlone(voice)) return [channelOf(zone, 0)];
  const { sensor } = soundingSource(voice);
  const lanes = instrument.sensors.find((s) => s.id === sensor)?.lanes.length ?? 1;
  return rising(Array.from({ length: lanes }, (_, lane) => channelOf(zone, lane)));
}

const rising = (channels: readonly number[]): number[] => [...new Set(channels)].sort((a, b) => a - b);
