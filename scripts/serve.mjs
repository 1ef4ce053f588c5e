/* `npm run demo` and `npm start`: from a fresh clone to a running app, with Node's built-ins only. `-- --lan` lets devices of the local network in. */
import { spawn } from 'node:child_process';
import { dirname, join } from 'node:path';
import { findPort } from './ports.mjs';
import { build, giveUp, install, mustRun, program, ROOT } from './prepare.mjs';

const HOST = '127.0.0.1';
const FIRST_PORT = 4750;
const PATIENCE_MS = 30_000;
/** How often it is looked whether a backup is due. */
const HOUSEKEEPING_MS = 3_600_000;

const demo = process.argv.includes('--demo');
const lan = process.argv.includes('--lan');
const askedPort = process.env.PORT === undefined || process.env.PORT === '' ? undefined : Number(process.env.PORT);
if (askedPort !== undefined && !(Number.isInteger(askedPort) && askedPort > 0 && askedPort < 65536)) {
  giveUp(`PORT is "${process.env.PORT}"; it must be a number from 1 to 65535.`);
}

const { compiled } = install();
build();
await compiled;
const port = await findPort(askedPort, FIRST_PORT);
if (port === null) {
  giveUp(
    askedPort === undefined
      ? `No port from ${FIRST_PORT} on is free.`
      : `Port ${askedPort} is occupied. Stop what uses it, choose another (PORT=${askedPort + 1}), or leave PORT out and a free one is found.`,
  );
}

const data = process.env.HERON_DB ?? join(ROOT, 'data', 'heron.db');
const env = { HERON_DB: data, HOST, PORT: String(port), NODE_ENV: 'production' };
const tsx = program('tsx', 'dist', 'cli.mjs');
mustRun('Preparing the data', process.execPath, [tsx, join('db', 'setup.ts'), ...(demo ? ['--demo'] : [])], env);

// The channel tells the server when this program ends, even if it is killed.
const server = spawn(process.execPath, [join('scripts', 'server.mjs'), 'build'], {
  cwd: ROOT,
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  env: { ...process.env, ...env, ...(lan && { HERON_LAN: '1' }) },
});
/** What the server says before the address is known comes after it. */
const said = [];
let isReady = false;
server.on('message', ({ say }) => (isReady ? console.log(say) : said.push(say)));
let asked = false;
server.on('exit', (code, signal) => {
  if (signal && !asked) {
    console.error(`The server was killed (${signal}). Start it again; the data are checked as it starts.`);
    process.exit(1);
  }
  process.exit(code ?? 0);
});
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    asked = true;
    server.kill();
  });
setInterval(
  () =>
    spawn(process.execPath, [tsx, join('db', 'housekeep.ts')], {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, ...env },
    }),
  HOUSEKEEPING_MS,
).unref();

const address = `http://${HOST}:${port}/`;
const until = Date.now() + PATIENCE_MS;
for (;;) {
  const answer = await fetch(address).catch(() => null);
  if (answer?.ok) break;
  if (Date.now() > until) {
    asked = true;
    server.kill();
    giveUp('The server did not answer. What it printed is above.');
  }
  await new Promise((resolve) => setTimeout(resolve, 100));
}
console.log(
  `\nYellow Heron is at ${address}\nYour tunes are kept in ${data}, backups in ${join(dirname(data), 'backups')}\nCtrl-C stops it.`,
);
isReady = true;
for (const line of said) console.log(line);
if (lan)
  console.log(
    'Whoever types the code sees and changes your tunes. Use a network you trust; start without --lan to end it.',
  );
