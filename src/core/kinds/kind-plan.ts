import type { Circuit } from '../parts/circuit';
import type { PartSum } from '../parts/figure';
import { matrixLines } from '../parts/formulas';

/** What a signal of a sensor has to be wired to. */
export const PIN_NEEDS = ['analogue', 'digital', 'touch', 'interrupt', 'bus'] as const;
export type PinNeed = (typeof PIN_NEEDS)[number];

/** One wire from a sensor to a pin. */
export interface Signal {
  /** "out", "row 3". */
  name: string;
  needs: PinNeed;
  /** Place of its lane in the sensor, from 0; null where all lanes share it. */
  lane: number | null;
  /** The second contact of its lane; of no lane: what charges the pads of all of them. */
  second?: boolean;
  /** A line of a matrix: where a row and a column meet lies a contact, row after row. */
  line?: { of: 'row' | 'column'; at: number };
}

/** A thing to buy. */
export interface Part {
  name: string;
  /** How many for a sensor of so many lanes. */
  count: number;
  /** Of one, in a common currency. (Invented: type your own.) */
  cost: number;
}

/** A step of the build, and how one sees that it is right. */
export interface BuildStep {
  does: string;
  check?: string;
  /** Where it can hurt someone. */
  care?: string;
}

/** What a kind asks of a board and of a builder. A file of each kind's folder. */
export interface KindPlan {
  /** @param lanes of the sensor */
  signals(lanes: number): Signal[];
  /** Scans a second that playing asks for at least, and why. */
  rate: { leastHz: number; because: string };
  /** Resistance of what the converter looks into, Ω, for its settling; 0 for what is driven hard. */
  sourceOhms: number;
  /** Supply current of a lane, mA. */
  currentMa: number;
  /** Wires of a lane with its supply, and those that all lanes share. */
  wires: { lane: number; shared: number };
  /** Facts are whole: a resistor is bought by its value. */
  parts(lanes: number, facts: Readonly<Record<string, number>>): Part[];
  /** How a lane is wired to its pin, with the values of its parts. */
  circuit(facts: Readonly<Record<string, number>>): Circuit;
  steps: readonly BuildStep[];
  /** Facts are whole here: what was not typed is the usual. What its numbers cannot be, in a sentence, with what to do; null where nothing is wrong. */
  check?(facts: Readonly<Record<string, number>>): { says: string; cure: string } | null;
  /** What its own numbers come to at a board. */
  sums?(
    facts: Readonly<Record<string, number>>,
    board: { bits: number; scanHz: number },
    lanes: number,
  ): PartSum[];
  /** What is often built and not needed, in a sentence. */
  spare?: string;
}

/** A signal of each lane that needs the same. */
export const eachLane =
  (needs: PinNeed, name = 'out') =>
  (lanes: number): Signal[] =>
    Array.from({ length: lanes }, (_, lane) => ({ name, needs, lane }));

/** Two contacts a lane. */
export const twoContacts =
  (needs: PinNeed, first: string, other: string) =>
  (lanes: number): Signal[] =>
    Array.from({ length: lanes }, (_, lane): Signal[] => [
      { name: first, needs, lane },
      { name: other, needs, lane, second: true },
    ]).flat();

/** The rows and columns of lanes of so many contacts each; up to three contacts are wired one by one. */
export function matrixSignals(lanes: number, each: 1 | 2 = 1): Signal[] {
  const contacts = lanes * each;
  if (contacts <= 3)
    return Array.from({ length: contacts }, (_, i): Signal => {
      const second = i % each === 1;
      return { name: 'contact', needs: 'digital', lane: Math.floor(i / each), ...(second ? { second } : {}) };
    });
  const { rows, columns } = matrixLines(contacts);
  const lines = (of: 'row' | 'column', count: number) =>
    Array.from({ length: count }, (_, at): Signal => {
      return { name: `${of} ${at + 1}`, needs: 'digital', lane: null, line: { of, at } };
    });
  return [...lines('row', rows), ...lines('column', columns)];
}

/** Steps that every sensor on a lead has. */
export const LEAD_STEPS: readonly BuildStep[] = [
  {
    does: 'Route its signal wire away from audio leads and lights.',
    check: 'Its noise in Listen stays the same with the lights on.',
  },
];

/** Steps of a part with three pins. */
export const THREE_PIN_STEPS: readonly BuildStep[] = [
  {
    does: 'Find out which side of its plug is ground, before the first plug.',
    check: 'The meter shows no voltage between its ground and the board’s.',
  },
  ...LEAD_STEPS,
];
