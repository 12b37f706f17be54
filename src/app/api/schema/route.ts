import schema from '@/core/instrument/instrument.schema.json';

export const dynamic = 'force-static';

/** The JSON Schema of the instrument. */
export function GET(): Response {
  return Response.json(schema, { headers: { 'content-type': 'application/schema+json' } });
}
