import type { Instrument } from '../instrument/document';
import type { AlongPitch, FingeringPitch, NoteVoice, Pitch } from '../instrument/voices';
import type { Port } from '../kinds/kind';
import { kindOf } from '../kinds/registry';
import type { Fault } from '../result';
import { fingerCount, MOST_FINGERS } from './fingers';
import { sensorNamed } from './making';

/** What the rules of documents ask of a member of the pitch stage: nothing that compiles or shows it. */
export interface PitchFacts<P extends object = Pitch> {
  /** What a port can carry that it names as its `source`, or its fingers. */
  carries?: readonly Port['carries'][];
  /** Whether the document must give each lane that sounds a note. */
  ofLanes: boolean;
  /** Whether it plays one note at a time that no lane stands for. */
  alone?: true;
  /** What of it must hold that its sensors decide. @param path of the pitch */
  faults?(pitch: P, voice: NoteVoice, path: string, instrument: Instrument): Fault[];
}

export const ALONG: PitchFacts<AlongPitch> = {
  ...{ carries: ['level'], ofLanes: false, alone: true },
  faults: (pitch, _, path, instrument) => {
    const sensor = sensorNamed({ instrument }, pitch.source);
    const tunes = kindOf(sensor).ports[pitch.source.port].tunes === true;
    if (tunes === (pitch.lowest === undefined)) return [];
    const says = tunes
      ? `${sensor.name} is tuned itself: leave lowest and octaves out`
      : `${sensor.name} has no pitch of its own: give lowest and octaves`;
    return [{ path: `${path}.lowest`, says }];
  },
};

export const FINGERING: PitchFacts<FingeringPitch> = {
  ...{ carries: ['gate', 'pitch'], ofLanes: false, alone: true },
  faults: ({ fingers, table }, _, path, instrument) => {
    const count = fingerCount(instrument, fingers);
    if (count > MOST_FINGERS)
      return [{ path: `${path}.fingers`, says: `have ${count} lanes together, ${MOST_FINGERS} at most` }];
    const got = table[0].keys.length;
    return got === count
      ? []
      : [{ path: `${path}.table.0.keys`, says: `must have a sign a finger, ${count}, got ${got}` }];
  },
};

const FACTS = new Map<string, PitchFacts>([
  ['fixed', { ofLanes: false }],
  ['lane', { ofLanes: true }],
  ['chosen', { carries: ['pitch', 'gate'], ofLanes: true }],
  ['along', ALONG as PitchFacts],
  ['fingering', FINGERING as PitchFacts],
]);

/** Makes known what the rules ask of a member that is none of the product's. */
export const addPitchFacts = (is: string, facts: PitchFacts): void => void FACTS.set(is, facts);

export const pitchFacts = ({ is }: Pitch): PitchFacts => FACTS.get(is)!;
