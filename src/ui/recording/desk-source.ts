import type { CsvColumns } from '@/core/exchange/csv-columns';
import type { Frames } from '@/core/signal/take';
import type { KeptRecording } from '@/store/database';

/** Where a recording comes from: kept on this bench, the last seconds of the board, or a file. */
export type DeskSource =
  | { is: 'kept'; recording: KeptRecording }
  | { is: 'held'; frames: Frames }
  | { is: 'file'; file: File; columns: CsvColumns; rateHz: number };
