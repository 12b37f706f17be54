import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { Source } from '../instrument/voices';
import { kindOf } from '../kinds/registry';
import { noteName } from '../midi/words';
import { isHeardTogether } from './gated';

/** A gate that a voice can hear, as it is offered. */
export interface GateOffer {
  key: string;
  says: string;
  source: Source;
}

/** Lanes of a bank are offered one by one up to so many. */
const MOST_LANES = 32;

/** By what a gate is told from others. */
export const gateKey = ({ sensor, port, lane }: Source): string =>
  [sensor, port, ...(lane === undefined ? [] : [lane])].join('/');

/** All gates of the board of a sensor. */
export const gatesBeside = ({ sensors }: Instrument, { board }: Sensor): GateOffer[] =>
  sensors
    .filter((s) => s.board === board)
    .flatMap((sensor) =>
      Object.entries(kindOf(sensor).ports).flatMap(([port, { carries, says }]) => {
        const source = { sensor: sensor.id, port };
        return carries === 'gate' ? [{ key: gateKey(source), says: `${says}: ${sensor.name}`, source }] : [];
      }),
    );

/** The same, and after each bank its lanes one by one, but those of the sensor itself. */
export const gatesOfOthers = (instrument: Instrument, own: Sensor): GateOffer[] =>
  gatesBeside(instrument, own)
    .filter(({ source }) => source.sensor !== own.id)
    .flatMap((offer) => [offer, ...laneOffers(instrument, offer)]);

/** The lanes of a gate's bank one by one; none where it has but one, or too many, or its lanes are heard by themselves. */
export function laneOffers(instrument: Instrument, { source, says }: GateOffer): GateOffer[] {
  const { lanes } = instrument.sensors.find(({ id }) => id === source.sensor)!;
  if (lanes.length < 2 || lanes.length > MOST_LANES || !isHeardTogether(instrument, source)) return [];
  return lanes.map(({ id, note }, i) => {
    const own = { ...source, lane: id };
    return { key: gateKey(own), says: `${says} ${note === undefined ? i + 1 : noteName(note)}`, source: own };
  });
}
