import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { laneWord } from '../instrument/lane-word';
import type { Source } from '../instrument/voices';
import { kindOf } from '../kinds/registry';
import { isBank } from './gated';
import type { Word } from './word';

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

/** The same, and after each bank its lanes one by one. */
export const gatesAndLanes = (instrument: Instrument, own: Sensor): GateOffer[] =>
  gatesBeside(instrument, own).flatMap((offer) => [offer, ...laneOffers(instrument, offer)]);

/** Those of other sensors. */
export const gatesOfOthers = (instrument: Instrument, own: Sensor): GateOffer[] =>
  gatesAndLanes(instrument, own).filter(({ source }) => source.sensor !== own.id);

/** The lanes of a gate's bank one by one; none where it has but one, or too many, or its lanes are heard by themselves. */
export function laneOffers(instrument: Instrument, { source, says }: GateOffer): GateOffer[] {
  const sensor = instrument.sensors.find(({ id }) => id === source.sensor)!;
  const { lanes } = sensor;
  if (lanes.length < 2 || lanes.length > MOST_LANES || !isBank(instrument, source)) return [];
  return lanes.map(({ id }, i) => {
    const own = { ...source, lane: id };
    return { key: gateKey(own), says: `${says} ${laneWord(sensor, i)}`, source: own };
  });
}

/** Which lane of its bank opens a gate, in a sentence; no word where it has but one. @param set the voice with another gate */
export function ownLaneWords<V>(
  instrument: Instrument,
  { sensor, port, lane }: Source,
  set: (gate: Source) => V,
): Word<V>[] {
  const all = { sensor, port };
  const lanes = laneOffers(instrument, { key: gateKey(all), says: 'only', source: all });
  if (lanes.length === 0) return [];
  const options = [['any', 'any of them,'], ...lanes.map(({ key, says }) => [key, `${says},`])];
  return [
    {
      is: 'pick',
      label: 'Which of them',
      value: lane === undefined ? 'any' : gateKey({ ...all, lane }),
      options: Object.fromEntries(options),
      set: (key) => set(lanes.find((own) => own.key === key)?.source ?? all),
    },
  ];
}
