import { kindPlanOf } from '../kinds/plans-registry';
import { findBoardClass, classOf } from './board-classes';
import type { Instrument } from '../instrument/document';
import type { Part } from '../kinds/kind-plan';
import { factsOf } from '../kinds/facts';
import type { BoardPlan } from './board-plan';

/** A line of the parts list: what, how many, of one, and for what. */
export interface PartLine extends Part {
  for: string;
}

/** Of a chip with its carrier. (Invented.) */
const CHIP_COST = 2;

/** What to buy: boards, chips, and what each sensor takes. */
export function partsList(instrument: Instrument, boards: readonly BoardPlan[]): PartLine[] {
  const own = instrument.boards.map((board): PartLine => {
    const cost = findBoardClass(classOf(board)?.id ?? '')?.cost ?? 0;
    return { name: board.name, count: 1, cost, for: 'the instrument' };
  });
  const chips = boards.flatMap(({ board, chips }): PartLine[] =>
    [
      {
        name: 'multiplexer, 16 analogue inputs',
        count: (chips?.multiplexers ?? 0) + multiplexersOf(instrument, board),
        cost: CHIP_COST,
        for: board,
      },
      { name: 'expander, 16 digital inputs', count: chips?.expanders ?? 0, cost: CHIP_COST, for: board },
    ].filter((p) => p.count > 0),
  );
  const sensors = instrument.sensors.flatMap((s) =>
    kindPlanOf(s)
      .parts(s.lanes.length, factsOf(s))
      .map((part): PartLine => ({ ...part, for: s.name })),
  );
  const typed = (part: PartLine) => instrument.prices?.find((p) => p.part === part.name)?.cost ?? part.cost;
  return [...own, ...chips, ...sensors].map((part) => ({ ...part, cost: typed(part) }));
}

const multiplexersOf = ({ boards }: Instrument, id: string): number =>
  boards.find((b) => b.id === id)?.pins?.multiplexers ?? 0;

/** A part at the maker's own price; what it costs nothing to think of stays invented. */
export const withPrice = (instrument: Instrument, part: string, cost: number): Instrument => ({
  ...instrument,
  prices: [...(instrument.prices ?? []).filter((p) => p.part !== part), { part, cost }],
});

/** The list as CSV, with its sum in the last line. @param currency its sign, or empty */
export function partsCsv(parts: readonly PartLine[], currency = ''): string {
  // What begins so is a formula to a table program, wherever the name came from.
  const plain = (text: string) => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
  const quoted = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  const line = (p: PartLine) =>
    [quoted(plain(p.name)), p.count, p.cost, p.count * p.cost, quoted(plain(p.for))].join(',');
  const sum = parts.reduce((n, p) => n + p.count * p.cost, 0);
  const of = currency === '' ? '' : `, ${currency}`;
  return (
    [
      `part,count,${quoted(`cost of one${of}`)},${quoted(`cost${of}`)},for`,
      ...parts.map(line),
      `sum,,,${sum},`,
    ].join('\n') + '\n'
  );
}
