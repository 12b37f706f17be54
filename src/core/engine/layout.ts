import {
  RIBBON,
  RIBBON_STATE,
  SPEED,
  SPEED_STATE,
  JOIN,
  JOINED,
  TONE,
  TONE_STATE,
  SURFACE,
  SURFACE_STATE,
  TILT,
  TILT_STATE,
  TURN,
  TURN_STATE,
  TURN_VALUE_STATE,
} from './derived-records';
import {
  EXPONENTIAL,
  EXPONENTIAL_STATE,
  MEDIAN,
  MEDIAN_STATE,
  ONE_EURO,
  ONE_EURO_STATE,
} from './filter-records';
import {
  LEVEL,
  ZERO_STATE,
  CREEP,
  CREEP_STATE,
  GATE,
  GATE_STATE,
  ENGINE_STATE,
  SETTINGS_HEAD,
} from './records';
import {
  TOUCH_BANK,
  TOUCH,
  TOUCH_BANK_STATE,
  TOUCH_STATE,
  STRIKE_BANK,
  STRIKE,
  STRIKE_STATE,
  CONTACT_BANK,
  CONTACT_STATE,
  DEPTH_BANK,
  DEPTH,
  DEPTH_STATE,
  PAIR_BANK,
  PAIR,
  PAIR_BANK_STATE,
  PAIR_STATE,
  LEARN,
  LEARN_STATE,
  LEARN_LANE,
  LEARN_LANE_STATE,
} from './bank-records';
import {
  CONTROL,
  CONTROL_STATE,
  SWITCHED,
  SWITCHED_STATE,
  HOLD,
  HOLD_STATE,
  TAKEOVER,
  TAKEOVER_STATE,
  LISTENER,
  SCENE_START,
  SELECTOR,
  SELECTOR_STATE,
  MODE,
  MODE_STATE,
  TEMPO,
  TEMPO_STATE,
  SHOW,
  SHOW_STATE,
  PARAMETER,
  NOTE,
  NOTE_LANE,
  NOTE_LANE_STATE,
  CHOICE,
  CHOICE_STATE,
  CHOICE_LANE_STATE,
  POOL,
  MEMBER_STATE,
  ANNOUNCEMENT,
  DEGREE,
  GLIDE,
  GLIDE_STATE,
  GATING,
  GATING_STATE,
  GATING_LANE_STATE,
  FINGERING,
  FINGERING_STATE,
  FINGERS,
  FINGER,
  FINGERING_ENTRY,
} from './voice-records';
import { MERGE, MERGE_STATE, PORT, PORT_STATE, SENSING } from './port-records';
import { type Fields, type FieldType, type Of, type Struct } from './struct';

/**
 * The one place where the layout of image and state stands. Made from it: firmware/cheironom_layout.h (whose sizes and
 * offsets the compiler checks), the rows of a generated header, the bytes of the state that tests compare, and these types.
 * docs/engine.md says what the fields mean.
 */

/** A list of the image. */
export interface Part {
  /** What its records are. */
  of: Struct<Fields>;
  /**
   * Fields that may change while it plays (change.ts). The rest is its structure: other structure is another engine, which
   * starts anew. Tables and stairs are settings.
   */
  settings: readonly string[];
  /** Lists of the state that go with it: each as long as it is, or as a count of the image. */
  states: Readonly<Record<string, Struct<Fields>>>;
  counted?: Readonly<Record<string, Count>>;
}

/** What an image says in a byte each besides its lists. */
export const COUNTS = [
  'columns',
  'derived',
  'contacts',
  'choice_lanes',
  'turn_values',
  'members',
  'gating_lanes',
  'scenes',
  'look_mask',
] as const;
export type Count = (typeof COUNTS)[number];

const LIST = {
  levels: { of: LEVEL, settings: ['rest', 'still', 'side'], states: { level_zeros: ZERO_STATE } },
  creeps: { of: CREEP, settings: ['every', 'step'], states: { creeps: CREEP_STATE } },
  gates: {
    of: GATE,
    settings: ['window_ticks', 'hold_off_ticks', 'attack', 'side_mask'],
    states: { gates: GATE_STATE },
  },
  controls: {
    of: CONTROL,
    settings: [
      ...(['from', 'span', 'interval_ticks', 'curve', 'mirror', 'deadband', 'slack', 'side_mask'] as const),
      ...(['status', 'controller', 'scenes'] as const),
    ],
    states: { controls: CONTROL_STATE },
  },
  holds: { of: HOLD, settings: [], states: { holds: HOLD_STATE } },
  takeovers: { of: TAKEOVER, settings: ['by'], states: { takeovers: TAKEOVER_STATE } },
  switched: {
    of: SWITCHED,
    settings: ['status', 'controller', 'off', 'on', 'scenes'],
    states: { switched: SWITCHED_STATE },
  },
  touch_banks: {
    of: TOUCH_BANK,
    settings: ['follow_slow', 'longest_slow'],
    states: { touch_banks: TOUCH_BANK_STATE },
  },
  touches: { of: TOUCH, settings: ['untouched', 'on', 'off'], states: { touches: TOUCH_STATE } },
  strike_banks: {
    of: STRIKE_BANK,
    settings: ['window_ticks', 'mask_ticks', 'half_life_ticks', 'length_ticks', 'shock'],
    states: {},
  },
  strikes: {
    of: STRIKE,
    settings: ['rest', 'on', 'scale', 'table'],
    states: { strike_zeros: ZERO_STATE, strikes: STRIKE_STATE },
  },
  contact_banks: {
    of: CONTACT_BANK,
    settings: ['debounce_ticks'],
    states: { contacts: CONTACT_STATE },
    counted: { contacts: 'contacts' },
  },
  pair_banks: {
    of: PAIR_BANK,
    settings: ['debounce_ticks', 'scale', 'restrikes'],
    states: { pair_banks: PAIR_BANK_STATE },
  },
  pairs: { of: PAIR, settings: ['slowest', 'table'], states: { pairs: PAIR_STATE } },
  depth_banks: {
    of: DEPTH_BANK,
    settings: ['strike', 'damper', 'rearm', 'scale'],
    states: {},
  },
  depths: {
    of: DEPTH,
    settings: ['rest', 'scale', 'table', 'asleep', 'slowest', 'answers'],
    states: { depths: DEPTH_STATE },
  },
  ribbons: {
    of: RIBBON,
    settings: ['scale', 'low', 'table', 'rest', 'on', 'off', 'drop', 'settle'],
    states: { ribbons: RIBBON_STATE },
  },
  turns: {
    of: TURN,
    settings: ['steps', 'quick', 'rests', 'falling', 'wraps', 'most'],
    states: { turns: TURN_STATE, turn_values: TURN_VALUE_STATE },
    counted: { turn_values: 'turn_values' },
  },
  speeds: {
    of: SPEED,
    settings: ['stop', 'bounce', 'shift', 'smoothing'],
    states: { speeds: SPEED_STATE },
  },
  tones: {
    of: TONE,
    settings: ['least', 'stop', 'presence', 'smoothing'],
    states: { tones: TONE_STATE },
  },
  tilts: { of: TILT, settings: ['axes', 'slack', 'steady', 'rests'], states: { tilts: TILT_STATE } },
  surfaces: {
    of: SURFACE,
    settings: ['axes', 'rest', 'on', 'off', 'settle'],
    states: { surfaces: SURFACE_STATE },
  },
  medians: { of: MEDIAN, settings: ['of'], states: { medians: MEDIAN_STATE } },
  exponentials: {
    of: EXPONENTIAL,
    settings: ['cutoff'],
    states: { exponentials: EXPONENTIAL_STATE },
  },
  one_euros: {
    of: ONE_EURO,
    settings: ['cutoff', 'quicker'],
    states: { one_euros: ONE_EURO_STATE },
  },
  joins: { of: JOIN, settings: ['by'], states: {} },
  joined: { of: JOINED, settings: ['table', 'side_mask'], states: {} },
  learns: { of: LEARN, settings: [], states: { learns: LEARN_STATE } },
  learn_lanes: { of: LEARN_LANE, settings: [], states: { learn_lanes: LEARN_LANE_STATE } },
  selectors: { of: SELECTOR, settings: ['to'], states: { selectors: SELECTOR_STATE } },
  modes: { of: MODE, settings: [], states: { modes: MODE_STATE } },
  tempos: { of: TEMPO, settings: ['table', 'begins'], states: { tempos: TEMPO_STATE } },
  shows: {
    of: SHOW,
    settings: ['scenes', 'first', 'lights', 'how', 'colour', 'under'],
    states: { shows: SHOW_STATE },
  },
  parameters: { of: PARAMETER, settings: ['high', 'low', 'registered'], states: {} },
  scene_starts: { of: SCENE_START, settings: ['ends'], states: {} },
  ports: { of: PORT, settings: ['blocks', 'how'], states: { ports: PORT_STATE } },
  merges: { of: MERGE, settings: [], states: { merges: MERGE_STATE } },
  sensings: { of: SENSING, settings: [], states: {} },
  listeners: { of: LISTENER, settings: [], states: {} },
  notes: { of: NOTE, settings: ['table', 'from', 'span', 'scenes', 'parts', 'stays'], states: {} },
  note_lanes: {
    of: NOTE_LANE,
    settings: ['bend', 'channel', 'note'],
    states: { note_lanes: NOTE_LANE_STATE },
  },
  choices: {
    of: CHOICE,
    settings: ['by'],
    states: { choices: CHOICE_STATE, choice_lanes: CHOICE_LANE_STATE },
    counted: { choice_lanes: 'choice_lanes' },
  },
  pools: {
    of: POOL,
    settings: [],
    states: { members: MEMBER_STATE },
    counted: { members: 'members' },
  },
  announcements: { of: ANNOUNCEMENT, settings: [], states: {} },
  degrees: { of: DEGREE, settings: ['pitch', 'bend', 'note'], states: {} },
  glides: {
    of: GLIDE,
    settings: [
      ...(['low', 'span', 'table', 'hysteresis', 'settle_ticks', 'drift', 'per'] as const),
      ...(['side_mask', 'reads', 'steps', 'adds'] as const),
    ],
    states: { glides: GLIDE_STATE },
  },
  gatings: {
    of: GATING,
    settings: ['length_slow'],
    states: { gatings: GATING_STATE, gating_lanes: GATING_LANE_STATE },
    counted: { gating_lanes: 'gating_lanes' },
  },
  fingerings: {
    of: FINGERING,
    settings: ['settle_ticks', 'unassigned'],
    states: { fingerings: FINGERING_STATE },
  },
  fingers: { of: FINGERS, settings: [], states: {} },
  finger_adds: { of: FINGER, settings: ['adds'], states: {} },
  fingering_entries: { of: FINGERING_ENTRY, settings: ['care', 'keys', 'bend', 'note'], states: {} },
} as const satisfies Record<string, Part>;

type List = typeof LIST;
export type PartName = keyof List;
/** Of a union of objects: one that is all of them. */
type AllOf<U> = (U extends unknown ? (u: U) => void : never) extends (all: infer A) => void ? A : never;
type States = AllOf<List[PartName]['states']>;
export type StateName = keyof States & string;

/**
 * The one list of parts: which lists an image has, in the order in which C, dumps and the test harness have them, and which
 * lists of the state go with each.
 */
export const PARTS: Readonly<Record<PartName, Part>> = LIST;
export const partNames = (): PartName[] => Object.keys(PARTS) as PartName[];

/** Adds a part at the end of the list: for blocks that are none of the product's. */
export function addPart(name: string, part: Part): void {
  (PARTS as Record<string, Part>)[name] = part;
}

/** The lists of the state in order: name, struct, and the part of the image, or the count, that it is as long as. */
export const stateLists = (): { name: StateName; of: Struct<Fields>; counted: PartName | Count }[] =>
  partNames().flatMap((part) => {
    const { states, counted } = PARTS[part];
    return Object.entries(states).map(([name, of]) => ({
      ...{ name: name as StateName, of, counted: counted?.[name] ?? part },
    }));
  });

/** Every struct, in an order in which C can declare them. */
export function structs(): Struct<Fields>[] {
  const found: Struct<Fields>[] = [];
  const visit = (type: FieldType): void => {
    if (typeof type === 'string') return;
    if (Array.isArray(type)) return visit(type[0] as FieldType);
    const own = type as Struct<Fields>;
    Object.values(own.fields).forEach(visit);
    if (!found.includes(own)) found.push(own);
  };
  for (const part of partNames()) [PARTS[part].of, ...Object.values(PARTS[part].states)].forEach(visit);
  [ENGINE_STATE, SETTINGS_HEAD].forEach(visit);
  return found;
}

/** An instrument compiled for one board: what its engine runs, in TypeScript and in C. docs/engine.md says what it means. */
export interface Image extends ImageLists {
  /** Response tables of 2^table_bits + 1 entries, Q15, one after another; each never falls. */
  tables: number[];
  table_bits: number;
  /** Stairs, one after another: for each step the share of the span, Q16, at which a value reads one more. */
  stairs: number[];
  /** Columns of the frames that it plays, and those that blocks compute from them, which stand behind. */
  columns: number;
  derived: number;
  /** Contacts that the board scans. */
  contacts: number;
  /** Lanes that choices look at, all together. */
  choice_lanes: number;
  /** Values that encoders keep, one for each scene, all together. */
  turn_values: number;
  /** Channels of all its pools together. */
  members: number;
  /** Lanes of gates that others let through, all together. */
  gating_lanes: number;
  /** Scenes that it changes between; 0 where there are fewer than two, and everything lives in the only one. */
  scenes: number;
  /** Of a number of a frame and of a level, the bits that are the same where a level looks at its rest (blocks/zero.ts). */
  look_mask: number;
  /** What a byte costs on the wire, us. */
  byte_us: number;
  /** Most bytes that one frame, one edge or one silence can write, as long as its settings stay. */
  max_bytes: number;
}
type ImageLists = { [P in PartName]: Of<List[P]['of']>[] };
type StateLists = { [S in StateName]: Of<States[S]>[] };

/** Everything that changes from frame to frame; nothing is allocated while playing. */
export interface State extends StateLists {
  engine: Of<typeof ENGINE_STATE>;
}
