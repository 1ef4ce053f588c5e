import { parseChord } from '../chord/symbol.ts';
import { headerLine } from './headers.ts';

/** A line of chords, each with the column it stands at, and the words under it. */
export interface WordsLine {
  readonly chords: readonly { readonly symbol: string; readonly column: number }[];
  readonly words: string;
}
/** A piece of a text of chords over words: a line of it, a section's name, or what is kept as a comment. */
export type WordsPiece =
  | ({ readonly kind: 'line' } & WordsLine)
  | { readonly kind: 'section'; readonly name: string }
  | { readonly kind: 'header'; readonly text: string }
  | { readonly kind: 'aside'; readonly text: string };

/** Of a line without the blanks around it. */
const SECTION = /^(?:\[([^\]|]+)\]|((?:verse|chorus|refrain|bridge|intro|outro|ending|coda)\b[^|]*?):?)$/i;
const NO_CHORD = /^N\.?C\.?$/i;

/**
 * Reads chords written over words, as players paste them: a line of chords alone, then its words. Null when the text is
 * something else: no such line, or bar lines in it. It is not said how long each chord lasts; that is asked.
 */
export function readOverWords(text: string): readonly WordsPiece[] | null {
  const lines = text.split(/\r\n|\r|\n/).map((line) => line.replaceAll('\t', '    '));
  const chordsOf = chordLineReader();
  if (lines.some((line) => line.includes('|'))) return null;
  const pieces: WordsPiece[] = [];
  let chordLines = 0;
  let wordLines = 0;
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i]!;
    const section = SECTION.exec(line.trim());
    const chords = chordsOf(line);
    if (line.trim() === '') continue;
    if (section) pieces.push({ kind: 'section', name: (section[1] ?? section[2])!.trim() });
    else if (headerLine(line)) pieces.push({ kind: 'header', text: line.trim() });
    else if (chords) {
      const under = lines[i + 1] ?? '';
      const hasWords = under.trim() !== '' && !chordsOf(under) && !SECTION.test(under.trim());
      pieces.push({ kind: 'line', chords, words: hasWords ? under : '' });
      chordLines++;
      if (hasWords) {
        wordLines++;
        i++;
      }
    } else pieces.push({ kind: 'aside', text: line.trim() });
  }
  return chordLines > 0 && (wordLines > 0 || chordLines > 1) ? pieces : null;
}

/** Reads a line of chords alone, or says null; each symbol is looked at once in a text. */
function chordLineReader(): (line: string) => WordsLine['chords'] | null {
  const known = new Map<string, boolean>();
  const isChord = (symbol: string) => {
    if (!known.has(symbol)) known.set(symbol, NO_CHORD.test(symbol) || parseChord(symbol).ok);
    return known.get(symbol)!;
  };
  return (line) => {
    const found = [...line.matchAll(/\S+/g)].map((match) => ({ symbol: match[0], column: match.index }));
    return found.length > 0 && found.every(({ symbol }) => isChord(symbol)) ? found : null;
  };
}

/** How long each chord of a line lasts, in bars. */
export const CHORD_LENGTHS = [0.5, 1, 2] as const;
export type ChordLength = (typeof CHORD_LENGTHS)[number];

/** The chart text of chords over words, when each chord of line `n` lasts `lengths[n]` bars. Words go under their chords. */
export function overWordsText(pieces: readonly WordsPiece[], lengths: readonly ChordLength[]): string {
  let line = 0;
  return pieces
    .map((piece) => {
      if (piece.kind === 'section') return `\n[${piece.name}]`;
      if (piece.kind === 'header') return piece.text;
      if (piece.kind === 'aside') return `# ${piece.text}`;
      return barsText(piece, lengths[line++] ?? 1);
    })
    .join('\n')
    .replace(/^\n/, '');
}

/** No word is longer. */
const LONGEST_WORD = 60;
/** The start of the word, or of the part after a hyphen, that a chord stands over: it is seldom placed to the letter. */
function wordAt(words: string, column: number | undefined): number | undefined {
  if (column === undefined || column >= words.length) return column;
  const before = words.slice(Math.max(0, column - LONGEST_WORD), column);
  return column - (before.length - before.search(/[^\s-]*$/));
}

function barsText({ chords, words }: WordsLine, length: ChordLength): string {
  const pieces = chords.map(({ symbol, column }, i) => ({
    symbol: NO_CHORD.test(symbol) ? 'N.C.' : symbol,
    words: words.slice(i === 0 ? 0 : wordAt(words, column), wordAt(words, chords[i + 1]?.column)).trim(),
  }));
  const perBar = length === 0.5 ? 2 : 1;
  const bars = Array.from({ length: Math.ceil(pieces.length / perBar) }, (_, i) =>
    pieces.slice(i * perBar, (i + 1) * perBar),
  );
  const held = length === 2 ? ' % |' : '';
  const music = `| ${bars.map((bar) => `${bar.map(({ symbol }) => symbol).join(' ')} |${held}`).join(' ')}`;
  if (words.trim() === '') return music;
  const sung = bars.map((bar) =>
    bar
      .map((piece) => piece.words)
      .join(' ~ ')
      .replace(/^ ~ $/, ''),
  );
  return `${music}\n> ${sung.join(length === 2 ? ' | | ' : ' | ')}`;
}
