'use client';

import { inSeries, midiInputsOf } from '@/core/instrument/midi-inputs';
import { boardsAfter } from '@/core/plan/edit-series';
import { useInstrument, useLive } from '../hooks/use-session';
import styles from './series.module.css';

const WIDE = 190;
const GAP = 84;
const HIGH = 40;
const ROW = 54;

interface Box {
  key: string;
  name: string;
  column: number;
  row: number;
  is: 'board' | 'outside';
}

/** Boards and what enters them, from left to right: what is plugged in, and what is pulled out. */
export function SeriesPicture() {
  const instrument = useInstrument();
  const pulled = useLive((s) => s.pulled);
  const { boxes, columns } = boxesOf(instrument);
  const at = new Map(boxes.map((box) => [box.key, box]));
  const rows = 1 + Math.max(...boxes.map(({ row }) => row));
  const size = { width: columns * WIDE + (columns - 1) * GAP + 2, height: rows * ROW };
  const lines = [
    ...instrument.boards.map((board) => ({
      ...{ from: board.id, out: pulled.includes(board.id) },
      to: instrument.links.find(({ from }) => from === board.id)?.to ?? HEARD,
    })),
    ...(instrument.inputs ?? []).map(({ id, board }) => ({ from: `in ${id}`, to: board, out: false })),
  ];
  return (
    <svg
      viewBox={`-1 0 ${size.width} ${size.height}`}
      style={{ maxWidth: size.width }}
      role="img"
      aria-label={wordsOf(instrument)}
    >
      {lines.map(({ from, to, out }) => (
        <Line key={from} from={at.get(from)!} to={at.get(to)!} out={out} />
      ))}
      {boxes.map((box) => (
        <g key={box.key} data-is={box.is} transform={`translate(${leftOf(box)} ${box.row * ROW + 6})`}>
          <rect width={WIDE} height={HIGH} />
          <text x={WIDE / 2} y={HIGH / 2 + 5} textAnchor="middle">
            {box.name.length > 22 ? `${box.name.slice(0, 21)}…` : box.name}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Where what is heard goes. */
const HEARD = ' heard';

const leftOf = ({ column }: Box): number => column * (WIDE + GAP);

/** A cable; one that is pulled out ends before it arrives. */
function Line({ from, to, out }: { from: Box; to: Box; out: boolean }) {
  const [x, y] = [leftOf(from) + WIDE, from.row * ROW + 6 + HIGH / 2];
  const [end, level] = [leftOf(to), to.row * ROW + 6 + HIGH / 2];
  const half = (x + end) / 2;
  const path = out
    ? `M${x} ${y} h${GAP / 3}`
    : `M${x} ${y} C${half} ${y} ${half} ${level} ${end - 9} ${level}`;
  return (
    <g className={styles.cable} data-out={out}>
      <path d={path} />
      {out ? (
        <text x={x + GAP / 3 + 4} y={y + 4}>
          out
        </text>
      ) : (
        <path d={`M${end - 9} ${level - 5} l9 5 l-9 5 z`} data-is="head" />
      )}
    </g>
  );
}

/** Inputs, then boards by how many follow them, then what hears them. */
function boxesOf(instrument: ReturnType<typeof useInstrument>): { boxes: Box[]; columns: number } {
  const { boards, inputs = [] } = instrument;
  const depths = boards.map((board) => boardsAfter(instrument, board.id).length);
  const deepest = Math.max(...depths);
  const first = inputs.length > 0 ? 1 : 0;
  const rows = new Map<number, number>();
  const next = (column: number) => {
    const row = rows.get(column) ?? 0;
    rows.set(column, row + 1);
    return row;
  };
  const place = (key: string, name: string, column: number, is: Box['is']): Box => ({
    ...{ key, name, column, is },
    row: next(column),
  });
  const boxes = [
    ...inSeries(instrument).map((i) => {
      const { id, name } = boards[i];
      return place(id, name, first + deepest - depths[i], 'board');
    }),
    ...inputs.map(({ id, name, board }) => {
      const depth = depths[boards.findIndex((own) => own.id === board)];
      return place(`in ${id}`, name, first + deepest - depth - 1, 'outside');
    }),
    place(HEARD, 'your music software', first + deepest + 1, 'outside'),
  ];
  const left = Math.min(...boxes.map(({ column }) => column));
  return {
    boxes: boxes.map((box) => ({ ...box, column: box.column - left })),
    columns: first + deepest + 2 - left,
  };
}

const wordsOf = (instrument: ReturnType<typeof useInstrument>): string =>
  instrument.boards
    .map((board) => {
      const named = midiInputsOf(instrument, board).map((port) =>
        'name' in port ? port.name : instrument.boards.find(({ id }) => id === port.from)!.name,
      );
      return named.length > 0 ? `Into ${board.name}: ${named.join(', ')}.` : '';
    })
    .filter(Boolean)
    .join(' ');
