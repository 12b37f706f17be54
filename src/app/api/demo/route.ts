import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { give } from '@/server/answer';

const ROLES = ['rest', 'soft', 'medium', 'loud', 'full'];

/** The demonstration instrument and its takes, as files: `{ instrument, takes: [csv] }`. */
export const GET = (request: Request): Promise<Response> =>
  give(request, async () => {
    const file = (name: string) => readFile(path.join(process.cwd(), 'demo', name), 'utf8');
    const takes = await Promise.all(ROLES.map((role) => file(`wherry-bellows-${role}.csv`)));
    return Response.json({ instrument: await file('wherry.json'), takes });
  });
