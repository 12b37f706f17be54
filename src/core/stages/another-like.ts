import type { Instrument } from '../instrument/document';
import { isOnNoChannel, type Source } from '../instrument/voices';
import { zoneOf } from '../instrument/access';
import type { Zone } from '../instrument/zones';
import { lanesOfSource } from '../kinds/ports';
import type { Expression } from './expression';
import { gateKey, gatesAndLanes } from './gate-offers';

/**
 * Another voice like one, for what comes after it: its sensor's next lane; else the next gate that it follows while it is open, on the next
 * channel; else the next number of what it sends. @returns with its zone, where that is another; null where nothing comes after it
 */
export function anotherLike(
  instrument: Instrument,
  voice: Expression,
): { voice: Expression; zone: Zone } | null {
  const zone = zoneOf(instrument, voice);
  const lane = nextLane(instrument, voice.source);
  if (lane) return { voice: nextNumber({ ...voice, source: { ...voice.source, lane } }), zone };
  const gate = voice.while && nextGate(instrument, voice, voice.while);
  if (gate) {
    const next = isOnNoChannel(voice) ? zone : nextChannel(zone);
    return next && { voice: { ...voice, while: gate, zone: next.id }, zone: next };
  }
  const numbered = nextNumber(voice);
  return numbered === voice ? null : { voice: numbered, zone };
}

/** Id of the lane after the one that a source names. */
function nextLane({ sensors }: Instrument, { sensor: id, port, lane }: Source): string | undefined {
  if (lane === undefined) return undefined;
  const sensor = sensors.find((s) => s.id === id)!;
  const lanes = lanesOfSource(sensor, { port }).map((i) => sensor.lanes[i].id);
  return lanes[lanes.indexOf(lane) + 1];
}

/** The gate after one, of those of its kind: its bank's next lane, or the next sensor's. */
function nextGate(instrument: Instrument, { source }: Expression, own: Source): Source | undefined {
  const kindOfSensor = (id: string) => instrument.sensors.find((s) => s.id === id)!.kind;
  const sensor = instrument.sensors.find((s) => s.id === source.sensor)!;
  const alike = gatesAndLanes(instrument, sensor).filter(
    (gate) =>
      gate.source.port === own.port &&
      kindOfSensor(gate.source.sensor) === kindOfSensor(own.sensor) &&
      (gate.source.lane === undefined) === (own.lane === undefined),
  );
  return alike[alike.findIndex(({ key }) => key === gateKey(own)) + 1]?.source;
}

/** One channel has a next one, up to the last. */
const nextChannel = (zone: Zone): Zone | null =>
  zone.is !== 'single'
    ? zone
    : zone.channel === 16
      ? null
      : { ...zone, id: `channel-${zone.channel + 1}`, channel: zone.channel + 1 };

/** What is sent has a next number: a controller, a parameter. The same voice where it has none. */
function nextNumber(voice: Expression): Expression {
  if (voice.is === 'controller' && voice.controller < (voice.bits === 14 ? 31 : 119))
    return { ...voice, controller: voice.controller + 1 };
  if (voice.is === 'parameter' && voice.parameter < 16383)
    return { ...voice, parameter: voice.parameter + 1 };
  return voice;
}
