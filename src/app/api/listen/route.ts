import { answer } from '@/server/answer';

/** Readings and findings of a recording; see server/jobs/listen.ts. */
export const POST = (request: Request): Promise<Response> => answer('listen', request);
