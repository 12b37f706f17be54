/** Makes the program of the server's job processes, beside the application's own build (src/server/workshop.ts). */
import { buildSync } from 'esbuild';

/** Node packages stay outside: they are installed beside it. */
export function buildJobs() {
  buildSync({
    entryPoints: ['src/server/jobs/job.process.ts'],
    outfile: '.next/jobs/job.process.mjs',
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    logLevel: 'warning',
  });
}

if (import.meta.url === `file://${process.argv[1]}`) buildJobs();
