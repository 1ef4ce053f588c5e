import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import ts from 'typescript';
import { ENGLISH, decimal, inSentence, locale, msg, plural, speakFrom, t } from '../core/words/words.ts';
import german from './de.json';
import { sentencesInUse } from './in-use.oracle.ts';

const rows: Readonly<Record<string, string>> = german;
const inUse = sentencesInUse();
const gaps = (text: string) => [...new Set(text.match(/\{\w+\}/g))].sort();

describe('German', () => {
  test('has a row for every sentence that can be read', () =>
    expect([...inUse].filter((text) => !Object.hasOwn(rows, text))).toEqual([]));

  test('has no row for what is not said any more', () =>
    expect(Object.keys(rows).filter((text) => !inUse.has(text))).toEqual([]));

  test('fills the same gaps as English, and leaves no row empty', () => {
    for (const [english, words] of Object.entries(rows)) {
      expect([english, gaps(words)]).toEqual([english, gaps(english)]);
      expect(words.trim()).not.toBe('');
      expect(words).not.toContain(' ¦ ');
    }
  });
});

/** Attributes that are read. */
const READ = new Set([
  'aria-label',
  'alt',
  'helperText',
  'hint',
  'label',
  'left',
  'placeholder',
  'right',
  'tip',
  'title',
]);

/** Words in a component that nobody says: text between tags, and attributes that are read, as they stand. */
function unsaid(file: string, source: string): string[] {
  const found: string[] = [];
  const add = (node: ts.Node, text: string) =>
    // Charts are typed with letters and signs of their own; product and note names are the same in every language.
    /[A-Za-z]{2}/.test(text) && !node.parent.getText().startsWith('<code>') && found.push(`${file}: ${text.trim()}`);
  const visit = (node: ts.Node): void => {
    if (ts.isJsxText(node)) add(node, node.text);
    if (
      ts.isJsxAttribute(node) &&
      READ.has(node.name.getText()) &&
      node.initializer &&
      ts.isStringLiteral(node.initializer)
    )
      add(node, node.initializer.text);
    node.forEachChild(visit);
  };
  visit(ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX));
  return found;
}

test('no component shows words that no table has', () => {
  expect(unsaid('planted', 'const a = <p title="Lift it">Put it back <b>{t("x")}</b></p>;')).toHaveLength(2);
  const app = join(import.meta.dirname, '..', 'app');
  const files = readdirSync(app, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.tsx'));
  const found = files.flatMap((file) => unsaid(file, readFileSync(join(app, file), 'utf8')));
  expect(found.filter((one) => !one.includes('ChartHelp.tsx') && !/hint: [A-G]\d/.test(one))).toEqual([]);
});

describe('a sentence', () => {
  afterEach(() => speakFrom(() => ENGLISH));

  test('is filled in, in English as it stands', () => {
    expect(t('{n} of {all}, {n}', { n: 2, all: 'x' })).toBe('2 of x, 2');
    expect(t('{a} {none}', { a: msg('low {b}', { b: 1 }) })).toBe('low 1 {none}');
    expect(t('take ¦ noun')).toBe('take');
    expect([plural(1, '{n} bar', '{n} bars'), plural(0, '{n} bar', '{n} bars')]).toEqual(['1 bar', '0 bars']);
    expect(t('constructor')).toBe('constructor');
    expect(t('{toString}')).toBe('{toString}');
  });

  test('is said in the language that is set, with its numbers', () => {
    speakFrom(() => ({ ...ENGLISH, language: 'de', table: german }));
    expect(plural(2, '{n} bar', '{n} bars')).toBe('2 Takte');
    expect(t('a sentence nobody translated')).toBe('a sentence nobody translated');
    expect([decimal(2.45, 1), locale(), inSentence('Halb')]).toEqual(['2,5', 'de', 'Halb']);
  });
});
