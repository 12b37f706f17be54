import { breathGauge } from './breath-gauge';

/** The gesture a sensor takes; its colour and shape come from this, its word always stands beside them. */
export type GestureFamily = 'breath' | 'press' | 'touch' | 'strike' | 'place' | 'move' | 'switch';

/** One way of sensing: everything that differs from kind to kind, as data. */
export interface SensorKind {
  id: string;
  /** In a sentence: "a breath gauge". */
  name: string;
  family: GestureFamily;
  /** The verb of its prompts: "blow", "press". */
  verb: string;
  /** One of its gestures, and several. */
  gesture: string;
  gestures: string;
  /** Shown where the work can hurt someone. */
  care: string;
}

/** Every sensor kind that the application knows. A new kind is one file beside this one and one entry here. */
export const SENSOR_KINDS = { 'breath-gauge': breathGauge } as const satisfies Record<string, SensorKind>;

export type SensorKindId = keyof typeof SENSOR_KINDS;
export const SENSOR_KIND_IDS = Object.keys(SENSOR_KINDS) as SensorKindId[];
