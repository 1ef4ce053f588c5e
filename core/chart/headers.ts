import { t } from '../words/words.ts';
import { bad, good, problem, type Outcome, type Place, type Problem } from '../problem.ts';
import { parseKey, type Key } from '../pitch/key.ts';
import { parseMeter, type Meter } from '../time/meter.ts';
import type { Feel } from './chart.ts';

/** What stands above a chart. */
export interface Headers {
  title: string;
  key: Key | null;
  meter: Meter;
  tempo: number;
  feel: Feel;
}
export const HEADER_NAMES = ['title', 'key', 'meter', 'tempo', 'feel'] as const;
type HeaderName = (typeof HEADER_NAMES)[number];

/** Characters. */
export const LONGEST_TITLE = 120;
/** Beats a minute, least and most. */
export const SLOWEST = 20;
export const FASTEST = 400;

/** A header's name may have blanks in it; a longer one is none. */
const NAME = /^[A-Za-z][A-Za-z ]{0,39}$/;

const MELODY = /^[ \t]*melody[ \t]*:/im;
/** A tune's text parted where its melody begins (contract, "Melody in the text"); its notes are null where it has none. */
export function partsOfTune(text: string): { readonly chartText: string; readonly melodyText: string | null } {
  const heading = MELODY.exec(text);
  if (!heading) return { chartText: text, melodyText: null };
  return { chartText: text.slice(0, heading.index), melodyText: text.slice(heading.index + heading[0].length) };
}

/** Of a chart that says nothing. */
export function defaultHeaders(): Headers {
  return { title: t('Untitled'), key: null, meter: { count: 4, unit: 4 }, tempo: 120, feel: 'straight' };
}

/** `key: Ab` as a name and its value; null when the line is no header. */
export function headerLine(line: string): { name: string; value: string } | null {
  const colon = line.indexOf(':');
  const name = line.slice(0, Math.max(0, colon)).trim();
  if (!NAME.test(name) || line[colon + 1] === '|') return null;
  // A title may have a bar line in it; anything else with one is bars.
  if (line.includes('|') && name.toLowerCase() !== 'title') return null;
  return { name: name.toLowerCase(), value: line.slice(colon + 1).trim() };
}

const READERS: { readonly [Name in HeaderName]: (value: string) => Outcome<Headers[Name]> } = {
  title: (value) =>
    value.length <= LONGEST_TITLE
      ? good(value || t('Untitled'))
      : bad(problem('title-too-long', { most: LONGEST_TITLE })),
  key: parseKey,
  meter: parseMeter,
  tempo: (value) => {
    const tempo = /^\d{1,3}(\.\d+)?$/.test(value) ? Number(value) : NaN;
    return tempo >= SLOWEST && tempo <= FASTEST
      ? good(tempo)
      : bad(problem('tempo-unknown', { text: value, least: SLOWEST, most: FASTEST }));
  },
  feel: (value) =>
    /^(straight|swing)/i.test(value)
      ? good(/^swing/i.test(value) ? 'swing' : 'straight')
      : bad(problem('feel-unknown', { text: value })),
};

/** Reads one header into `headers`; what is wrong with it comes back. */
export function readHeader(headers: Headers, name: string, value: string, at: Place): readonly Problem[] {
  const known = HEADER_NAMES.find((header) => header === name);
  if (known === undefined) return [problem('header-unknown', { text: name }, at)];
  const read = READERS[known](value);
  if (!read.ok) return read.problems.map((found) => ({ ...found, at }));
  Object.assign(headers, { [known]: read.value });
  return [];
}

/** The chart text with a header set, in its place or at the top. */
export function withHeader(text: string, name: HeaderName, value: string): string {
  const clean = value.replace(/[\r\n]+/g, ' ').trim();
  const lines = text.split('\n');
  const at = lines.findIndex((line) => headerLine(line)?.name === name);
  if (at >= 0) lines[at] = `${name}: ${clean}`;
  else lines.unshift(`${name}: ${clean}`);
  return lines.join('\n');
}
