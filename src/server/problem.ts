import type { Fault } from '@/core/result';

/** A refusal as a problem document (RFC 9457): the status, a sentence, and each fault with the field it is in. */
export function problem(status: number, title: string, faults: readonly Fault[] = []): Response {
  const body = {
    type: 'about:blank',
    title,
    status,
    detail: faults.map((f) => (f.path ? `${f.path}: ${f.says}` : f.says)).join('; ') || title,
    errors: faults.map((f) => ({ field: f.path, detail: f.says })),
  };
  return Response.json(body, { status, headers: { 'content-type': 'application/problem+json' } });
}

/** Puts a field's name before each fault's path. */
export const under = (field: string, faults: readonly Fault[]): Fault[] =>
  faults.map((f) => ({ ...f, path: f.path ? `${field}.${f.path}` : field }));
