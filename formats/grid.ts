import { parseChord, t, type Lost } from '../core/index.ts';

/** A chart in our own text, as grids of ChordPro have it, and what was not carried over. */
export interface Gridded {
  readonly text: string;
  readonly lost: readonly Lost[];
}

const DIRECTIVE = /^\s*\{\s*([\w-]+)\s*(?::?\s*(.*?)\s*)?\}\s*$/;
/** Directives that are a header before the first bar, and a change after it. */
const HEADERS: Readonly<Record<string, string>> = {
  title: 'title',
  t: 'title',
  key: 'key',
  time: 'meter',
  tempo: 'tempo',
  x_feel: 'feel',
};
/** What says nothing of the music, or is told by what is in it. */
const SILENT = /^(end_of_\w+|eo[gvcbt]|start_of_\w+|so[vcbt]|new_page|np|column_break|colb|columns|col|new_song|ns)$/;
const NO_CHORD = /^N\.?C\.?$/i;

/** A line of a grid: its text, and the chords that begin in each of its bars. */
interface GridLine {
  readonly text: string;
  readonly bars: readonly (readonly string[])[];
  /** What sounds at its end. */
  readonly last: string;
}

/**
 * Reads a text of ChordPro that has grids (file format, version 6): their cells are the shares of our bars, and the words are
 * those of the chords they stand at, where there are as many. Null: it has none.
 */
export function readGrids(source: string): Gridded | null {
  if (!/^\s*\{\s*(start_of_grid|sog)\b/m.test(source)) return null;
  const lost: Lost[] = [];
  const counted = new Map<string, number>();
  const count = (what: string) => counted.set(what, (counted.get(what) ?? 0) + 1);
  const headers: string[] = [];
  const music: (string | GridLine)[] = [];
  const verses: (readonly (readonly [symbol: string, words: string])[])[] = [];
  let isGrid = false;
  let hasBars = false;
  let held = 'N.C.';
  /** What stands before the next bar. */
  let before = '';
  let verse: (readonly [string, string])[] = [];
  const endVerse = () => {
    if (verse.length > 0) verses.push(verse);
    verse = [];
  };
  source.split(/\r\n|\r|\n/).forEach((raw, i) => {
    if (raw.trim() === '' || raw.startsWith('#')) return;
    const directive = DIRECTIVE.exec(raw);
    if (directive) {
      const [name, value = ''] = [directive[1]!.toLowerCase(), directive[2]];
      if (/^(start_of_grid|sog)$/.test(name)) {
        isGrid = true;
        // A shape says how wide a page is to be.
        const label = /label="([^"]*)"/.exec(value)?.[1] ?? (/[="]|^\d/.test(value) ? '' : value);
        if (label !== '') music.push('', `[${label.replace(/[[\]]/g, '')}]`);
      } else if (/^(end_of_grid|eog)$/.test(name)) isGrid = false;
      else if (name === 'x_pickup') before += `[pickup ${value}] `;
      else if (name in HEADERS && !hasBars && !headers.some((one) => one.startsWith(`${HEADERS[name]}:`)))
        headers.push(`${HEADERS[name]}: ${value}`);
      else if (name === 'time') before += `{${value}} `;
      else if (name === 'key') before += `{key: ${value}} `;
      else if (/^(end_of_verse|eov|end_of_chorus|eoc)$/.test(name)) endVerse();
      else if (name === 'comment' || name === 'c') music.push(`# ${value}`);
      else if (name === 'define' || name === 'chord') count(t('shapes of chords'));
      else if (name === 'capo') count(t('a capo'));
      else if (!SILENT.test(name))
        lost.push({ measure: null, code: 'passed-over', args: { what: `{${name}}`, line: i + 1 } });
    } else if (isGrid) {
      const line = gridLine(raw, before, held, i + 1, lost);
      music.push(line);
      held = line.last;
      before = '';
      hasBars = true;
    } else verse.push(...sungLine(raw));
  });
  endVerse();
  const lines = music.filter((one) => typeof one === 'object');
  const symbols = lines.flatMap(({ bars }) => bars.flat());
  const sung = verses.filter(
    (one) => one.length === symbols.length && one.every(([symbol], k) => symbol === symbols[k]),
  );
  if (sung.length < verses.length) count(t('verses whose chords are not those of the grid'));
  for (const [what, times] of counted) lost.push({ measure: null, code: 'passed-over', args: { what, count: times } });
  let at = 0;
  const text = music.flatMap((one) => {
    if (typeof one === 'string') return [one];
    const from = at;
    at += one.bars.flat().length;
    const under = sung.map((words) =>
      wordsLine(
        one,
        words.slice(from, at).map(([, text]) => text),
      ),
    );
    return [one.text, ...under.slice(0, 1 + under.findLastIndex((line) => line !== NO_WORDS))];
  });
  return { text: `${[...headers, '', ...text].join('\n')}\n`, lost };
}

/** A line of cells as a line of our bars; `held`: the chord that sounds on into it. */
function gridLine(raw: string, before: string, held: string, line: number, lost: Lost[]): GridLine {
  const text = raw.replace(/\|\||\|\./g, '|').replace(/(^|\s)\/(?=\s)/g, '$1.');
  const cells = text.split(/(\s*:?\|:?(?:\d+)?)/);
  const bars: string[][] = [];
  let last = held;
  const told = cells.map((part) => {
    if (part.includes('|')) return part.trim();
    const tokens = part.split(/\s+/).filter((token) => token !== '');
    if (tokens.length === 0) return '';
    const own = tokens.map((token) => {
      if (token === '.' || token === '%' || NO_CHORD.test(token) || parseChord(token).ok) return token;
      lost.push({ measure: null, code: 'chord-unknown', args: { text: token, line } });
      return '.';
    });
    const begins = own.filter((token) => token !== '.' && token !== '%');
    bars.push(begins);
    // Our bars begin with a chord.
    if (own[0] === '.') own[0] = last;
    last = begins.at(-1) ?? last;
    return own.join(' ');
  });
  return { text: before + told.filter((part) => part !== '').join(' '), bars, last };
}

/** The chords of a line of words, each with what is sung to it. */
const sungLine = (raw: string): readonly (readonly [string, string])[] =>
  [...raw.matchAll(/\[([^\]]*)\]([^[]*)/g)].map(([, symbol, words]) => [symbol!.trim(), words!.trim()] as const);

const NO_WORDS = '>';
/** Words under the bars of a line, those of each chord parted by `~`. */
function wordsLine({ bars }: GridLine, words: readonly string[]): string {
  let at = 0;
  const sung = bars.map((bar) => {
    const own = words.slice(at, at + bar.length).map((text) => text.replace(/[|~{}]/g, ' '));
    at += bar.length;
    return own.slice(0, 1 + own.findLastIndex((text) => text !== '')).join(' ~ ');
  });
  return `> ${sung.slice(0, 1 + sung.findLastIndex((text) => text !== '')).join(' | ')}`.trimEnd();
}
