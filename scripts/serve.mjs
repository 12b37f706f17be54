/** `npm start [-- port [host]]`: serves the built application on 127.0.0.1 unless told otherwise. */
import http from 'node:http';

process.env.NODE_ENV = 'production';
const { default: next } = await import('next');

const port = Number(process.argv[2] ?? process.env.PORT ?? 4180);
const host = process.argv[3] ?? '127.0.0.1';

/** What anything here is asked by. The framework throws at what the Fetch standard forbids (TRACE, TRACK), before any route. */
const METHODS = ['GET', 'HEAD', 'POST', 'OPTIONS'];

const app = next({ dev: false, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();
const server = http.createServer((request, response) => {
  if (METHODS.includes(request.method)) return void handle(request, response);
  response.writeHead(405, { allow: METHODS.join(', ') }).end();
});
server.listen(port, host, () => console.log(`http://${host}:${port}`));
