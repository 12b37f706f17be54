/** Writes src/core/instrument/instrument.schema.json from the document's classes. */
import { writeFileSync } from 'node:fs';
import { instrumentSchema } from '@/core/exchange/document/instrument-schema';

writeFileSync(
  'src/core/instrument/instrument.schema.json',
  JSON.stringify(instrumentSchema(), null, 2) + '\n',
);
