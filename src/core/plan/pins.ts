import type { BoardPins } from '../instrument/board';
import { PIN_NEEDS, type PinNeed } from '../kinds/kind-plan';

/** A pin of a board, by the name that its sketch gives it, and what can be wired to it. */
export interface Pin {
  name: string;
  can: ReadonlySet<PinNeed>;
}

/** The first digital pin: the two before it belong to the serial line. */
const FIRST_DIGITAL = 2;
/** The pin of the light on most boards, where a board has not told what is taken. */
const USUALLY_TAKEN = ['13'];

/** Pins of a board that nothing can be wired to: those before the first digital one, and those that it says are taken. */
export const takenPins = ({ taken = USUALLY_TAKEN }: BoardPins): string[] => ['0', '1', ...taken];

/** Names of a board's further digital pins: numbers from 2 on, without those that are taken. */
function digitalNames({ digital, taken = USUALLY_TAKEN }: BoardPins): string[] {
  const names: string[] = [];
  for (let n = FIRST_DIGITAL; names.length < digital; n++)
    if (!taken.includes(String(n))) names.push(String(n));
  return names;
}

/** Inputs of a multiplexer, and the pins that choose one of them, for all multiplexers together. */
export const PER_MULTIPLEXER = 16;
export const CHOOSERS = 4;

/**
 * The pins of a board: A0 and on, then 2 and on, without those that it needs itself. A converter's pin can be digital, unless it can be nothing else. Multiplexers
 * stand on the last of them, each with its inputs in its place: A5.0, A5.1, …
 */
export function pinsOfBoard(pins: BoardPins): Pin[] {
  const { analogue, analogueOnly, digital, interrupt, touch, multiplexers = 0 } = pins;
  const converter = Array.from({ length: analogue }, (_, i): Pin[] => {
    if (i >= analogue - multiplexers)
      return Array.from({ length: PER_MULTIPLEXER }, (_, k) => ({
        ...{ name: `A${i}.${k}`, can: new Set<PinNeed>(['analogue']) },
      }));
    const only = i >= analogue - analogueOnly;
    return [{ name: `A${i}`, can: new Set<PinNeed>(only ? ['analogue'] : ['analogue', 'digital']) }];
  }).flat();
  const others = digitalNames(pins).map((name, i): Pin => {
    const can = new Set<PinNeed>(['digital']);
    if (i < interrupt) can.add('interrupt');
    if (i >= digital - touch) can.add('touch');
    return { name, can };
  });
  return pins.bus ? withBus([...converter, ...others], pins.busPins) : [...converter, ...others];
}

/** Marks the pins that can be the bus; those that are only that are added. */
function withBus(all: readonly Pin[], busPins: readonly string[] | undefined): Pin[] {
  const isBus = ({ name, can }: Pin) => (busPins ? busPins.includes(name) : can.has('digital'));
  const marked = all.map((pin): Pin =>
    isBus(pin) ? { ...pin, can: new Set<PinNeed>([...pin.can, 'bus']) } : pin,
  );
  const more = (busPins ?? []).filter((name) => !all.some((pin) => pin.name === name));
  return [...marked, ...more.map((name): Pin => ({ name, can: new Set<PinNeed>(['bus']) }))];
}

/** How many of each need. */
export type Needs = Readonly<Record<PinNeed, number>>;

export const NO_NEEDS: Record<PinNeed, number> = { analogue: 0, digital: 0, touch: 0, interrupt: 0, bus: 0 };

export const added = (a: Needs, b: Partial<Needs>): Needs => ({
  analogue: a.analogue + (b.analogue ?? 0),
  digital: a.digital + (b.digital ?? 0),
  touch: a.touch + (b.touch ?? 0),
  interrupt: a.interrupt + (b.interrupt ?? 0),
  bus: a.bus + (b.bus ?? 0),
});

/** What sensors and multiplexers need of a board's own pins. */
export const withChoosers = (needs: Needs, { multiplexers = 0 }: BoardPins): Needs =>
  multiplexers > 0 && needs.analogue > 0 ? added(needs, { digital: CHOOSERS }) : needs;

/** Wires of a bus, whatever hangs on it. */
const BUS_WIRES = 2;

/** A bus is shared: it takes two pins. */
export const wired = (needs: Needs): Needs => (needs.bus > 0 ? { ...needs, bus: BUS_WIRES } : needs);

/** Of every set of needs, as bits in the order of PIN_NEEDS, how many pins can take one of them. */
export type Room = readonly number[];

export const roomOf = (pins: readonly Pin[]): Room =>
  Array.from(
    { length: 1 << PIN_NEEDS.length },
    (_, set) => pins.filter((p) => PIN_NEEDS.some((n, i) => set & (1 << i) && p.can.has(n))).length,
  );

/** Room of so many boards together. */
export const times = (room: Room, boards: number): Room => room.map((n) => n * boards);

/** Needs that are too many for the pins that there are for them. */
export interface Shortage {
  needs: PinNeed[];
  want: number;
  have: number;
}

/**
 * Whether so many needs can be wired to pins, one each. By Hall's theorem (J. London Math. Soc. 10, 1935) they can where no
 * set of needs is larger than the set of pins that can take one of them.
 * @returns null, or the set that lacks most
 */
export function shortage(room: Room, wanted: Needs): Shortage | null {
  const needs = wired(wanted);
  let worst = 0;
  let most = 0;
  for (let set = 1; set < room.length; set++) {
    const lack = wantedBy(needs, set) - room[set];
    if (lack > most) [worst, most] = [set, lack];
  }
  if (worst === 0) return null;
  const own = PIN_NEEDS.filter((n, i) => worst & (1 << i) && needs[n] > 0);
  return { needs: own, want: wantedBy(needs, worst), have: room[worst] };
}

function wantedBy(needs: Needs, set: number): number {
  let want = 0;
  for (let i = 0; i < PIN_NEEDS.length; i++) if (set & (1 << i)) want += needs[PIN_NEEDS[i]];
  return want;
}
