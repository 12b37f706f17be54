import { answer } from '@/server/answer';

/** Boards that fit, pins and budgets; see server/jobs/plan.ts. */
export const POST = (request: Request): Promise<Response> => answer('plan', request);
