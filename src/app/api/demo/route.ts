import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { Instrument } from '@/core/instrument/document';
import { kindOf } from '@/core/kinds/registry';
import { stepOf } from '@/core/ways/level/known/steps';
import { give } from '@/server/answer';

const DEMONSTRATIONS = ['wherry', 'cairn', 'sallow'];

const file = (name: string) => readFile(path.join(process.cwd(), 'demo', name), 'utf8');

/** The demonstration instruments, each with the takes of its sensors, as files: `{ instruments: [{ instrument, takes: [csv] }] }`. */
export const GET = (request: Request): Promise<Response> =>
  give(request, async () =>
    Response.json({ instruments: await Promise.all(DEMONSTRATIONS.map(demonstration)) }),
  );

async function demonstration(name: string): Promise<{ instrument: string; takes: string[] }> {
  const instrument = await file(`${name}.json`);
  const { sensors } = JSON.parse(instrument) as Instrument;
  const names = sensors.flatMap((s) => {
    const { steps, known } = kindOf(s);
    const all = known ? [...steps, stepOf(known)] : steps;
    return all.map(({ role }) => `${name}-${s.id}-${role}.csv`);
  });
  return { instrument, takes: await Promise.all(names.map(file)) };
}
