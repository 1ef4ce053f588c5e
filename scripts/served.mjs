import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findPort } from './ports.mjs';
import { build, mustRun, program, ROOT } from './prepare.mjs';

/** The built app with the demo tunes, on a port and a database of its own, until `stop`. */
export async function served() {
  const work = mkdtempSync(join(tmpdir(), 'heron-served-'));
  const port = await findPort(undefined, 4900);
  const env = { HERON_DB: join(work, 'heron.db'), HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' };
  build('build-test');
  mustRun('The demo data', process.execPath, [program('tsx', 'dist', 'cli.mjs'), 'db/setup.ts', '--demo'], env);
  const server = spawn(process.execPath, ['scripts/server.mjs', 'build-test'], {
    cwd: ROOT,
    stdio: 'ignore',
    env: { ...process.env, ...env },
  });
  const address = `http://127.0.0.1:${port}`;
  while (!(await fetch(address).catch(() => null))?.ok) await new Promise((resolve) => setTimeout(resolve, 100));
  return {
    address,
    database: env.HERON_DB,
    stop() {
      server.kill();
      rmSync(work, { recursive: true, force: true });
    },
  };
}
