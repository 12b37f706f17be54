import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { NoteVoice, Pitch } from '../instrument/voices';
import type { Attack } from './gate';
import type { Making } from './making';
import type { PitchFacts } from './pitch-facts';
import type { Offer, Word } from './word';

/** Which note a gate plays: a member of the stage. */
export interface PitchStage<P extends object = Pitch> extends PitchFacts<P> {
  is: string;
  /** Its class in documents. */
  document: new () => P;
  /** The note of one of the lanes that sound, 0 … 127: those of its `source`, or of the gate where it names none. */
  noteOf(pitch: P, lane: Sensor['lanes'][number]): number;
  /** Lets it hear what it must. @param index of its note in the image */
  hear(m: Making, voice: NoteVoice, pitch: P, index: number, attack?: Attack): void;
  /** Which of its offers it is. */
  key(pitch: P): string;
  /** What of it the maker can choose for a sensor's gate. */
  offers(instrument: Instrument, sensor: Sensor): Offer<P>[];
  /** What follows the choice in the sentence. */
  words(pitch: P): Word<P>[];
}
