import { NO_TABLE } from '../engine/codes';
import type { NOTE } from '../engine/voice-records';
import type { Of } from '../engine/struct';
import { velocityCode } from '../engine/voices/velocity';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import {
  AttackVelocity,
  FixedVelocity,
  LevelVelocity,
  StrikeVelocity,
  VELOCITIES,
  type NoteVoice,
  type Source,
  type Velocity,
} from '../instrument/voices';
import { lanesOfSource, portThat } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { responseAt } from '../instrument/access';
import { curveOf } from '../shape/families';
import { fullAttack } from '../ways/level/full-attack';
import { levelOf, wayNamed } from '../ways/registry';
import type { Attack } from './gate';
import { answerTable, levelsRead } from './levels-read';
import { sensorNamed, type Making } from './making';
import { addVelocityFacts, velocityFacts, type VelocityFacts } from './velocity-facts';
import { numberWord, type Offer, type Word } from './word';

/** Where a note's velocity comes from: a member of the stage. */
export interface VelocityStage<V extends object = Velocity> extends VelocityFacts {
  is: string;
  /** Its class in documents. */
  document: new () => V;
  /** How the gate's attack is judged for it. */
  attack?(velocity: V): Attack;
  /** What a note record has of it. @returns null where it comes from what is not there */
  compile(m: Making, voice: NoteVoice, velocity: V): VelocityRecord | null;
  /** Which of its offers it is. */
  key(velocity: V): string;
  /** What of it the maker can choose for notes of a sensor's gate. */
  offers(instrument: Instrument, sensor: Sensor): Offer<V>[];
  /** What follows the choice in the sentence. */
  words(velocity: V, sensor: Sensor): Word<V>[];
}

type VelocityRecord = Pick<Of<typeof NOTE>, 'velocity' | 'table' | 'from' | 'span' | 'level'>;

const record = (name: string, from: number, to = from): VelocityRecord => ({
  velocity: velocityCode(name),
  table: NO_TABLE,
  from,
  span: to - from,
  level: 0,
});

/** The velocities of a choice that was just made. */
const WHOLE = { from: 1, to: 127 };

const fixed: VelocityStage<FixedVelocity> = {
  is: 'fixed',
  document: FixedVelocity,
  compile: (_, __, { value }) => record('fixed', value),
  key: () => 'fixed',
  offers: () => [{ key: 'fixed', says: 'always', makes: { is: 'fixed', value: 100 } }],
  words: (velocity) => [
    numberWord('Velocity', velocity.value, [1, 127], (value) => ({ ...velocity, value })),
  ],
};

/** Window of a choice that was just made, ms. */
export const FIRST_WINDOW_MS = 10;

const attack: VelocityStage<AttackVelocity> = {
  is: 'attack',
  document: AttackVelocity,
  ...velocityFacts({ is: 'attack' }),
  attack: (velocity) => velocity,
  compile: (_, __, { from, to }) => record('strength', from, to),
  key: () => 'attack',
  offers: (_, sensor) => [
    {
      ...{ key: 'attack', says: 'from how it begins, in' },
      makes: { is: 'attack', windowMs: FIRST_WINDOW_MS, full: fullOf(sensor, FIRST_WINDOW_MS), ...WHOLE },
    },
  ],
  words: (velocity, sensor) => [
    numberWord('Milliseconds', velocity.windowMs, [0, 60], (windowMs) => ({
      ...{ ...velocity, windowMs },
      full: fullOf(sensor, windowMs),
    })),
    'ms',
  ],
};
const fullOf = (sensor: Sensor, windowMs: number): number => fullAttack(levelOf(sensor), windowMs);

const strike: VelocityStage<StrikeVelocity> = {
  is: 'strike',
  document: StrikeVelocity,
  ...velocityFacts({ is: 'strike' }),
  compile: (m, { gate }, { from, to }) => {
    answerByResponses(m, gate);
    return record('strength', from, to);
  },
  key: () => 'strike',
  offers: () => [{ key: 'strike', says: 'as hard as it is struck', makes: { is: 'strike', ...WHOLE } }],
  words: () => [],
};

/** Each lane of a bank answers by its response. */
function answerByResponses(m: Making, source: Source): void {
  const sensor = sensorNamed(m, source);
  const own = m.sensors.get(sensor.id);
  own?.lanes.forEach((place, i) => {
    const { id } = sensor.lanes[place];
    const response = responseAt(sensor, source.port, id);
    own.answerBy?.(i, response.family === 'straight' ? null : curveOf(response));
  });
}

/** Lanes of a level of which each is offered by itself. */
const MOST_OFFERED = 4;

const level: VelocityStage<LevelVelocity> = {
  is: 'level',
  document: LevelVelocity,
  ...velocityFacts({ is: 'level' }),
  compile: (m, _, { source, from, to }) => {
    const read = levelsRead(m, source)[0];
    if (!read) return null;
    return { ...record('level', from, to), table: answerTable(m, source, read.lane.lane), level: read.level };
  },
  key: ({ source }) => levelKey(source),
  offers: ({ sensors }) => sensors.flatMap(levelOffers),
  words: () => [],
};

const levelKey = ({ sensor, lane }: Source): string =>
  `level ${sensor}${lane === undefined ? '' : ` ${lane}`}`;

function levelOffers(sensor: Sensor): Offer<LevelVelocity>[] {
  const port = portThat(sensor, 'level');
  if (port === null) return [];
  const lanes = lanesOfSource(sensor, { port }).map((i) => sensor.lanes[i]);
  if (lanes.length > MOST_OFFERED) return [];
  return lanes.map((lane) => {
    const source = { sensor: sensor.id, port, ...(lanes.length > 1 ? { lane: lane.id } : {}) };
    const name = lanes.length > 1 ? `${sensor.name} ${lane.id}` : sensor.name;
    return {
      ...{ key: levelKey(source), says: `as far as ${name} is then` },
      makes: { is: 'level', source, ...WHOLE },
    };
  });
}

const STAGES = new Map<string, VelocityStage>();

/** Makes a member known. @throws RangeError where its name is taken */
export function addVelocity(stage: VelocityStage): void {
  if (STAGES.has(stage.is)) throw new RangeError(`addVelocity: ${stage.is}: its name must be free`);
  STAGES.set(stage.is, stage);
  addVelocityFacts(stage.is, stage);
  (VELOCITIES as Record<string, new () => object>)[stage.is] = stage.document;
}
for (const stage of [fixed, attack, strike, level]) addVelocity(stage);

/** The member that a velocity is of. */
export const velocityStage = ({ is }: Velocity): VelocityStage => STAGES.get(is)!;

/** What the maker can choose for notes of a sensor's gate. */
export const velocityOffers = (instrument: Instrument, sensor: Sensor): Offer<Velocity>[] => {
  const gives = wayNamed(kindOf(sensor).way).strength;
  return [...STAGES.values()]
    .filter(({ strength }) => strength === undefined || strength === gives)
    .flatMap((stage) => stage.offers(instrument, sensor));
};
