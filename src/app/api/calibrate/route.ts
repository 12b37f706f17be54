import { answer } from '@/server/answer';

/** Calibrates a sensor from its takes; see server/jobs/calibrate.ts. */
export const POST = (request: Request): Promise<Response> => answer('calibrate', request);
