import { completedCalibration } from '../../ways/registry';
import { instanceToPlain, plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { completed } from '../../instrument/complete';
import { FORMAT, Instrument, VERSION } from '../../instrument/document';
import { faultsOf } from '../../instrument/rules';
import { upgraded, versionFault } from '../../instrument/upgrade/upgrade';
import { flattenErrors } from '../../instrument/validation';
import { kindFaults } from '../../kinds/rules';
import { voicesFaults } from '../../stages/rules';
import { selectorPortFaults } from '../../stages/selector-rules';
import { ok, refuse, type Result } from '../../result';
import { plainFaults } from './plain-json';

/** Longest text taken, characters; the largest instrument has 4 MB. */
export const LONGEST_INSTRUMENT = 8 * 1024 * 1024;

/** What is said of a longer one. */
export const TOO_LARGE = `This is over ${LONGEST_INSTRUMENT / 2 ** 20} MB, more than any instrument has. Nothing was imported; check that it is the right file.`;

/** Reads an instrument from JSON text. Nothing is half-read; each fault is named by its path. */
export function readInstrument(text: string): Result<Instrument> {
  if (text.length > LONGEST_INSTRUMENT) return refuse({ path: '', says: TOO_LARGE });
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return refuse({
      path: '',
      says: `This is not JSON (${(error as Error).message}). Nothing was imported.`,
    });
  }
  return checkInstrument(value);
}

/** Checks a parsed value to be an instrument; see {@link readInstrument}. */
export function checkInstrument(value: unknown): Result<Instrument> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return refuse({
      path: '',
      says: `an instrument is required, got ${value === null ? 'null' : typeof value}`,
    });
  const { format, version } = value as Record<string, unknown>;
  if (format !== FORMAT)
    return refuse({ path: 'format', says: `"${FORMAT}" is required; this is another kind of file` });
  const tooNew = versionFault(version, VERSION);
  if (tooNew) return refuse(tooNew);
  const unfit = plainFaults(value);
  if (unfit.length > 0) return refuse(...unfit);
  const instrument = plainToInstance(
    Instrument,
    completed(upgraded(value, version as number), completedCalibration),
  );
  const errors = validateSync(instrument, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
  });
  if (errors.length > 0) return refuse(...flattenErrors(errors));
  const plain = instanceToPlain(instrument, { exposeUnsetFields: false }) as Instrument;
  // Each asks what those before it have made sure of.
  for (const rules of [faultsOf, kindFaults, voicesFaults, selectorPortFaults]) {
    const faults = rules(plain);
    if (faults.length > 0) return refuse(...faults);
  }
  return ok(plain);
}

/** Writes an instrument as {@link readInstrument} reads it. */
export const writeInstrument = (instrument: Instrument): string => JSON.stringify(instrument, null, 2) + '\n';
