import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { faultText, lostText, readDecision, writeTuneFile, type Decision, type TuneFile } from '../core/index.ts';
import { readFile, readTuneFile, tuneJsonSchema, Unreadable } from './index.ts';

const ROOT = join(__dirname, '..');
const TEXT = 'title: A\nkey: C\n| C | G7 |\n';
const demo = (file: string) => JSON.parse(readFileSync(join(ROOT, 'demo', file), 'utf8')) as unknown;
const EMPTY: TuneFile = { text: TEXT, guitar: null, takes: [], moves: [] };
/** The schema as another reader has it: ajv 8.17.1 (MIT), JSON Schema draft 2020-12. */
const published = new Ajv2020({ strict: false }).compile(
  JSON.parse(readFileSync(join(ROOT, 'docs', 'tune.schema.json'), 'utf8')) as object,
);
const withCells = (cells: Readonly<Record<string, unknown>>) => ({
  ...(JSON.parse(writeTuneFile(EMPTY)) as object),
  takes: [{ name: 'One', about: null, decisions: cells }],
});

describe('the published schema', () => {
  test('is made of what reads the files: npm run schema', () => {
    const made: unknown = JSON.parse(JSON.stringify(tuneJsonSchema()));
    expect(JSON.parse(readFileSync(join(ROOT, 'docs', 'tune.schema.json'), 'utf8'))).toEqual(made);
  });

  test('has every decision of the demo takes, and every kept move', () => {
    const takes = Object.values(demo('takes.json') as Record<string, Record<string, Decision>>);
    const more = Object.values(demo('more-takes.json') as Record<string, { cells: Record<string, Decision> }[]>).flat();
    for (const cells of [...takes, ...more.map((one) => one.cells)]) {
      published(withCells(cells));
      expect(published.errors).toBeNull();
    }
    const { moves } = demo('kept-moves.json') as { moves: readonly object[] };
    published({ ...withCells({}), moves });
    expect(published.errors).toBeNull();
  });

  test('agrees with the core about what is a decision, whatever becomes of one', () => {
    const all = Object.values(demo('takes.json') as Record<string, Record<string, Decision>>).flatMap((cells) =>
      Object.entries(cells),
    );
    const odd = fc.oneof(fc.constantFrom(null, true, '', 'x', -1, 0, 1, 5000, 1.5, {}, []), fc.integer(), fc.string());
    fc.assert(
      fc.property(fc.constantFrom(...all), fc.nat(), odd, ([name, decision], at, value) => {
        const fields = [...Object.keys(decision), 'stranger'];
        const changed = { ...decision, [fields[at % fields.length]!]: value };
        // A pattern is a text to both; whether there is one of that name, neither says.
        expect([changed, published(withCells({ [name]: changed }))]).toEqual([
          changed,
          readDecision(name, changed) !== null,
        ]);
      }),
      { numRuns: 400 },
    );
  });
});

describe('a file of ours', () => {
  const fault = (text: string) => {
    try {
      readTuneFile(text);
      return 'none';
    } catch (error) {
      if (error instanceof Unreadable) return faultText(error.code, error.args);
      throw error;
    }
  };
  const file = (change: object) => JSON.stringify({ ...(JSON.parse(writeTuneFile(EMPTY)) as object), ...change });

  test('is read as it was written before, with the text alone', () => {
    const before = JSON.stringify({ format: 'yellow-heron-tune', schema: 1, text: TEXT });
    expect(readTuneFile(before)).toEqual({ ...EMPTY, lost: [] });
    expect(readFile('a.json', new TextEncoder().encode(before))).toMatchObject({ kind: 'json', text: TEXT, takes: [] });
  });

  test('that is wrong is told where, and what would be right', () => {
    expect(fault(file({ schema: 3 }))).toMatch(/a newer version wrote it \(schema 3\)/);
    expect(fault(file({ takes: [{ name: '', about: null, decisions: {} }] }))).toMatch(/takes\[0\]\.name/);
    expect(fault(file({ text: undefined }))).toMatch(/text/);
    expect(fault(file({ moves: [{ id: 'a' }] }))).toMatch(/Move 1/i);
    expect(fault(file({ ['__proto__x']: 1 }))).toMatch(/__proto__x/);
    expect(fault('[]')).toMatch(/no tune of Yellow Heron/);
    expect(fault('null')).toMatch(/no tune of Yellow Heron/);
  });

  test('loses no more than the decisions that nobody can read, and says how many', () => {
    const decisions = { 'bar-1:1:0:note': { layer: 'note', way: 'free' }, 'bar-1:1:0': { layer: 'dance' }, odd: 1 };
    const read = readTuneFile(file({ takes: [{ name: 'One', about: null, decisions }] }));
    expect(read.takes).toEqual([
      { name: 'One', about: null, cells: { 'bar-1:1:0:note': { layer: 'note', way: 'free' } } },
    ]);
    expect(read.lost.map(lostText)).toEqual(['decisions of “One” (2) passed over']);
  });
});
