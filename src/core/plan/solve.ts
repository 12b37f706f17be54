import type { Lights } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { PinNeed } from '../kinds/kind-plan';
import { BOARD_CLASSES, type BoardClass } from './board-classes';
import type { Figure } from '../parts/figure';
import { lightLoad, loadOf, NO_LOAD, together, type Load } from './load';
import {
  added,
  CHOOSERS,
  PER_MULTIPLEXER,
  pinsOfBoard,
  roomOf,
  shortage,
  times,
  type Needs,
  type Room,
  type Shortage,
} from './pins';
import { fastestHz, NO_CHIPS, scanFigures, type Chips } from './scan';

/** Inputs that one expander gives. */
const PER_EXPANDER = 16;
const MOST_MULTIPLEXERS = 8;
const MOST_EXPANDERS = 8;
const CHIP_COST = 2;
const MOST_BOARDS = 6;
/** Boards of a series have a serial input each. */
const LINK: Partial<Needs> = { digital: 1 };
/** Arrangements that are tried at most; beyond them the first that was found stands. */
const MOST_TRIES = 2000;

const ROOMS = new WeakMap<BoardClass, Room>();

/** The pins of a class, counted once. */
function roomIn(board: BoardClass): Room {
  const room = ROOMS.get(board) ?? roomOf(pinsOfBoard(board.pins));
  ROOMS.set(board, room);
  return room;
}

/** How a class of boards serves an instrument. */
export interface Fit {
  board: BoardClass;
  /** Alone, with chips on one board, as several boards in series, or not at all. */
  way: 'alone' | 'chips' | 'boards' | null;
  /** The sensors of each board, by place; all on one where they fit nowhere. */
  boards: number[][];
  chips: Chips;
  /** Slowest scan rate of its boards, against what playing asks for. */
  rate: Figure | null;
  cost: number;
  /** What one board of it alone lacks, in a sentence; empty where it lacks nothing. */
  lacks: string;
}

/** What an instrument's program needs of a board, bytes. */
export interface ProgramNeeds {
  memoryBytes: number;
  flashBytes: number;
}

/** How each class of boards serves these sensors, the best first: fewest boards, then fewest chips, then without a radio, then most bits, then cost. */
export const solve = (sensors: readonly Sensor[], program: ProgramNeeds | null, lights?: Lights): Fit[] =>
  BOARD_CLASSES.map((board) => fitOf(board, sensors, program, lights)).sort(
    (a, b) =>
      rank(a) - rank(b) ||
      a.boards.length - b.boards.length ||
      chipsIn(a) - chipsIn(b) ||
      radio(a) - radio(b) ||
      b.board.bits - a.board.bits ||
      a.cost - b.cost,
  );

const rank = (f: Fit) => (f.way === null ? 1 : 0);
const radio = ({ board }: Fit) => (board.pins.transport === 'radio' ? 1 : 0);
const chipsIn = ({ chips }: Fit) => chips.multiplexers + chips.expanders;

/** How one class serves them. The lights are led to the first board. */
export function fitOf(
  board: BoardClass,
  sensors: readonly Sensor[],
  program: ProgramNeeds | null,
  lights?: Lights,
): Fit {
  const { each, types } = loadsOf(sensors);
  const fit = fitLoads(board, { each: [...each, lightLoad(lights)], types: [...types, 'lights'] }, program);
  const lit = fit.boards.findIndex((own) => own.includes(sensors.length));
  const boards = [fit.boards[lit], ...fit.boards.filter((_, i) => i !== lit)].map((own) =>
    own.filter((i) => i < sensors.length),
  );
  // A board for nothing but lights is none that an instrument is played on.
  return boards[0].length > 0 || sensors.length === 0
    ? { ...fit, boards }
    : { ...fit, way: null, boards: [sensors.map((_, i) => i)] };
}

interface Loads {
  each: Load[];
  /** What is alike: sensors of one type can stand for each other. */
  types: string[];
}

const loadsOf = (sensors: readonly Sensor[]): Loads => ({
  each: sensors.map(loadOf),
  types: sensors.map((s) => `${s.kind} ${s.lanes.length}`),
});

function fitLoads(board: BoardClass, { each, types }: Loads, program: ProgramNeeds | null): Fit {
  const room = roomIn(board);
  const all = each.reduce(together, NO_LOAD);
  const keepsUp = (load: Load, chips: Chips) => fastestHz(board, load, chips) >= load.leastHz;
  const fit = (way: Fit['way'], boards: number[][], chips: Chips, lacks: string): Fit => {
    const rates = boards.map(
      (own) => scanFigures(board, own.map((i) => each[i]).reduce(together, NO_LOAD), chips).rate,
    );
    const rate = rates.sort((a, b) => share(a) - share(b))[0] ?? null;
    const cost = boards.length * board.cost + CHIP_COST * (chips.multiplexers + chips.expanders);
    return { board, way, boards, chips, rate, cost, lacks };
  };
  const every = each.map((_, i) => i);
  const short = shortage(room, all.needs);
  const full = program && program.memoryBytes > board.memoryBytes ? memoryWords(program, board) : '';
  const slow = keepsUp(all, NO_CHIPS) ? '' : slowWords(scanFigures(board, all, NO_CHIPS).rate);
  const lacks = [short ? shortWords(short) : '', full, slow].filter(Boolean).join(' ');
  if (lacks === '') return fit('alone', [every], NO_CHIPS, '');
  const chips = full || !short ? null : chipsFor(room, all.needs);
  if (chips && keepsUp(all, chips)) return fit('chips', [every], chips, lacks);
  const parted = part(room, each, types, (load) => keepsUp(load, NO_CHIPS));
  return parted ? fit('boards', parted, NO_CHIPS, lacks) : fit(null, [every], NO_CHIPS, lacks);
}

/** How much of its rate a board has to spare. */
const share = ({ value, limit }: Figure) => value / (limit ?? 1);

/** The fewest chips that give a board its inputs, or null. Multiplexers bring analogue inputs, expanders digital ones. */
export function chipsFor(room: Room, needs: Needs): Chips | null {
  for (let chips = 1; chips <= MOST_MULTIPLEXERS + MOST_EXPANDERS; chips++)
    for (let expanders = 0; expanders <= Math.min(chips, MOST_EXPANDERS); expanders++) {
      const multiplexers = chips - expanders;
      if (
        multiplexers <= MOST_MULTIPLEXERS &&
        shortage(room, eased(needs, { multiplexers, expanders })) === null
      )
        return { multiplexers, expanders };
    }
  return null;
}

/** What is left for the board's own pins. */
function eased(needs: Needs, { multiplexers, expanders }: Chips): Needs {
  const choosers = multiplexers > 0 ? CHOOSERS : 0;
  return {
    ...needs,
    analogue: Math.max(0, needs.analogue - PER_MULTIPLEXER * multiplexers) + multiplexers,
    digital: Math.max(0, needs.digital + choosers - PER_EXPANDER * expanders),
    bus: needs.bus + expanders,
  };
}

/**
 * Parts sensors, whole, among as few boards as can be. Exact as long as the tries last: from a lower bound up, each number of
 * boards is tried in all arrangements that differ.
 * @param keepsUp whether a board with this load scans fast enough
 * @returns the sensors of each board, or null
 */
function part(
  room: Room,
  loads: readonly Load[],
  types: readonly string[],
  keepsUp: (load: Load) => boolean,
): number[][] | null {
  const holds = (load: Load) => shortage(room, added(load.needs, LINK)) === null && keepsUp(load);
  if (loads.some((load) => !holds(load))) return null;
  const order = loads.map((_, i) => i).sort((a, b) => total(loads[b].needs) - total(loads[a].needs));
  const all = loads.reduce(together, NO_LOAD);
  for (let boards = 2; boards <= MOST_BOARDS; boards++) {
    // All pins of so many boards together must hold them, before any arrangement can.
    if (shortage(times(room, boards), added(all.needs, { digital: boards }))) continue;
    const found = arrange(order, loads, types, boards, holds);
    if (found) return found.map((own) => own.sort((a, b) => a - b));
  }
  return null;
}

const total = (n: Needs) => n.analogue + n.digital + n.touch + n.interrupt + n.bus;

function arrange(
  order: readonly number[],
  loads: readonly Load[],
  types: readonly string[],
  boards: number,
  holds: (load: Load) => boolean,
): number[][] | null {
  const own: number[][] = Array.from({ length: boards }, () => []);
  const sums: Load[] = own.map(() => NO_LOAD);
  let tries = 0;
  const put = (at: number): boolean => {
    if (at === order.length) return true;
    const sensor = order[at];
    const seen = new Set<string>();
    for (let b = 0; b < boards; b++) {
      // Boards that hold alike are alike.
      const alike = own[b].map((i) => types[i]).join();
      if (seen.has(alike) || ++tries > MOST_TRIES) continue;
      seen.add(alike);
      const before = sums[b];
      sums[b] = together(before, loads[sensor]);
      own[b].push(sensor);
      if (holds(sums[b]) && put(at + 1)) return true;
      own[b].pop();
      sums[b] = before;
    }
    return false;
  };
  return put(0) ? own.filter((b) => b.length > 0) : null;
}

const NEED_WORDS: Record<PinNeed, string> = {
  analogue: 'analogue inputs',
  digital: 'digital inputs',
  touch: 'touch inputs',
  interrupt: 'inputs that time edges',
  bus: 'wires of a bus',
};

const shortWords = ({ needs, want, have }: Shortage): string =>
  `It wants ${want} ${needs.map((n) => NEED_WORDS[n]).join(' and ')}; one board has ${have}.`;

const memoryWords = ({ memoryBytes }: ProgramNeeds, board: BoardClass): string =>
  `It takes about ${memoryBytes} bytes of memory; it has ${board.memoryBytes}.`;

const slowWords = (rate: Figure): string =>
  `It would scan ${Math.round(rate.value)} times a second; ${rate.limit} are wanted: ${rate.note}.`;
