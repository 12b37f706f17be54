import type { Fault } from '../result';

type Plain = Record<string, unknown>;

/**
 * Brings a document of an older version to the newest. Pure: what it is given stays as it is. What it does not
 * understand is passed on for the checks to name by its path in the newest version.
 * @param version of the document, a whole number from 1 up to the newest
 */
export function upgraded(document: object, version: number): object {
  return UPGRADES.slice(version - 1).reduce<object>((d, upgrade) => upgrade(d as Plain), document);
}

/** One function a version: from it to the next. */
const UPGRADES: readonly ((document: Plain) => object)[] = [fromVersion1];

/** What is wrong with a document's version number, or null. @param newest version that can be read */
export function versionFault(version: unknown, newest: number): Fault | null {
  const fault = (says: string): Fault => ({ path: 'version', says });
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return fault(`a whole number of 1 … ${newest} is required, got ${JSON.stringify(version) ?? 'none'}`);
  if (version > newest)
    return fault(
      `This instrument was written by a newer Cheironom (document version ${version}; this one reads ${newest}). Nothing was imported; update first.`,
    );
  return null;
}

/** Ids that version 1 left unsaid: its one board, and the one lane of each sensor. */
const BOARD = 'board';
const LANE = 'breath';

/**
 * Version 1 had one board, one column a sensor, one kind (a breath gauge) and voices with a channel each. Sensors get one
 * lane, the gauge's sheet becomes facts, and each channel in use a zone of its own.
 */
function fromVersion1(document: Plain): object {
  const { board, sensors, voices, ...rest } = document;
  return {
    ...rest,
    version: 2,
    boards: isPlain(board) ? [{ id: BOARD, ...board }] : board,
    sensors: each(sensors, sensorFrom1),
    voices: each(voices, voiceFrom1),
    zones: zonesFrom1(voices),
  };
}

function sensorFrom1(sensor: Plain): Plain {
  const { channel, pin, gauge, calibration, response, ...rest } = sensor;
  return {
    ...rest,
    board: BOARD,
    lanes: [{ id: LANE, column: channel, pin }],
    facts: gauge,
    calibration: isPlain(calibration) ? { is: 'level', ...calibration } : calibration,
    responses: isPlain(response) ? [{ port: 'breath', ...response }] : [],
  };
}

/** Version 1 played a steady 100 where a note named no velocity, and channel 1 where a voice named none. */
function voiceFrom1(voice: Plain): Plain {
  const { sensor, kind, channel, controller, bits, from, to, deadband, perSecond, note, velocity, ...rest } =
    voice;
  const zone = zoneId(channel);
  if (kind === 'note')
    return {
      ...rest,
      is: 'note',
      gate: { sensor, port: 'gate' },
      pitch: { is: 'fixed', note },
      velocity: isPlain(velocity) ? { is: 'attack', ...velocity } : { is: 'fixed', value: 100 },
      zone,
    };
  const level = {
    ...rest,
    is: kind,
    source: { sensor, port: 'breath' },
    from,
    to,
    deadband,
    perSecond,
    zone,
  };
  return kind === 'controller' ? { ...level, controller, bits } : level;
}

const zoneId = (channel: unknown): string => `channel-${String(channel ?? 1)}`;

function zonesFrom1(voices: unknown): Plain[] {
  const channels = new Map<string, unknown>();
  for (const voice of Array.isArray(voices) ? voices : [])
    if (isPlain(voice)) channels.set(zoneId(voice.channel), voice.channel ?? 1);
  return [...channels].map(([id, channel]) => ({ is: 'single', id, channel }));
}

const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const each = (list: unknown, change: (item: Plain) => Plain): unknown =>
  Array.isArray(list) ? list.map((item) => (isPlain(item) ? change(item) : item)) : list;
