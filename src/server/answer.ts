import { accessFault, stranger } from './access';
import { readBody } from './body';
import type { Job } from './jobs/protocol';
import { tooBusy, workshop } from './workshop';

/** Bodies that may be arriving at once: each can hold as much memory as the largest. */
const MOST_ARRIVING = 16;
let arriving = 0;

/** Answers a POST by one of the jobs, computed in a thread. */
export async function answer(job: Job, request: Request): Promise<Response> {
  const fault = accessFault(request.headers, true);
  if (fault) return stranger(fault);
  if (arriving >= MOST_ARRIVING) return tooBusy(MOST_ARRIVING);
  arriving++;
  const body = await readBody(request).finally(() => arriving--);
  if (!body.ok) return body.response;
  const accept = request.headers.get('accept') ?? '';
  return workshop().do({ job, text: body.value, accept }, request.signal);
}

/** Answers a GET with what costs nothing to make. */
export async function give(request: Request, make: () => Response | Promise<Response>): Promise<Response> {
  const fault = accessFault(request.headers, true);
  return fault ? stranger(fault) : make();
}
