/*
 * A rule for the linter: no file may come to itself by its imports, those of types included. A circle of types is a circle:
 * neither file can be read without the other. (import-x/no-cycle passes over imports of types.)
 */
import { readFileSync, statSync } from 'node:fs';
import { dirname, relative, resolve } from 'node:path';

const IMPORT = /^\s*(?:import|export)\s(?:[^'"]*?\sfrom\s+)?['"](\.[^'"]+)['"]/gm;

/** What a file imports, by path; read once for each state of the file. */
const known = new Map();
function importsOf(file) {
  let changed;
  try {
    changed = statSync(file).mtimeMs;
  } catch {
    return [];
  }
  const before = known.get(file);
  if (before?.changed === changed) return before.imports;
  const imports = importsIn(file, readFileSync(file, 'utf8'));
  known.set(file, { changed, imports });
  return imports;
}

function importsIn(file, text) {
  return [...text.matchAll(IMPORT)]
    .map(([, path]) => resolve(dirname(file), path))
    .filter((path) => /\.tsx?$/.test(path));
}

/** A way from one file to another by imports, as files; null: there is none. */
function wayTo(from, to) {
  const cameFrom = new Map([[from, null]]);
  const queue = [from];
  for (const file of queue) {
    for (const next of importsOf(file)) {
      if (next === to) {
        const way = [to];
        for (let at = file; at !== null; at = cameFrom.get(at)) way.unshift(at);
        return way;
      }
      if (cameFrom.has(next)) continue;
      cameFrom.set(next, file);
      queue.push(next);
    }
  }
  return null;
}

export const noCircles = {
  meta: { type: 'problem', schema: [], messages: { circle: 'A circle of imports: {{way}}' } },
  create(context) {
    const file = context.physicalFilename;
    const check = (node) => {
      const path = node.source?.value;
      if (typeof path !== 'string' || !path.startsWith('.')) return;
      const to = resolve(dirname(file), path);
      const way = to === file ? [file] : wayTo(to, file);
      if (!way) return;
      const names = [file, ...way].map((one) => relative(context.cwd, one));
      context.report({ node, messageId: 'circle', data: { way: names.join(' → ') } });
    };
    return { ImportDeclaration: check, ExportNamedDeclaration: check, ExportAllDeclaration: check };
  },
};
