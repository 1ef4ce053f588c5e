import { createServer } from 'node:net';

const HOST = '127.0.0.1';

function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, HOST, () => probe.close(() => resolve(true)));
  });
}

/** The port asked for, or null when it is occupied; without one, the first free from `from` on. */
export async function findPort(asked, from) {
  if (asked !== undefined) return (await isFree(asked)) ? asked : null;
  for (let port = from; port < from + 100; port++) if (await isFree(port)) return port;
  return null;
}
