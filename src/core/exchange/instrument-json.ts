import { instanceToPlain, plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { FORMAT, Instrument, VERSION } from '../instrument/document';
import { faultsOf } from '../instrument/rules';
import { ok, refuse, type Fault, type Result } from '../result';

/** Reads an instrument from JSON text. Nothing is half-read; each fault is named by its path. */
export function readInstrument(text: string): Result<Instrument> {
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
  if (typeof version === 'number' && version > VERSION)
    return refuse({
      path: 'version',
      says: `This instrument was written by a newer Cheironom (document version ${version}; this one reads ${VERSION}). Nothing was imported; update first.`,
    });
  const instrument = plainToInstance(Instrument, withoutNulls(value));
  const errors = validateSync(instrument, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
  });
  if (errors.length > 0) return refuse(...errors.flatMap((e) => flatten(e, '')));
  const plain = withSides(instanceToPlain(instrument, { exposeUnsetFields: false }) as Instrument);
  const faults = faultsOf(plain);
  return faults.length > 0 ? refuse(...faults) : ok(plain);
}

function flatten(error: ValidationError, parent: string): Fault[] {
  const path = parent === '' ? error.property : `${parent}.${error.property}`;
  const own = Object.values(error.constraints ?? {}).map((says) => ({ path, says }));
  return [...own.slice(0, 1), ...(error.children ?? []).flatMap((child) => flatten(child, path))];
}

/** Null means "not given" everywhere in the format; class-transformer would keep it as a value. */
function withoutNulls(value: unknown): unknown {
  if (Array.isArray(value)) return value.map((v) => (v === null ? v : withoutNulls(v)));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key, v]) => v !== null && key !== '__proto__')
      .map(([key, v]) => [key, withoutNulls(v)]),
  );
}

/** A one-sided calibration says so with null, as the format writes it. */
function withSides(instrument: Instrument): Instrument {
  for (const { calibration: c } of instrument.sensors) {
    if (!c) continue;
    c.onDown ??= null;
    c.offDown ??= null;
    c.reach.down ??= null;
    c.deadZone.down ??= null;
  }
  return instrument;
}

/** Writes an instrument as {@link readInstrument} reads it. */
export const writeInstrument = (instrument: Instrument): string => JSON.stringify(instrument, null, 2) + '\n';
