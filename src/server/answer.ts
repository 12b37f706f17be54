import { accessFault } from './access';
import { readBody } from './body';
import type { Job } from './jobs/protocol';
import { problem } from './problem';
import { workshop } from './workshop';

/** Answers a POST by one of the jobs, computed in a thread. */
export async function answer(job: Job, request: Request): Promise<Response> {
  const fault = accessFault(request.headers, true);
  if (fault) return problem(403, 'This request does not come from here', [fault]);
  const body = await readBody(request);
  if (!body.ok) return body.response;
  const accept = request.headers.get('accept') ?? '';
  return workshop().do({ job, text: body.value, accept }, request.signal);
}
