import { defineConfig } from '@playwright/test';

const port = process.env.PORT ?? '4849';
const database = process.env.HERON_DB ?? 'test-results/heron.db';
const build = process.env.HERON_BUILD ?? 'build';
const tsx = 'node node_modules/tsx/dist/cli.mjs';

export default defineConfig({
  testDir: 'e2e',
  // One server, one shelf: each test makes tunes of its own.
  workers: 2,
  fullyParallel: true,
  grepInvert: process.env.HERON_THOROUGH ? [] : /@thorough/,
  // Generous, for a busy machine: a test waits for what it promises, not for time.
  timeout: 240_000,
  expect: { timeout: 60_000 },
  retries: 0,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
  webServer: {
    command: `${tsx} db/setup.ts --demo && exec node scripts/server.mjs ${build}`,
    url: `http://127.0.0.1:${port}/`,
    env: { PORT: port, HOST: '127.0.0.1', HERON_DB: database, NODE_ENV: 'production' },
    stdout: 'ignore',
  },
});
