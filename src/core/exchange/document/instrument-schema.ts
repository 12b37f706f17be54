import { defaultMetadataStorage } from 'class-transformer/cjs/storage';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { Board, BoardPins, Link, MidiInput, PowerUpPin } from '../../instrument/board';
import { allWays } from '../../ways/registry';
import { OPTIONAL } from '../../instrument/complete';
import { BuiltStep, FORMAT, Instrument, Lights, Price, VERSION } from '../../instrument/document';
import { LogEntry } from '../../instrument/log-entry';
import { FILTERS } from '../../instrument/filter';
import { At, Face } from '../../instrument/face';
import { Typed } from '../../instrument/measured';
import { CurveForm, CurvePoint, Dynamics, PortResponse } from '../../instrument/response';
import { FormerCalibration, Lane, Sensor } from '../../instrument/sensor';
import { unionOf } from '../../instrument/union';
import { KeyboardMap, TUNINGS } from '../../instrument/tunings';
import { FingeringEntry, Fingers, Join, PITCHES, Source, VELOCITIES, VOICES } from '../../instrument/voices';
import { Clock, Scene, Selector } from '../../instrument/scenes';
import { ZONES } from '../../instrument/zones';

type Field = Record<string, unknown>;
type Part = { properties: Record<string, Field>; required?: string[] };
type PartClass = new () => object;

/** The classes that the schema publishes, besides the instrument itself. */
const PARTS: readonly PartClass[] = [
  ...[
    Board,
    BoardPins,
    Link,
    PowerUpPin,
    MidiInput,
    Lane,
    FormerCalibration,
    Sensor,
    CurvePoint,
    CurveForm,
    Dynamics,
    PortResponse,
  ],
  ...allWays().flatMap(({ records, document }) => [...records, document]),
  ...[
    Source,
    Join,
    Scene,
    Selector,
    Clock,
    LogEntry,
    BuiltStep,
    Lights,
    Price,
    Typed,
    Face,
    At,
    Fingers,
    FingeringEntry,
    KeyboardMap,
  ],
  ...[FILTERS, PITCHES, VELOCITIES, VOICES, ZONES, TUNINGS].flatMap((u) => Object.values<PartClass>(u)),
];

/**
 * The JSON Schema (2020-12) of the instrument, drawn from the document's own classes. Class names are its keys, so
 * it is made at development time (`npx tsx scripts/make-schema.ts`) and kept in instrument.schema.json.
 */
export function instrumentSchema(): Record<string, unknown> {
  const classes = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: REF,
  }) as Record<string, Record<string, unknown>>;
  const named = (of: PartClass) => published(of, classes[of.name]);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `urn:${FORMAT}:${VERSION}`,
    title: 'Cheironom instrument',
    ...named(Instrument),
    $defs: Object.fromEntries(PARTS.map((of) => [of.name, named(of)])),
  };
}

const REF = '#/$defs/';

/** Fields that say "no such side" with null. */
const NULLABLE = ['down'];

/** Strict about unknown fields, and lenient where complete.ts fills a default in. */
function published(of: PartClass, part: Record<string, unknown>): Record<string, unknown> {
  const { properties, required = [] } = part as Part;
  for (const [name, field] of Object.entries(properties)) properties[name] = publishedField(of, name, field);
  const optional = optionalOf(of);
  return { ...part, required: required.filter((f) => !optional.includes(f)), additionalProperties: false };
}

function publishedField(of: PartClass, name: string, field: Field): Field {
  const union = unionOf(of, name);
  if (union) {
    const oneOf = Object.values(union).map((c) => ({ $ref: REF + c.name }));
    return field.type === 'array' ? { ...field, items: { oneOf } } : { oneOf };
  }
  // The generator offers a date alone as well; the validator wants the time too.
  if ('oneOf' in field) return { type: 'string', format: 'date-time' };
  if (name === 'facts') return { type: 'object', additionalProperties: { type: 'number' } };
  return NULLABLE.includes(name) ? { oneOf: [field, { type: 'null' }] } : field;
}

/** Fields that complete.ts fills in for a class, or for one that it extends. */
function optionalOf(of: PartClass): string[] {
  const defaults: Record<string, object> = OPTIONAL;
  const names: string[] = [];
  for (let at: PartClass | null = of; at?.name; at = Object.getPrototypeOf(at))
    names.push(...Object.keys(defaults[at.name] ?? {}));
  if (of.name === 'LevelCalibration') names.push('polarity');
  if (of.name === 'LevelLane') names.push('down');
  if (of.name === 'Side') names.push('dead');
  if (of.name === 'Sensor') names.push('board');
  return names;
}
