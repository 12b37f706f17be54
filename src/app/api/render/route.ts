import { answer } from '@/server/answer';

/** Plays a take on an instrument; see server/jobs/render.ts. */
export const POST = (request: Request): Promise<Response> => answer('render', request);
