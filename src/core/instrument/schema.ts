import { defaultMetadataStorage } from 'class-transformer/cjs/storage';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { OPTIONAL } from './complete';
import { FORMAT, VERSION } from './document';

/**
 * The JSON Schema (2020-12) of the instrument, drawn from the document's own classes. Class names are its keys, so
 * it is made at development time (`npx tsx scripts/make-schema.ts`) and kept in instrument.schema.json.
 */
export function instrumentSchema(): Record<string, unknown> {
  const classes = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/$defs/',
  }) as Record<string, Record<string, unknown>>;
  const named = (name: string) => published(name, classes[name]);
  const $defs = Object.fromEntries(PARTS.map((name) => [name, named(name)]));
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `urn:${FORMAT}:${VERSION}`,
    title: 'Cheironom instrument',
    ...named('Instrument'),
    $defs,
  };
}

const PARTS = [
  'Board',
  'Sides',
  'AttackPoint',
  'Calibration',
  'CurvePoint',
  'Dynamics',
  'Response',
  'GaugeSheet',
  'Sensor',
  'Velocity',
  'Voice',
  'LogEntry',
];

/** Fields that say "no such side" with null. */
const NULLABLE = ['down', 'onDown', 'offDown'];

type Part = { properties: Record<string, { type?: unknown; oneOf?: unknown }>; required?: string[] };

/** Strict about unknown fields, and lenient where complete.ts fills a default in. */
function published(name: string, part: Record<string, unknown>): Record<string, unknown> {
  const { properties, required = [] } = part as Part;
  const defaults: Record<string, object> = OPTIONAL;
  const optional = [
    ...Object.keys(defaults[name] ?? {}),
    ...(name === 'Calibration' ? ['polarity', 'deadZone'] : []),
  ];
  // The generator offers a date alone as well; the validator wants the time too.
  for (const field of Object.values(properties))
    if ('oneOf' in field) {
      delete field.oneOf;
      Object.assign(field, { type: 'string', format: 'date-time' });
    }
  for (const field of NULLABLE)
    if (properties[field]) properties[field].type = [properties[field].type, 'null'];
  return { ...part, required: required.filter((f) => !optional.includes(f)), additionalProperties: false };
}
