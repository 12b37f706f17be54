import type { GuideStep } from '../guide/guide';
import type { Board } from '../instrument/board';
import type { Calibration } from '../instrument/calibration';
import type { Sensor } from '../instrument/sensor';
import type { Voice } from '../instrument/voices';
import type { ScaleId } from '../pitch/scale';
import type { Role } from '../signal/take';

/** The gesture a sensor takes; its colour and shape come from this, its word always stands beside them. */
export const GESTURE_FAMILIES = ['breath', 'press', 'touch', 'strike', 'place', 'move', 'switch'] as const;
export type GestureFamily = (typeof GESTURE_FAMILIES)[number];

/** What a kind offers to voices: a level, a gate (with a strength, where it has one), or a pitch. */
export interface Port {
  carries: 'level' | 'gate' | 'pitch';
  /** As a voice's sentence names it: "how hard it is blown". */
  says: string;
  /** Whether it is a pitch of its own: a tone. */
  tunes?: true;
  /** The lane that it is of, by the kind's names for lanes; all of them where it is left out. */
  lane?: string;
}

/** A number of the part's sheet. */
export interface Fact {
  unit: string;
  low: number;
  high: number;
  /** What the sheet calls it. */
  says: string;
  /** What is reckoned with where it was not typed. */
  usual: number;
}

/** How a lane of it looks on the instrument, or all its lanes where they are one part: mm across and along, as such parts usually are (common practice, no source). */
export interface FaceShape {
  /** Keys lie as on a keyboard, by their notes; the size is a white one's. */
  shape: 'round' | 'square' | 'keys';
  width: number;
  height: number;
  /** What is drilled in the panel for its bush, tube or leads, mm across; at its left end where its tail comes out there; `cut` where all of it is sunk; 3 mm where it is left out. (Common practice, no source.) */
  hole?: number | 'cut' | { end: number };
}

/** One way of sensing, as documents and screens know it. A folder each beside this file, with its plan and its workings; see CONTRIBUTING.md. */
export interface Kind {
  id: string;
  /** In a sentence: "a breath gauge". */
  name: string;
  /** What makers call it, or look for it by. */
  aka: readonly string[];
  family: GestureFamily;
  /** The verb of its prompts: "blow", "press". */
  verb: string;
  /** One of its gestures, and several. */
  gesture: string;
  gestures: string;
  /** Shown where the work can hurt someone. */
  care: string;
  /** After how many days it is looked at again, and what of it changes; three months where it is left out. (Common practice, no source.) */
  due?: { days: number; because: string };
  face: FaceShape;
  /** How many lanes it can have, whether they are columns of counts or contacts, their names where they differ, and contacts a lane, one unless said. */
  lanes: { least: number; most: number; are: 'counts' | 'contacts'; names?: readonly string[]; contacts?: 2 };
  /** The notes that its lanes begin with, rising from the lowest, where it has so many lanes; none where a lane stands for no note. */
  notes?: { lowest: number; scale: ScaleId; leastLanes?: number };
  /** What the board reads a lane of counts with. */
  readBy: 'converter' | 'touch peripheral' | 'charge time';
  /** Where its reading goes when it is let go, where that is not its rest: back to a middle, or nowhere. */
  letGo?: 'returns' | 'stays';
  ports: Readonly<Record<string, Port>>;
  facts: Readonly<Record<string, Fact>>;
  /** The way that it is measured. */
  way: Calibration['is'];
  /** The takes that a guided run of it wants, in order. */
  steps: readonly GuideStep[];
  /** Takes that are no part of the run: they tell more where somebody wants to know. */
  extra?: readonly GuideStep[];
  /** Known loads that give one lane of it units, where there are such. */
  known?: 'weights' | 'pressures';
  /** What the prompter says for a role, where its way does not say it already: one instruction, and one line under it. */
  asks?: Partial<Record<Role, { says: string; under: string }>>;
  /** A count in units, in words: by known loads, or the part's sheet; undefined where there is neither. @param lane its place in the sensor */
  unitWords?(count: number, sensor: Sensor, board: Board, lane: number): string | undefined;
  /** The voices that it starts with. @param zone id of the zone that they play into */
  firstVoices(sensor: Sensor, zone: string): Voice[];
}
