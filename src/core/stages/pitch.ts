import { CHOOSES } from '../engine/codes';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import {
  ChosenPitch,
  FixedPitch,
  LanePitch,
  PITCHES,
  type NoteVoice,
  type Pitch,
} from '../instrument/voices';
import { hasNotes } from '../kinds/level-voices';
import { gatePort, portThat } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { hearGate, listen, type Attack } from './gate';
import { addPitchFacts } from './pitch-facts';
import type { PitchStage } from './pitch-stage';
import { along } from './along';
import { fingering } from './fingering';
import type { Making } from './making';
import type { Offer } from './word';

/** The note of the lane whose gate opens. */
const byGate = {
  hear: (m: Making, voice: NoteVoice, _: object, index: number, attack?: Attack) =>
    hearGate(m, voice, { is: 'note', index }, attack),
};

/** Note of a choice that was just made: D4. */
const FIRST_NOTE = 62;

const fixed: PitchStage<FixedPitch> = {
  ...byGate,
  is: 'fixed',
  document: FixedPitch,
  ofLanes: false,
  noteOf: ({ note }) => note,
  key: () => 'fixed',
  offers: () => [{ key: 'fixed', says: 'always', makes: { is: 'fixed', note: FIRST_NOTE } }],
  words: (pitch) => [{ is: 'note', label: 'Note', value: pitch.note, set: (note) => ({ ...pitch, note }) }],
};

const lane: PitchStage<LanePitch> = {
  ...byGate,
  is: 'lane',
  document: LanePitch,
  ofLanes: true,
  noteOf: (_, { note }) => note!,
  key: () => 'lane',
  offers: (_, sensor) =>
    hasNotes(sensor) ? [{ key: 'lane', says: 'of its own lanes', makes: { is: 'lane' } }] : [],
  words: () => [],
};

const chosen: PitchStage<ChosenPitch> = {
  is: 'chosen',
  document: ChosenPitch,
  carries: ['pitch', 'gate'],
  ofLanes: true,
  noteOf: (_, { note }) => note!,
  hear: (m, voice, { source, by }, index, attack) => {
    const { image } = m.parts;
    const { lanes } = m.sensors.get(source.sensor)!;
    const choice = image.choices.length;
    image.choices.push({
      ...{ note: index, by: CHOOSES[by], lane: image.choice_lanes, lanes: lanes.length },
      slurred: voice.legato === false ? 0 : 1,
    });
    image.choice_lanes += lanes.length;
    hearGate(m, voice, { is: 'choiceGate', index: choice }, attack);
    listen(m, source, voice.side, { is: 'choicePitch', index: choice });
  },
  key: ({ by, source }) => `${by} ${source.sensor}`,
  offers: ({ sensors }) => sensors.filter(chooses).flatMap(chosenOffers),
  words: () => [],
};

/** What a sensor chooses a note by: a pitch, or which of its lanes are open. */
const choosingPort = (sensor: Sensor): string | null => portThat(sensor, 'pitch') ?? gatePort(sensor);

const chooses = (sensor: Sensor): boolean =>
  hasNotes(sensor) &&
  (portThat(sensor, 'pitch') !== null || (sensor.lanes.length > 1 && gatePort(sensor) !== null));

/** Verbs of prompts, as what was done. */
const PLAYED: Readonly<Record<string, string>> = { touch: 'touched', strike: 'struck', press: 'pressed' };

function chosenOffers(sensor: Sensor): Offer<ChosenPitch>[] {
  const source = { sensor: sensor.id, port: choosingPort(sensor)! };
  const offer = (by: ChosenPitch['by'], says: string): Offer<ChosenPitch> => {
    const makes: ChosenPitch = { is: 'chosen', source, by };
    return { key: chosen.key(makes), says: `of ${sensor.name}, ${says}`, makes };
  };
  return [
    offer('last', `the last ${PLAYED[kindOf(sensor).verb] ?? 'played'}`),
    offer('highest', 'the highest'),
  ];
}

const STAGES = new Map<string, PitchStage>();

/** Makes a member known. @throws RangeError where its name is taken */
export function addPitch(stage: PitchStage): void {
  if (STAGES.has(stage.is)) throw new RangeError(`addPitch: ${stage.is}: its name must be free`);
  STAGES.set(stage.is, stage);
  addPitchFacts(stage.is, stage);
  (PITCHES as Record<string, new () => object>)[stage.is] = stage.document;
}
for (const stage of [fixed, lane, chosen, along, fingering]) addPitch(stage as PitchStage);

/** The member that a pitch is of. */
export const pitchStage = ({ is }: Pitch): PitchStage => STAGES.get(is)!;

/** What the maker can choose for a sensor's gate. */
export const pitchOffers = (instrument: Instrument, sensor: Sensor): Offer<Pitch>[] =>
  [...STAGES.values()].flatMap((stage) => stage.offers(instrument, sensor));
