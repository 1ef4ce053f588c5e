/* The app's types are generated from its routes first; the core is checked alone, with no browser and no Node in sight. */
import { mustRun, program } from './prepare.mjs';

mustRun('Route types', process.execPath, [program('@react-router', 'dev', 'bin.js'), 'typegen']);
mustRun('The type check of the core', process.execPath, [program('typescript', 'bin', 'tsc'), '-p', 'core']);
mustRun('The type check', process.execPath, [program('typescript', 'bin', 'tsc')]);
