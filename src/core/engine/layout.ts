import { struct, type Fields, type FieldType, type Of, type Struct } from './struct';

/**
 * The one place where the layout of image and state stands. Made from it: firmware/cheironom_layout.h (whose sizes and
 * offsets the compiler checks), the rows of a generated header, the bytes of the state that tests compare, and these types.
 * docs/engine.md says what the fields mean.
 */

export const SCALE = struct('scale', 'x of 0 ... span as a Q15 share without division', {
  span: 'u16',
  factor: 'u16',
  mul: 'u16',
});

export const SIDE = struct(
  'side',
  'one side of rest; distances in counts; an absent side has 65535 for all three',
  {
    scale: SCALE,
    dead: 'u16',
    on: 'u16',
    off: 'u16',
  },
);

export const LEVEL = struct(
  'level',
  'a level: a column with a rest and up to two sides; still: the nearer of their ons; its gates and controls stand together',
  {
    rest: 'u16',
    still: 'u16',
    side: [SIDE, 2],
    column: 'u8',
    gate: 'u8',
    gates: 'u8',
    control: 'u8',
    controls: 'u8',
    pad: 'u8',
  },
);

export const ZERO_STATE = struct(
  'zero_state',
  'rest of a level or a strike lane, and what it finds out at power-up',
  {
    rest: 'u16',
    median: 'u16',
    first: 'u16',
    looks: 'u8',
    stage: 'u8',
  },
);

export const GATE = struct('gate', 'opens and closes with a level, which is this lane of its sensor', {
  window_ticks: 'u16',
  hold_off_ticks: 'u16',
  attack: [SCALE, 2],
  level: 'u8',
  column: 'u8',
  side_mask: 'u8',
  listener: 'u8',
  listeners: 'u8',
  lane: 'u8',
});

export const GATE_STATE = struct(
  'gate_state',
  'low ... high are the counts among which nothing happens; peak: the count furthest from rest in an attack; column as in the image, where it is read sooner',
  {
    low: 'u16',
    high: 'u16',
    peak: 'u16',
    since: 'u16',
    stage: 'u8',
    running: 'u8',
    column: 'u8',
    pad: 'u8',
  },
);

export const CONTROL = struct(
  'control',
  'a level sent as a controller or as channel pressure; curve: where its stairs begin, or at 14 bits its table; deadband: steps; slack: counts past a step by which it is kept',
  {
    from: 'u16',
    span: 'u16',
    interval_ticks: 'u16',
    curve: 'u16',
    deadband: 'u8',
    slack: 'u8',
    level: 'u8',
    column: 'u8',
    side_mask: 'u8',
    kind: 'u8',
    status: 'u8',
    controller: 'u8',
  },
);

export const CONTROL_STATE = struct(
  'control_state',
  'low ... high are the counts that keep what was sent; held: until then; column as in the image, where it is read sooner',
  {
    low: 'u16',
    high: 'u16',
    sent: 'u16',
    until: 'u16',
    held: 'u8',
    column: 'u8',
  },
);

export const SWITCHED = struct(
  'switched',
  'a controller, or channel pressure, that gates move between two values',
  {
    status: 'u8',
    controller: 'u8',
    off: 'u8',
    on: 'u8',
  },
);

export const SWITCHED_STATE = struct('switched_state', 'what was sent, and how many gates are open', {
  sent: 'u8',
  open: 'u8',
});

export const TOUCH_BANK = struct('touch_bank', 'touch lanes that share what follows', {
  follow_slow: 'u16',
  longest_slow: 'u16',
  lane: 'u8',
  lanes: 'u8',
  falling: 'u8',
  listener: 'u8',
  listeners: 'u8',
  pad: 'u8',
});

export const TOUCH = struct('touch', 'one touch lane; on and off are distances from its untouched level', {
  untouched: 'u16',
  on: 'u16',
  off: 'u16',
  column: 'u8',
  pad: 'u8',
});

export const TOUCH_BANK_STATE = struct(
  'touch_bank_state',
  'since: last step of the untouched levels, slow ticks',
  {
    since: 'u16',
    looks: 'u8',
    pad: 'u8',
  },
);

export const TOUCH_STATE = struct('touch_state', 'since: when it was touched, slow ticks', {
  untouched: 'u16',
  since: 'u16',
  stage: 'u8',
  pad: 'u8',
});

export const STRIKE_BANK = struct(
  'strike_bank',
  'strike lanes that share their times, and how far they shake each other, Q8',
  {
    window_ticks: 'u16',
    mask_ticks: 'u16',
    half_life_ticks: 'u16',
    length_ticks: 'u16',
    lane: 'u8',
    lanes: 'u8',
    listener: 'u8',
    listeners: 'u8',
    shock: 'u8',
    pad: 'u8',
  },
);

export const STRIKE = struct(
  'strike',
  'one strike lane; on is a distance from rest; table: how its strength answers',
  {
    rest: 'u16',
    on: 'u16',
    scale: SCALE,
    table: 'u16',
    column: 'u8',
    pad: 'u8',
  },
);

export const STRIKE_STATE = struct(
  'strike_state',
  'peak: of the window, then the level that another must exceed',
  {
    peak: 'u16',
    since: 'u16',
    began: 'u16',
    stage: 'u8',
    sounding: 'u8',
  },
);

export const CONTACT_BANK = struct('contact_bank', 'contacts that share their debounce', {
  debounce_ticks: 'u16',
  lane: 'u8',
  lanes: 'u8',
  rest: 'u8',
  listener: 'u8',
  listeners: 'u8',
  pad: 'u8',
});

export const CONTACT_STATE = struct(
  'contact_state',
  'taken: the state that counts; seen: the one last reported; muted: held since power-up',
  {
    since: 'u16',
    seen: 'u8',
    taken: 'u8',
    running: 'u8',
    muted: 'u8',
  },
);

export const LISTENER = struct('listener', 'who hears a gate', { is: 'u8', index: 'u8' });

export const NOTE = struct(
  'note',
  'notes of the lanes of one gate port, and where their velocity comes from; table: how a level gives it',
  {
    table: 'u16',
    lane: 'u8',
    lanes: 'u8',
    velocity: 'u8',
    from: 'u8',
    span: 'u8',
    level: 'u8',
  },
);

export const NOTE_LANE = struct(
  'note_lane',
  'channel 0 ... 15 and note of one lane; 16 more: another lane can play them too',
  {
    channel: 'u8',
    note: 'u8',
  },
);

export const NOTE_LANE_STATE = struct('note_lane_state', 'channel and note that sound; note 255: none', {
  channel: 'u8',
  note: 'u8',
});

export const CHOICE = struct('choice', 'one note at a time: a gate says when, the lanes of another which', {
  note: 'u8',
  by: 'u8',
  lane: 'u8',
  lanes: 'u8',
});

export const CHOICE_STATE = struct(
  'choice_state',
  'strength of the gate that opened last, and how many are open; order: the last lane that opened',
  {
    strength: 'u16',
    order: 'u16',
    open: 'u8',
    pad: 'u8',
  },
);

export const CHOICE_LANE_STATE = struct(
  'choice_lane_state',
  'which opening it is of, of all of the choice; 0: it is closed',
  {
    order: 'u16',
  },
);

export const ENGINE_STATE = struct(
  'engine_state',
  'backlog: time that the wire needs for what was sent, us',
  {
    last_us: 'u32',
    backlog_us: 'u32',
    swept: 'u16',
    discard: 'u8',
    turn: 'u8',
    looking: 'u8',
    pad: ['u8', 3],
  },
);

/** Changes whenever the dump's head or its order do: settings of another layout are refused. */
export const LAYOUT_VERSION = 3;

export const SETTINGS_HEAD = struct(
  'settings_head',
  'before settings in a dump and in a slot; crc: over all of it, its own place taken as 0; build, sequence: of slots, the newest of this build counts',
  {
    magic: 'u32',
    structure: 'u32',
    digest: 'u32',
    build: 'u32',
    sequence: 'u32',
    crc: 'u32',
    layout: 'u16',
    length: 'u16',
  },
);

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

/** What an image counts besides its lists. */
export const COUNTS = ['contacts', 'choice_lanes'] as const;
export type Count = (typeof COUNTS)[number];

const LIST = {
  levels: { of: LEVEL, settings: ['rest', 'still', 'side'], states: { level_zeros: ZERO_STATE } },
  gates: {
    of: GATE,
    settings: ['window_ticks', 'hold_off_ticks', 'attack', 'side_mask'],
    states: { gates: GATE_STATE },
  },
  controls: {
    of: CONTROL,
    settings: [
      ...(['from', 'span', 'interval_ticks', 'curve', 'deadband', 'slack', 'side_mask'] as const),
      ...(['status', 'controller'] as const),
    ],
    states: { controls: CONTROL_STATE },
  },
  switched: {
    of: SWITCHED,
    settings: ['status', 'controller', 'off', 'on'],
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
  listeners: { of: LISTENER, settings: [], states: {} },
  notes: { of: NOTE, settings: ['table', 'from', 'span'], states: {} },
  note_lanes: { of: NOTE_LANE, settings: ['channel', 'note'], states: { note_lanes: NOTE_LANE_STATE } },
  choices: {
    of: CHOICE,
    settings: ['by'],
    states: { choices: CHOICE_STATE, choice_lanes: CHOICE_LANE_STATE },
    counted: { choice_lanes: 'choice_lanes' },
  },
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
  /** Contacts that the board scans. */
  contacts: number;
  /** Lanes that choices look at, all together. */
  choice_lanes: number;
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
