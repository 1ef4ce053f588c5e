import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from '@playwright/test';
import { asOneWhoReadIt, patient } from './player.ts';

/** A server and data of a test's own, to be killed, damaged and started again. */
export interface OwnServer {
  readonly address: string;
  readonly port: number;
  readonly database: string;
  start(): Promise<void>;
  /** Ends the server; true when it ended within two seconds. */
  end(signal?: NodeJS.Signals): Promise<boolean>;
  /** All that it printed. */
  printed(): string;
  remove(): Promise<void>;
}

const ENDS_WITHIN_MS = 2000;

/** Prepares data with the demo tunes and a server for them, which is not started yet. */
export async function ownServer(more: Readonly<Record<string, string>> = {}): Promise<OwnServer> {
  const folder = mkdtempSync(join(tmpdir(), 'heron-own-'));
  const database = join(folder, 'heron.db');
  const port = await freePort();
  const env = {
    ...process.env,
    HERON_DB: database,
    HOST: '127.0.0.1',
    PORT: String(port),
    NODE_ENV: 'production',
    ...more,
  };
  const address = `http://127.0.0.1:${port}`;
  spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'db/setup.ts', '--demo'], { env });
  let running: ChildProcess | null = null;
  let printed = '';
  async function end(signal: NodeJS.Signals = 'SIGTERM'): Promise<boolean> {
    const one = running;
    if (!one) return true;
    running = null;
    const ended = new Promise<boolean>((resolve) => one.once('exit', () => resolve(true)));
    one.kill(signal);
    const inTime = await Promise.race([
      ended,
      new Promise<false>((resolve) => setTimeout(() => resolve(false), ENDS_WITHIN_MS)),
    ]);
    if (!inTime) one.kill('SIGKILL');
    await ended;
    return inTime;
  }
  return {
    address,
    port,
    database,
    async start() {
      running = spawn(process.execPath, ['scripts/server.mjs', process.env.HERON_BUILD ?? 'build'], {
        env,
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      for (const stream of [running.stdout!, running.stderr!]) stream.on('data', (text) => (printed += String(text)));
      while (!(await fetch(`${address}/heron.svg`).catch(() => null))?.ok)
        await new Promise((resolve) => setTimeout(resolve, 50));
    },
    end,
    printed: () => printed,
    async remove() {
      await end('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/** A test with a server of its own, running. */
export const ownTest = test.extend<{ own: OwnServer }>({
  page: async ({ page }, lend) => {
    page.context().on('page', patient);
    patient(page);
    await asOneWhoReadIt(page);
    await lend(page);
  },
  // Playwright wants what a fixture depends on in braces, also where that is nothing.
  // eslint-disable-next-line no-empty-pattern
  own: async ({}, lend) => {
    const own = await ownServer();
    await own.start();
    await lend(own);
    await own.remove();
  },
});
