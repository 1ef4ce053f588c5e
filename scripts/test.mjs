/*
 * `npm test`: installs what is missing, then type check, lint, unit tests, build and browser tests, each
 * with its time. Uses its own build folder, a temporary database and a free port, so that a running app
 * is not disturbed. Ends with a line of counts and an exit status to match.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findPort } from './ports.mjs';
import { build, install, program, ROOT } from './prepare.mjs';

const BUILD = 'build-test';
const FIRST_PORT = 4850;
const CHROMIUM = '/usr/bin/chromium';
/** Of each failure so many characters are told again. */
const MOST_TOLD = 1500;
const work = mkdtempSync(join(tmpdir(), 'heron-test-'));
const counts = { passed: 0, failed: 0 };
/** What failed, told again at the end, where one looks first. */
const failures = [];

async function timed(name, run) {
  console.log(`\n== ${name}`);
  const start = Date.now();
  const result = await run();
  console.log(`== ${name}: ${((Date.now() - start) / 1000).toFixed(1)} s`);
  return result;
}

function run(args, env = {}) {
  const child = spawn(process.execPath, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  return new Promise((resolve) => child.once('exit', (status) => resolve(status === 0)));
}

/** A stage that passes or fails as one. */
async function stage(name, args, env) {
  const passed = await timed(name, () => run(args, env));
  counts[passed ? 'passed' : 'failed']++;
  if (!passed) failures.push(name);
  return passed;
}

/** Installs Debian's Chromium when it is missing and this user may; false when it cannot be had. */
function haveChromium() {
  if (existsSync(CHROMIUM)) return true;
  const root = process.getuid?.() === 0;
  const sudo = !root && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if (root || sudo) {
    const line =
      'apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium';
    console.log('Installing Chromium…');
    const command = sudo ? ['sudo', ['-n', 'sh', '-c', line]] : ['sh', ['-c', line]];
    spawnSync(command[0], command[1], { stdio: ['ignore', 'ignore', 'inherit'] });
  }
  if (existsSync(CHROMIUM)) return true;
  console.error('The browser tests need Chromium. Install it with:\n  sudo apt-get install chromium');
  return false;
}

/** The counts of a JSON report, wherever a runner stopped; at least one failure when it failed without any. */
function addReport(file, passed, read) {
  const found = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 0 };
  counts.passed += found.passed;
  counts.failed += passed ? found.failed : Math.max(1, found.failed);
  failures.push(...(found.failures ?? (passed ? [] : [`${file}: not written`])));
}

/** Of a Jest report: the tests that failed, each with the beginning of what it says. */
const failedUnits = ({ testResults }) =>
  testResults.flatMap(({ name, message, assertionResults }) => {
    const failed = assertionResults.filter(({ status }) => status === 'failed');
    const told = failed.map(({ fullName, failureMessages }) => `${name}: ${fullName}\n${failureMessages.join('\n')}`);
    return told.length > 0 || !message ? told : [`${name}\n${message}`];
  });

/** Of a Playwright report: the titles of the tests that failed. */
const failedSpecs = ({ suites }) =>
  suites.flatMap(({ file, specs = [], suites: inner = [] }) => [
    ...specs.filter(({ ok }) => !ok).map(({ title }) => `${file}: ${title}`),
    ...failedSpecs({ suites: inner }),
  ]);

const { compiled } = await timed('install', install);
const chromium = await timed('browser', haveChromium);
/** What is checked and built on one core, while lint has the other. */
async function checkedAndBuilt() {
  await stage('type check', [join('scripts', 'typecheck.mjs')]);
  await timed('build', () => build(BUILD));
  counts.passed++;
}
await Promise.all([
  checkedAndBuilt(),
  stage('lint', [program('eslint', 'bin', 'eslint.js'), '.', '--max-warnings', '0']),
]);
// The driver was compiled meanwhile; unit tests need it.
await timed('compiling, the rest of it', () => compiled);

const unitReport = join(work, 'unit.json');
const unit = await timed('unit tests', () =>
  run([program('jest', 'bin', 'jest.js'), '--json', `--outputFile=${unitReport}`]),
);
addReport(unitReport, unit, (report) => ({
  passed: report.numPassedTests,
  failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
  failures: failedUnits(report),
}));

const browserReport = join(work, 'browser.json');
if (chromium) {
  const port = await findPort(undefined, FIRST_PORT);
  const env = {
    HERON_BUILD: BUILD,
    HERON_DB: join(work, 'heron.db'),
    PORT: String(port),
    PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport,
  };
  const passed = await timed('browser tests', () => run([program('@playwright', 'test', 'cli.js'), 'test'], env));
  addReport(browserReport, passed, ({ stats, suites }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
    failures: failedSpecs({ suites }),
  }));
} else {
  const listed = spawnSync(
    process.execPath,
    [program('@playwright', 'test', 'cli.js'), 'test', '--list', '--reporter=json'],
    { cwd: ROOT, encoding: 'utf8' },
  );
  const { suites } = JSON.parse(listed.stdout);
  const count = (suite) =>
    (suite.specs?.length ?? 0) + (suite.suites ?? []).reduce((sum, inner) => sum + count(inner), 0);
  counts.failed += suites.reduce((sum, suite) => sum + count(suite), 0);
}

rmSync(work, { recursive: true, force: true });
for (const failure of failures) console.log(`\nfailed: ${failure.slice(0, MOST_TOLD)}`);
console.log(`\ntests: ${counts.passed} passed, ${counts.failed} failed`);
process.exit(counts.failed === 0 ? 0 : 1);
