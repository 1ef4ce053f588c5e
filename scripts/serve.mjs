/* `npm run demo` and `npm start`: from a fresh clone to a running app, with Node's built-ins only. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { findPort } from './ports.mjs';
import { build, giveUp, install, mustRun, program, ROOT } from './prepare.mjs';

const HOST = '127.0.0.1';
const FIRST_PORT = 4750;
const PATIENCE_MS = 30_000;

const demo = process.argv.includes('--demo');
const asked = process.env.PORT === undefined || process.env.PORT === '' ? undefined : Number(process.env.PORT);
if (asked !== undefined && !(Number.isInteger(asked) && asked > 0 && asked < 65536)) {
  giveUp(`PORT is "${process.env.PORT}"; it must be a number from 1 to 65535.`);
}

const { compiled } = install();
build();
await compiled;
const port = await findPort(asked, FIRST_PORT);
if (port === null) {
  giveUp(
    asked === undefined
      ? `No port from ${FIRST_PORT} on is free.`
      : `Port ${asked} is occupied. Stop what uses it, choose another (PORT=${asked + 1}), or leave PORT out and a free one is found.`,
  );
}

const data = process.env.HERON_DB ?? join(ROOT, 'data', 'heron.db');
const env = { HERON_DB: data, HOST, PORT: String(port), NODE_ENV: 'production' };
mustRun(
  'Preparing the data',
  process.execPath,
  [program('tsx', 'dist', 'cli.mjs'), join('db', 'setup.ts'), ...(demo ? ['--demo'] : [])],
  env,
);

const server = spawn(
  process.execPath,
  [program('@react-router', 'serve', 'bin.js'), join('build', 'server', 'index.js')],
  {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, ...env },
  },
);
server.on('exit', (code, signal) => process.exit(signal ? 0 : (code ?? 1)));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));

const address = `http://${HOST}:${port}/`;
const until = Date.now() + PATIENCE_MS;
for (;;) {
  const answer = await fetch(address).catch(() => null);
  if (answer?.ok) break;
  if (Date.now() > until) {
    server.kill();
    giveUp('The server did not answer. What it printed is above.');
  }
  await new Promise((resolve) => setTimeout(resolve, 100));
}
console.log(`\nYellow Heron is at ${address}\nYour tunes are kept in ${data}\nCtrl-C stops it.`);
