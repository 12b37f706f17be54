'use client';

import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableSortLabel from '@mui/material/TableSortLabel';
import {
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { memo, useMemo, type ReactNode } from 'react';
import { Term } from './term';
import type { TermId } from './terms';

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });

/** A column of a table. */
export interface SortedColumn<Row> {
  head: string;
  /** What explains its head. */
  term?: TermId;
  id: string;
  /** What it is sorted by; null stands last. */
  of: (row: Row) => number | string | null;
  shown: (row: Row) => ReactNode;
}

/** Rows that can be put in the order of any column, by pointer and by key. The first column names its row. */
export function SortedTable<Row extends object>({
  rows,
  columns,
  caption,
  idOf,
  isChosen,
  wide,
}: {
  rows: readonly Row[];
  columns: readonly SortedColumn<Row>[];
  caption?: string;
  idOf: (row: Row) => string;
  isChosen?: (row: Row) => boolean;
  /** A row that has one cell over all columns but the first, or null. */
  wide?: (row: Row) => ReactNode;
}) {
  const data = useMemo(() => [...rows], [rows]);
  const defs = useMemo(
    () =>
      columns.map(({ id, of }, i) => ({
        id,
        accessorFn: (row: Row) => of(row) ?? undefined,
        sortFn: i === 0 ? sortFn_alphanumeric : sortFn_basic,
        sortUndefined: 'last' as const,
      })),
    [columns],
  );
  const table = useTable({ features, columns: defs, data, getRowId: idOf });
  const sorted = table.state.sorting[0];
  return (
    <Table size="small">
      {caption && <caption>{caption}</caption>}
      <TableHead>
        <TableRow>
          {columns.map(({ id, head, term }) => {
            const here = sorted?.id === id;
            const way = here && sorted.desc ? 'desc' : 'asc';
            return (
              <TableCell key={id} component="th" scope="col" sortDirection={here ? way : false}>
                <TableSortLabel
                  active={here}
                  direction={way}
                  onClick={() => table.getColumn(id)?.toggleSorting()}
                >
                  {head}
                </TableSortLabel>
                {term && (
                  <>
                    {' '}
                    <Term is={term}>?</Term>
                  </>
                )}
              </TableCell>
            );
          })}
        </TableRow>
      </TableHead>
      <TableBody>
        {table.getRowModel().rows.map(({ id, original }) => (
          <SortedRow key={id} row={original} columns={columns} chosen={isChosen?.(original)} wide={wide} />
        ))}
      </TableBody>
    </Table>
  );
}

interface RowProps<Row> {
  row: Row;
  columns: readonly SortedColumn<Row>[];
  chosen: boolean | undefined;
  wide: ((row: Row) => ReactNode) | undefined;
}

function DrawnRow<Row extends object>({ row, columns, chosen, wide }: RowProps<Row>) {
  const own = wide?.(row) ?? null;
  return (
    <TableRow aria-current={chosen}>
      <TableCell component="th" scope="row">
        {columns[0].shown(row)}
      </TableCell>
      {own !== null ? (
        <TableCell colSpan={columns.length - 1}>{own}</TableCell>
      ) : (
        columns.slice(1).map((c) => <TableCell key={c.id}>{c.shown(row)}</TableCell>)
      )}
    </TableRow>
  );
}

/** A row that is drawn again only where its own data change: a new order moves rows and draws none. memo() forgets type parameters. */
const SortedRow = memo(DrawnRow) as typeof DrawnRow;
