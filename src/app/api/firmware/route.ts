import { answer } from '@/server/answer';

/** What the board gets; see server/jobs/firmware.ts. */
export const POST = (request: Request): Promise<Response> => answer('firmware', request);
