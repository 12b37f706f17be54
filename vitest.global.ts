import { buildJobs } from './scripts/build-jobs.mjs';

/** The server's job processes run what is in the sources now. */
export default function setup(): void {
  buildJobs();
}
