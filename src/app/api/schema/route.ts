import schema from '@/core/instrument/instrument.schema.json';
import { give } from '@/server/answer';

/** The JSON Schema of the instrument. */
export const GET = (request: Request): Promise<Response> =>
  give(request, () => Response.json(schema, { headers: { 'content-type': 'application/schema+json' } }));
