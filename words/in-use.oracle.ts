import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { NAME_RULES } from '../core/chord/name-rules.ts';
import { DECOR_STYLES } from '../core/decor.ts';
import { ATTRIBUTES, FAMILIES } from '../core/grip/labels.ts';
import { TUNINGS } from '../core/neck/tuning.ts';
import { SHIPPED_MOVES } from '../core/reharm/kept/shipped/library.ts';
import { STYLES } from '../core/reharm/moves/styles.ts';
import { MOVES } from '../core/reharm/moves/table.ts';
import { decorStyleWords } from '../core/score/decor/decor-styles.ts';
import { DECORATIONS } from '../core/score/decor/table.ts';
import { PATTERNS } from '../core/score/rhythm/patterns.ts';

const ROOT = join(import.meta.dirname, '..');
const FOLDERS = ['app', 'core', 'db', 'formats'];

/** The functions that say or mark sentences, and which of their arguments those are. */
const SAYING: Readonly<Record<string, readonly number[]>> = { t: [0], msg: [0], row: [0], plural: [1, 2] };

function filesIn(folder: string): string[] {
  return readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.(test|oracle)\.ts$/.test(file))
    .map((file) => join(folder, file));
}

/** The literals an expression may come to: both sides of a condition. */
function literals(node: ts.Expression): string[] {
  if (ts.isStringLiteralLike(node)) return [node.text];
  if (ts.isParenthesizedExpression(node)) return literals(node.expression);
  if (ts.isConditionalExpression(node)) return [...literals(node.whenTrue), ...literals(node.whenFalse)];
  return ts.isBinaryExpression(node) ? [...literals(node.left), ...literals(node.right)] : [];
}

/** Every sentence the program marks where it stands, with the first file that has it. */
export function markedSentences(): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const file of FOLDERS.flatMap(filesIn)) {
    const visit = (node: ts.Node): void => {
      if (ts.isCallExpression(node) && ts.isIdentifier(node.expression)) {
        const said = (SAYING[node.expression.text] ?? []).flatMap((i) => node.arguments[i] ?? []);
        for (const text of said.flatMap(literals)) if (!found.has(text)) found.set(text, file);
      }
      node.forEachChild(visit);
    };
    visit(ts.createSourceFile(file, readFileSync(join(ROOT, file), 'utf8'), ts.ScriptTarget.Latest, true));
  }
  return found;
}

/** Sentences of the core's tables, which `t` is given where they are shown. */
export function tabledSentences(): ReadonlySet<string> {
  const all = [
    ...MOVES.flatMap(({ name, reason, mood }) => [name, reason, mood]),
    ...SHIPPED_MOVES.flatMap(({ name, reason, mood }) => [name, reason, mood]),
    ...STYLES.flatMap(({ name, words }) => [name, words]),
    ...PATTERNS.flatMap(({ name, reason }) => [name, reason]),
    ...DECORATIONS.flatMap(({ name, reason, needs }) => [name, reason, needs]),
    ...DECOR_STYLES.map(decorStyleWords),
    ...NAME_RULES.map(({ reason }) => reason),
    ...FAMILIES,
    ...ATTRIBUTES,
    ...TUNINGS.map(({ name }) => name),
    'Any',
    'something chosen',
  ];
  return new Set(all.filter((text) => text !== undefined && text !== ''));
}

export const sentencesInUse = (): ReadonlySet<string> => new Set([...markedSentences().keys(), ...tabledSentences()]);
