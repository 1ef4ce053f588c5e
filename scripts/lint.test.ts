import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { some } from './thorough.oracle.ts';

const ROOT = join(__dirname, '..');
const ESLINT = join(ROOT, 'node_modules', 'eslint', 'bin', 'eslint.js');

/** Lints a text as if it stood in a file. */
function lint(file: string, text: string): string[] {
  const { stdout } = spawnSync(
    process.execPath,
    [ESLINT, '--stdin', '--stdin-filename', join(ROOT, file), '--format', 'json'],
    {
      cwd: ROOT,
      input: text,
      encoding: 'utf8',
    },
  );
  const [result] = JSON.parse(stdout) as { messages: { ruleId: string }[] }[];
  return result!.messages.map(({ ruleId }) => ruleId);
}

describe('the lint bites where a border is crossed', () => {
  // A lint of its own for each: some of them each time.
  test.each(
    some<readonly [string, string, string]>(
      [
        [
          'core/pitch/planted.ts',
          "import { parseChart } from '../chart/parse.ts';\nexport const x = parseChart;\n",
          'import-x/no-restricted-paths',
        ],
        ['core/pitch/planted.ts', "import { z } from 'zod';\nexport const x = z;\n", 'no-restricted-imports'],
        ['core/pitch/planted.ts', 'export const x = Date.now();\n', 'no-restricted-properties'],
        ['core/pitch/planted.ts', 'export const x = Math.random();\n', 'no-restricted-properties'],
        ['core/pitch/planted.ts', 'export const x = document;\n', 'no-restricted-globals'],
        [
          'app/parts/planted.ts',
          "import { listTunes } from '../../db/tunes.ts';\nexport const x = listTunes;\n",
          'import-x/no-restricted-paths',
        ],
        [
          'app/parts/planted.ts',
          "import { parseChart } from '../../core/chart/parse.ts';\nexport const x = parseChart;\n",
          'import-x/no-restricted-paths',
        ],
        // A circle of types is a circle, and so is one by way of a third file.
        [
          'core/time/meter.ts',
          "import type { Clock } from './clock.ts';\nexport type Meter = Clock['meter'];\n",
          'ours/no-circles',
        ],
        ['core/pitch/pitch.ts', "export { nameInKey } from './key.ts';\n", 'ours/no-circles'],
        [
          'db/planted.ts',
          "import { theme } from '../app/theme.ts';\nexport const x = theme;\n",
          'import-x/no-restricted-paths',
        ],
      ],
      4,
    ),
  )('%s: %s', (file, text, rule) => {
    expect(lint(file, text)).toContain(rule);
  });

  test('and not where none is', () => {
    expect(lint('core/pitch/planted.ts', "import { Note } from 'tonal';\nexport const x = Note.midi;\n")).toEqual([]);
  });
});
