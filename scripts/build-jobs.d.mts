export function buildJobs(): void;
