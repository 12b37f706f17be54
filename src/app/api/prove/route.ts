import { answer } from '@/server/answer';

/** Proves the board’s files on a take; see server/jobs/prove.ts. */
export const POST = (request: Request): Promise<Response> => answer('prove', request);
