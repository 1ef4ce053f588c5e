/*
 * What every command needs before it can run, in plain Node with built-ins only: the tools that
 * compile the database driver, the packages of the lock file, a build of the sources.
 */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const STAMPS = join(ROOT, 'node_modules', '.heron');

/** Ends the program with what is wrong and what would help. */
export function giveUp(message) {
  console.error(message);
  process.exit(1);
}

/** Runs a program of ours to its end, showing what it prints; gives up when it fails. */
export function mustRun(what, command, args, env = {}) {
  const { status, error } = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  if (error) giveUp(`${what} could not be started: ${error.message}`);
  if (status !== 0) giveUp(`${what} failed (exit ${status}).`);
}

/** The path of a package's program, run by this same Node. */
export function program(...path) {
  return join(ROOT, 'node_modules', ...path);
}

function has(command) {
  return spawnSync(command, ['--version'], { stdio: 'ignore' }).status === 0;
}

/** Names whatever is missing to install the packages. */
function checkTools() {
  const missing = [];
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    missing.push(`Node.js 20.19 or newer (this is ${process.versions.node})`);
  if (!has('npm')) missing.push('npm');
  if (!has('python3')) missing.push('python3');
  if (!has('make')) missing.push('make');
  if (!has('g++')) missing.push('g++');
  const headers = [process.env.npm_config_nodedir, dirname(dirname(process.execPath))]
    .filter(Boolean)
    .some((folder) => existsSync(join(folder, 'include', 'node', 'node.h')));
  if (!headers)
    console.warn("Node's headers were not found beside it; if compiling the database driver fails, install them.");
  if (missing.length > 0) {
    giveUp(
      `Missing on this machine:\n${missing.map((name) => `  - ${name}`).join('\n')}\nOn Debian: apt-get install python3 make g++`,
    );
  }
}

function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update(readFileSync(join(ROOT, file)));
  return hash.digest('hex');
}

function upToDate(stamp, hash) {
  const file = join(STAMPS, stamp);
  return existsSync(file) && readFileSync(file, 'utf8') === hash;
}

function keepStamp(stamp, hash) {
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(join(STAMPS, stamp), hash);
}

/** Installs from the lock file when it changed since the last time; the packages' own scripts, compiling first of all, are still to run. */
function unpack() {
  checkTools();
  console.log('Installing the packages. Compiling the database driver takes about 2½ minutes, once.');
  mustRun('Installing the packages', 'npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error']);
}

/**
 * Installs from the lock file when it changed since the last time. Resolves when the packages are there; `compiled` then
 * resolves when the database driver, which takes longest, is ready to use, too.
 */
export function install() {
  const hash = `${hashOf(['package-lock.json'])} ${process.versions.modules}`;
  if (upToDate('installed', hash)) return { compiled: Promise.resolve() };
  unpack();
  const rebuild = spawn('npm', ['rebuild', '--loglevel=error'], { cwd: ROOT, stdio: 'inherit' });
  const compiled = new Promise((resolve) => {
    rebuild.once('error', (error) => giveUp(`Compiling could not be started: ${error.message}`));
    rebuild.once('exit', (status) => {
      if (status !== 0) giveUp(`Compiling failed (exit ${status}).`);
      keepStamp('installed', hash);
      resolve();
    });
  });
  return { compiled };
}

const SOURCES = [
  'app',
  'core',
  'db',
  'formats',
  'kernel',
  'public',
  'scripts/page-parts.ts',
  'words',
  'vite.config.ts',
  'react-router.config.ts',
  'package-lock.json',
  'tsconfig.json',
];

function filesUnder(path) {
  const full = join(ROOT, path);
  if (!statSync(full).isDirectory()) return [path];
  return readdirSync(full)
    .sort()
    .flatMap((name) => filesUnder(join(path, name)));
}

/** Builds into `folder` when a source changed since the last build there. */
export function build(folder = 'build') {
  const hash = hashOf(SOURCES.flatMap(filesUnder).filter((file) => !/\.(test|oracle)\.tsx?$/.test(file)));
  const stamp = `built-${folder.replaceAll(/[^\w-]/g, '_')}`;
  if (existsSync(join(ROOT, folder, 'server', 'index.js')) && upToDate(stamp, hash)) return;
  console.log('Building…');
  mustRun('The build', process.execPath, [program('@react-router', 'dev', 'bin.js'), 'build', '--logLevel', 'warn'], {
    HERON_BUILD: folder,
    NODE_ENV: 'production',
  });
  keepStamp(stamp, hash);
}
