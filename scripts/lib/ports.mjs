import { createServer } from 'node:net';

const isFree = (port, host) =>
  new Promise((done) => {
    const server = createServer();
    server.once('error', () => done(false));
    server.listen({ port, host, exclusive: true }, () => server.close(() => done(true)));
  });

/** The first free port from `wanted` upwards on loopback. */
export async function freePort(wanted, host = '127.0.0.1') {
  for (let port = wanted; port < wanted + 200; port++) if (await isFree(port, host)) return port;
  throw new Error(`no free port between ${wanted} and ${wanted + 200}`);
}
