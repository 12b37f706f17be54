/** `npm run demo`: installs what is not installed, builds what is stale, starts the application, prints its address. */
import { spawn } from 'node:child_process';
import net from 'node:net';
import { answers, ensureBuild, ensurePackages, ROOT } from './lib.mjs';

ensurePackages();
ensureBuild();

const port = await freePort(Number(process.env.PORT ?? 4180));
const address = `http://127.0.0.1:${port}`;
const server = spawn(process.execPath, ['scripts/serve.mjs', String(port)], {
  cwd: ROOT,
  stdio: ['ignore', 'ignore', 'inherit'],
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
});
server.on('exit', (code) => process.exit(code ?? 1));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));

if (!(await answers(address))) {
  console.error('The application did not answer within a minute.');
  server.kill();
  process.exit(1);
}
console.log(
  `\nCheironom is at ${address} with the demonstration instrument Wherry on its bench. Ctrl+C ends it.`,
);

/** The first free port from the wanted one on. */
async function freePort(wanted) {
  for (let candidate = wanted; ; candidate++) {
    const free = await new Promise((resolve) => {
      const probe = net.createServer();
      probe.once('error', () => resolve(false));
      probe.listen(candidate, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (free) return candidate;
  }
}
