import { strFromU8, unzipSync } from 'fflate';
import { draftText, LONGEST_CHART, parseTune, problemLine, type DraftText, type Lost } from '../core/index.ts';
import { readAbc } from './abc.ts';
import { LARGEST_FILE, LARGEST_UNPACKED, Unreadable, type Choices, type Reading } from './kinds.ts';
import { readGrids } from './grid.ts';
import { readMidi } from './midi.ts';
import { readMusicXml } from './musicxml.ts';
import { readWorded, wordedText } from './words.ts';
import { childOf, readXml } from './xml.ts';

/** A file as a tune in our own text, with what could be chosen, and what was not understood. */
export interface Imported
  extends DraftText, Pick<Reading, 'tunes' | 'tune' | 'parts' | 'part' | 'guessed' | 'chordPart'> {
  readonly kind: FileKind;
  readonly title: string;
}
export type FileKind = 'text' | 'words' | 'abc' | 'musicxml' | 'midi' | 'json';

/** What a file of ours has in JSON. */
const JSON_FORMAT = 'yellow-heron-tune';

/** Reads a file of any kind that is known. Throws {@link Unreadable}. */
export function readFile(name: string, bytes: Uint8Array, choices: Choices = {}): Imported {
  if (bytes.length === 0) throw new Unreadable('file-empty');
  if (bytes.length > LARGEST_FILE) throw new Unreadable('file-large', { most: LARGEST_FILE / 1_000_000 });
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  if (isZip) return of('musicxml', readMusicXml(unpacked(bytes), choices));
  if (startsWith(bytes, 'MThd')) return of('midi', readMidi(bytes, choices));
  const text = decoded(bytes);
  const ending = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  if (/^\s*(<\?xml|<!DOCTYPE|<score-)/.test(text)) return of('musicxml', readMusicXml(text, choices));
  if (/^\s*\{\s*"/.test(text)) return ofText('json', textInJson(text));
  if (ending === 'abc' || /^X:\s*\d+/m.test(text)) return of('abc', readAbc(text, choices));
  if (text.includes('\u0000')) throw new Unreadable('file-unknown');
  const gridded = readGrids(text);
  if (gridded) {
    const made = ofText('words', gridded.text);
    return { ...made, lost: [...gridded.lost, ...made.lost] };
  }
  const worded = readWorded(text);
  if (worded) {
    const made = ofText('words', wordedText(worded, choices.chordBars ?? 1));
    return { ...made, lost: [...worded.lost, ...made.lost] };
  }
  return ofText('text', text);
}

const startsWith = (bytes: Uint8Array, text: string) => strFromU8(bytes.subarray(0, text.length), true) === text;

function of(kind: FileKind, reading: Reading): Imported {
  const { draft, lost, ...chosen } = reading;
  const made = draftText(draft);
  return { ...made, ...chosen, kind, title: draft.title || 'Untitled', lost: [...lost, ...made.lost] };
}

/** Our own text stands as it is: every problem of it is told with its bar. */
function ofText(kind: FileKind, text: string): Imported {
  if (text.length > 2 * LONGEST_CHART) throw new Unreadable('file-large', { most: LARGEST_FILE / 1_000_000 });
  const read = parseTune(text);
  if (!read.ok) throw new Unreadable('text-problem', { why: problemLine(read.problems[0]!) });
  const { chart, melody, passedOver } = read.value;
  const lost = passedOver.map(({ text: what, at }): Lost => ({
    measure: null,
    code: 'passed-over',
    args: { what, line: at.line },
  }));
  return {
    kind,
    text,
    title: chart.title,
    hasChords: chart.bars.some(({ entries }) => entries.some(({ chord }) => chord !== null)),
    hasMelody: melody !== null && melody.length > 0,
    lost,
    tunes: [chart.title],
    tune: 0,
    parts: [],
    part: -1,
    guessed: false,
  };
}

function textInJson(text: string): string {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new Unreadable('json-broken', { why: error instanceof Error ? error.message : String(error) });
  }
  const { format, text: tune } = value as { readonly format?: unknown; readonly text?: unknown };
  if (format !== JSON_FORMAT || typeof tune !== 'string')
    throw new Unreadable('json-broken', { why: `it is no tune of Yellow Heron’s ("format": "${JSON_FORMAT}")` });
  return tune;
}
/** A tune's text as JSON. */
export const textAsJson = (text: string): string =>
  `${JSON.stringify({ format: JSON_FORMAT, schema: 1, text }, null, 2)}\n`;

/** UTF-8, or UTF-16 by its mark; what is neither is read as Latin-1. */
function decoded(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('latin1').decode(bytes);
  }
}

/** The score in a packed MusicXML file: what its container names, else the first score in it. */
function unpacked(bytes: Uint8Array): string {
  const take = (wanted: (name: string) => boolean) => {
    try {
      return unzipSync(bytes, {
        filter({ name, originalSize }) {
          if (!wanted(name)) return false;
          if (originalSize > LARGEST_UNPACKED)
            throw new Unreadable('file-large', { most: LARGEST_UNPACKED / 1_000_000 });
          return true;
        },
      });
    } catch (error) {
      if (error instanceof Unreadable) throw error;
      throw new Unreadable('zip-broken', { why: error instanceof Error ? error.message : String(error) });
    }
  };
  const container = take((name) => name === 'META-INF/container.xml')['META-INF/container.xml'];
  const named = container && rootFileOf(decoded(container));
  const isScore = (name: string) => /\.(musicxml|xml)$/i.test(name) && !name.startsWith('META-INF');
  const [, score] = Object.entries(take((name) => (named ? name === named : isScore(name))))[0] ?? [];
  if (!score) throw new Unreadable('zip-none');
  return decoded(score);
}

function rootFileOf(text: string): string | undefined {
  const files = childOf(readXml(text), 'rootfiles');
  return files && childOf(files, 'rootfile')?.attributes['full-path'];
}
