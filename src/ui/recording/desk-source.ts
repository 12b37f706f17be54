import type { CsvColumns } from '@/core/exchange/takes/csv-columns';
import type { Frames } from '@/core/signal/take';

/** Where a recording comes from: kept on this bench, the last seconds of the board, or a file. */
export type DeskSource =
  | { is: 'kept'; id: string; channels: readonly string[] }
  | { is: 'held'; frames: Frames }
  | { is: 'file'; file: File; columns: CsvColumns; rateHz: number };

/** What is kept of a recording, or of a take. */
export const keptSource = ({ id, channels }: { id: string; channels: readonly string[] }): DeskSource => ({
  ...{ is: 'kept', id, channels },
});
