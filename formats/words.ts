import {
  HEADER_NAMES,
  overWordsText,
  parseChord,
  readOverWords,
  type ChordLength,
  type Lost,
  type WordsPiece,
} from '../core/index.ts';

/** What a text of chords and words says; it does not say where the bars are. */
export interface Worded {
  readonly pieces: readonly WordsPiece[];
  readonly lost: readonly Lost[];
}

const DIRECTIVE = /^\s*\{\s*([\w-]+)\s*(?::\s*(.*?)\s*)?\}\s*$/;
const INLINE = /\[([^\]]*)\]/g;
/** Directives of ChordPro that are a header of ours, or a section, with their short forms (ChordPro file format, version 6). */
const HEADERS: Readonly<Record<string, string>> = {
  title: 'title',
  t: 'title',
  key: 'key',
  tempo: 'tempo',
  time: 'meter',
};
const SECTIONS: Readonly<Record<string, string>> = {
  start_of_verse: 'Verse',
  sov: 'Verse',
  start_of_chorus: 'Chorus',
  soc: 'Chorus',
  chorus: 'Chorus',
  start_of_bridge: 'Bridge',
  sob: 'Bridge',
};
/** What ends, or is about the look of a page, and says nothing here. */
const SILENT =
  /^(end_of_\w+|eo[vcbt]|new_page|np|column_break|colb|columns|col|new_song|ns|textfont|textsize|chordfont)$/;

/** Reads ChordPro, or chords in lines over words; null: it is neither. */
export function readWorded(text: string): Worded | null {
  if (text.includes('|')) return null;
  const isPro =
    /^\s*\{\s*(title|t|key|start_of_\w+|so[cvb]|comment|c)\b/im.test(text) || /\[[A-G][^\]\s]*\]/.test(text);
  if (isPro) return readChordPro(text);
  const pieces = readOverWords(text);
  return pieces && { pieces, lost: [] };
}

function readChordPro(text: string): Worded | null {
  const pieces: WordsPiece[] = [];
  const lost: Lost[] = [];
  const pass = (what: string, line: number) => lost.push({ measure: null, code: 'passed-over', args: { what, line } });
  text.split(/\r\n|\r|\n/).forEach((raw, i) => {
    const directive = DIRECTIVE.exec(raw);
    if (raw.trim() === '' || raw.startsWith('#')) return;
    if (directive) {
      const [name, value = ''] = [directive[1]!.toLowerCase(), directive[2]];
      const header = HEADERS[name];
      const section = SECTIONS[name];
      if (header && (HEADER_NAMES as readonly string[]).includes(header)) {
        if (!pieces.some((piece) => piece.kind === 'header' && piece.text.startsWith(`${header}:`)))
          pieces.unshift({ kind: 'header', text: `${header}: ${value}` });
      } else if (section) pieces.push({ kind: 'section', name: value || section });
      else if (name === 'comment' || name === 'c') pieces.push({ kind: 'aside', text: value });
      else if (!SILENT.test(name)) pass(`{${name}}`, i + 1);
      return;
    }
    const chords: { symbol: string; column: number }[] = [];
    let words = '';
    let from = 0;
    for (const found of raw.matchAll(INLINE)) {
      words += raw.slice(from, found.index);
      from = found.index + found[0].length;
      const symbol = found[1]!.trim();
      if (symbol.startsWith('*')) pass(`[${symbol}]`, i + 1);
      else if (/^N\.?C\.?$/i.test(symbol) || parseChord(symbol).ok) chords.push({ symbol, column: words.length });
      else lost.push({ measure: null, code: 'chord-unknown', args: { text: symbol, line: i + 1 } });
    }
    words += raw.slice(from);
    if (chords.length > 0) pieces.push({ kind: 'line', chords, words: words.replace(/[|{}]/g, ' ') });
    else pieces.push({ kind: 'aside', text: words.trim() });
  });
  return pieces.some(({ kind }) => kind === 'line') ? { pieces, lost } : null;
}

/** The chart text of it, when each chord lasts so many bars. */
export const wordedText = ({ pieces }: Worded, bars: ChordLength): string =>
  overWordsText(
    pieces,
    pieces.flatMap(({ kind }) => (kind === 'line' ? [bars] : [])),
  );
