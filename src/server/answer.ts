import { accessFault, stranger } from './access';
import { BODY_LIMIT, readBody } from './body';
import type { Job } from './jobs/protocol';
import { tooBusy } from './refusals';
import { workshopFor } from './workshop';

/** Bodies that may be arriving at once, of one client and of all, and the bytes that they may hold together. */
const MOST_OF_ONE = 16;
const MOST_ARRIVING = 128;
const MOST_BYTES = 32 * BODY_LIMIT;
const arriving = new Map<string, number>();
let arrivingBytes = 0;

/** Answers a POST by one of the jobs, computed in a process. */
export async function answer(job: Job, request: Request): Promise<Response> {
  const fault = accessFault(request.headers, true);
  if (fault) return stranger(fault);
  const client = clientOf(request.headers);
  const bytes = Math.min(BODY_LIMIT, Number(request.headers.get('content-length')) || BODY_LIMIT);
  const own = arriving.get(client) ?? 0;
  const all = [...arriving.values()].reduce((a, b) => a + b, 0);
  if (own >= MOST_OF_ONE || all >= MOST_ARRIVING || arrivingBytes + bytes > MOST_BYTES) return tooBusy(all);
  arriving.set(client, own + 1);
  arrivingBytes += bytes;
  const body = await readBody(request).finally(() => {
    arrivingBytes -= bytes;
    const left = arriving.get(client)! - 1;
    if (left > 0) arriving.set(client, left);
    else arriving.delete(client);
  });
  if (!body.ok) return body.response;
  const accept = request.headers.get('accept') ?? '';
  return workshopFor(job).do({ job, ...body.value, accept }, client, request.signal);
}

/** Who asks, as far as headers tell: by address and program. They are told apart to share the server, not to be trusted. */
const clientOf = (headers: Headers): string =>
  `${headers.get('x-forwarded-for') ?? ''} ${headers.get('user-agent') ?? ''}`.slice(0, 200);

/** Answers a GET with what costs nothing to make. */
export async function give(request: Request, make: () => Response | Promise<Response>): Promise<Response> {
  const fault = accessFault(request.headers, true);
  return fault ? stranger(fault) : make();
}
