import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';

/** The repository's root: npm runs every script there. */
export const ROOT = process.cwd();

/** Runs a command in the repository's root with its output shown. Returns its exit code. */
export function run(command, args, env = {}) {
  const done = spawnSync(command, args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  });
  return done.status ?? 1;
}

/** Runs a command beside others. Resolves with its exit code and all that it said. */
export function runQuietly(command, args) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (said += piece));
    child.on('error', (error) => resolve({ code: 1, said: String(error) }));
    child.on('close', (code) => resolve({ code: code ?? 1, said }));
  });
}

/** Whether a program is on the PATH. */
export const has = (program) => spawnSync('which', [program]).status === 0;

/** Waits until a server answers. Returns false if it did not within a minute. */
export async function answers(url) {
  for (let tries = 0; tries < 240; tries++) {
    const ok = await fetch(url).then(
      (r) => r.ok,
      () => false,
    );
    if (ok) return true;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  return false;
}

/** Installs the packages that the lockfile names, if it is newer than what is installed. */
export function ensurePackages() {
  const mark = path.join(ROOT, 'node_modules', '.package-lock.json');
  const lock = path.join(ROOT, 'package-lock.json');
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing packages (a minute or two, once)…');
  const code = run('npm', ['ci', '--no-audit', '--no-fund']);
  if (code !== 0) process.exit(code);
}

/** Builds the application if any source is newer than the last build. Returns 0; a build that fails ends the program. */
export function ensureBuild() {
  // The pages, and the jobs' program, which tests make by itself.
  const marks = ['BUILD_ID', 'jobs/job.process.mjs'].map((name) => path.join(ROOT, '.next', name));
  const sources = newest(['src', 'package-lock.json', 'next.config.ts', 'scripts/no-buffer.mjs']);
  if (marks.every((mark) => existsSync(mark) && statSync(mark).mtimeMs > sources)) return 0;
  console.log('Building (about a minute)…');
  const code = run('npm', ['run', '--silent', 'build']);
  if (code !== 0) process.exit(code);
  return 0;
}

function newest(names) {
  let latest = 0;
  const visit = (file) => {
    const stat = statSync(file);
    if (stat.isDirectory()) for (const name of readdirSync(file)) visit(path.join(file, name));
    else latest = Math.max(latest, stat.mtimeMs);
  };
  for (const name of names) visit(path.join(ROOT, name));
  return latest;
}
