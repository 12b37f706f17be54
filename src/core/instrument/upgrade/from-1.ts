import { each, isPlain, type Plain } from './plain';

/** Ids that version 1 left unsaid: its one board, and the one lane of each sensor. */
const BOARD = 'board';
const LANE = 'breath';

/**
 * Version 1 had one board, one column a sensor, one kind (a breath gauge) and voices with a channel each. Sensors get one
 * lane, the gauge's sheet becomes facts, and each channel in use a zone of its own.
 */
export function fromVersion1(document: Plain): object {
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
