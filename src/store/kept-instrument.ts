import { checkInstrument } from '@/core/exchange/document/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import type { Result } from '@/core/result';
import type { KeptInstrument } from './database';

/** What is kept of an instrument, checked: another version may have written it, or a fault. */
export const readKept = (kept: KeptInstrument): Result<Instrument> => checkInstrument(kept.document);
