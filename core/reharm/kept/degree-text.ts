/* Chords by degree as players write them: `IIm7`, `bVImaj7`, `IV/3` (over its third), with bars and dots as in a chart. */
import { suffixOf } from '../../chord/kind.ts';
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { parseSuffix } from '../../chord/symbol.ts';
import { isDegree, spell } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import { noteAbove, type NoteName } from '../../pitch/note.ts';
import { bassFigure, degreeOf } from '../../reading/numeral.ts';
import { leadsUp } from '../../chord/kind.ts';
import { rootOf } from '../moves/move.ts';

const DEGREE = /^([b#]?(?:VII|VI|V|IV|III|II|I))(.*)$/;
/** Figures of a bass from outside the chord; those within are its degrees. */
const FIGURES: Readonly<Record<string, string>> = { b2: '2m', b6: '6m', '#4': '4A' };

/** Whether a text is a kind of chord, and not one over a bass: 6/9 has the only slash of a kind. */
const isKind = (text: string): boolean => (!text.includes('/') || text.endsWith('6/9')) && parseSuffix(text) !== null;

/** A chord by its degree: root and kind, and over a named bass the figure above its root. `bVImaj7`, `I6/9`, `V7/3`, `IV/2`. */
export function degreeTextOf({ root, kind, bass }: Chord, key: Key): string {
  const text = degreeOf(root, key, leadsUp(kind)) + suffixOf(kind);
  if (bass === null) return text;
  const figure = bassFigure({ root, kind, bass });
  // A sixth over its ninth is written with a 2.
  return `${text}/${isKind(`${suffixOf(kind)}/${figure}`) ? '2' : figure}`;
}

const bassOn = (root: NoteName, figure: string): NoteName | null => {
  if (FIGURES[figure] !== undefined) return noteAbove(root, FIGURES[figure]);
  return isDegree(figure) ? spell(root, figure) : null;
};

/** What {@link degreeTextOf} writes, in a key; null where it is no chord. */
export function chordOfText(text: string, key: Key): Chord | null {
  const [, degree, rest = ''] = DEGREE.exec(text) ?? [];
  if (degree === undefined || !isRoman(degree)) return null;
  const root = rootOf(key, degree);
  if (isKind(rest)) return { root, kind: parseSuffix(rest)!, bass: null };
  const slash = rest.lastIndexOf('/');
  const kind = slash < 0 ? null : parseSuffix(rest.slice(0, slash));
  const bass = kind && bassOn(root, rest.slice(slash + 1));
  return kind && bass !== null ? { root, kind, bass } : null;
}

/** ♭IV, ♯III and ♯VII are other degrees by their sound. */
const isRoman = (degree: string): boolean => !['bI', 'bIV', '#III', '#VII'].includes(degree);

/** A chord of the text, wherever it stands between bar lines. */
const TOKEN = /[^\s|]+/g;

/** The chords of a text that cannot be read, as they are written. */
export const unreadIn = (text: string): readonly string[] =>
  (text.match(TOKEN) ?? []).filter((token) => token !== '.' && token !== '%' && chordOfText(token, IN_C) === null);
const IN_C: Key = { tonic: 'C', mode: 'major' };

/** The text with each chord as its symbol in a key: the bars of a chart. What cannot be read stays as it is. */
export const symbolsIn = (text: string, key: Key): string =>
  text.replace(TOKEN, (token) => {
    const chord = chordOfText(token, key);
    return chord ? symbolOf(chord) : token;
  });
