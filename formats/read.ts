import { strFromU8, Unzip, UnzipInflate } from 'fflate';
import {
  draftText,
  LONGEST_CHART,
  parseTune,
  problemLine,
  t,
  type DraftText,
  type FileTake,
  type Lost,
  type TuneFile,
} from '../core/index.ts';
import { readAbc } from './abc.ts';
import { LARGEST_FILE, LARGEST_UNPACKED, Unreadable, type Choices, type Reading } from './kinds.ts';
import { readGrids } from './grid.ts';
import { readMidi } from './midi.ts';
import { readMusicXml, scoreTitle } from './musicxml.ts';
import { readTuneFile } from './tune-file.ts';
import { readWorded, wordedText } from './words.ts';
import { childOf, readXml } from './xml.ts';

/** A file as a tune in our own text, with what could be chosen, and what was not understood. */
export interface Imported
  extends Omit<DraftText, 'grips'>, Pick<Reading, 'tunes' | 'tune' | 'parts' | 'part' | 'guessed' | 'chordPart'> {
  readonly kind: FileKind;
  readonly title: string;
  readonly guitar: TuneFile['guitar'];
  readonly takes: readonly FileTake[];
  readonly moves: TuneFile['moves'];
}
export type FileKind = 'text' | 'words' | 'abc' | 'musicxml' | 'midi' | 'json';

/** Reads a file of any kind that is known. Throws {@link Unreadable}. */
export function readFile(name: string, bytes: Uint8Array, choices: Choices = {}): Imported {
  if (bytes.length === 0) throw new Unreadable('file-empty');
  if (bytes.length > LARGEST_FILE) throw new Unreadable('file-large', { most: LARGEST_FILE / 1_000_000 });
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  if (isZip) return ofPacked(bytes, choices);
  if (startsWith(bytes, 'MThd')) return of('midi', readMidi(bytes, choices));
  const text = decoded(bytes);
  const ending = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  if (/^\s*(<\?xml|<!DOCTYPE|<score-)/.test(text)) return of('musicxml', readMusicXml(text, choices));
  if (/^\s*\{\s*"/.test(text)) return ofTuneFile(text);
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
  const { draft, lost, guitar = null, ...chosen } = reading;
  const { grips, ...made } = draftText(draft);
  const takes = Object.keys(grips).length > 0 ? [{ name: t('As in the file'), about: null, cells: grips }] : [];
  const title = draft.title || t('Untitled');
  return { ...made, ...chosen, kind, title, lost: [...lost, ...made.lost], guitar, takes, moves: [] };
}

/** The take that has the grips of a file. */

/** A file of ours: its text with its takes. */
function ofTuneFile(text: string): Imported {
  const { text: tune, lost, ...more } = readTuneFile(text);
  const made = ofText('json', tune);
  return { ...made, ...more, lost: [...made.lost, ...lost] };
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
    guitar: null,
    takes: [],
    moves: [],
  };
}

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

/** A packed file: its tunes are its scores, that of its container first. */
function ofPacked(bytes: Uint8Array, choices: Choices): Imported {
  const scores = unpacked(bytes);
  const tune = Math.min(choices.tune ?? 0, scores.length - 1);
  const read = of('musicxml', readMusicXml(scores[tune]!.text, choices));
  return { ...read, tune, tunes: scores.map((one, i) => (i === tune ? read.title : titleOf(one))) };
}

/** What a score is called; one that cannot be read, as its file is. */
function titleOf({ name, text }: PackedScore): string {
  try {
    return scoreTitle(readXml(text)) ?? name;
  } catch {
    return name;
  }
}

interface PackedScore {
  readonly name: string;
  readonly text: string;
}

/** It names the score in a packed file. */
const CONTAINER = 'META-INF/container.xml';
/** More scores are not looked at in one file. */
const MOST_SCORES = 200;

/** So many packed bytes are unpacked at a time: at most a thousand times as many come of them. */
const PACKED_STEP = 16_384;

/** The files in a packed one whose names are wanted; unpacked step by step, since their headers may lie about their sizes. */
function unzipped(bytes: Uint8Array, wanted: (name: string) => boolean): ReadonlyMap<string, Uint8Array> {
  const files = new Map<string, Uint8Array[]>();
  let size = 0;
  const unzip = new Unzip((file) => {
    if (!wanted(file.name)) return;
    const parts: Uint8Array[] = [];
    files.set(file.name, parts);
    file.ondata = (error, part) => {
      if (error) throw error;
      size += part.length;
      if (size > LARGEST_UNPACKED) throw new Unreadable('file-large', { most: LARGEST_UNPACKED / 1_000_000 });
      parts.push(part);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length; at += PACKED_STEP)
      unzip.push(bytes.subarray(at, at + PACKED_STEP), at + PACKED_STEP >= bytes.length);
  } catch (error) {
    if (error instanceof Unreadable) throw error;
    throw new Unreadable('zip-broken', { why: error instanceof Error ? error.message : String(error) });
  }
  return new Map([...files].map(([name, parts]) => [name, joined(parts)]));
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** The scores in a packed MusicXML file, what its container names first. */
function unpacked(bytes: Uint8Array): readonly PackedScore[] {
  const container = unzipped(bytes, (name) => name === CONTAINER).get(CONTAINER);
  const named = container && rootFileOf(decoded(container));
  const isScore = (name: string) => name === named || (/\.(musicxml|xml)$/i.test(name) && !name.startsWith('META-INF'));
  const scores = [...unzipped(bytes, isScore)].slice(0, MOST_SCORES);
  if (scores.length === 0) throw new Unreadable('zip-none');
  return scores
    .map(([name, score]) => ({ name, text: decoded(score) }))
    .sort((a, b) => Number(b.name === named) - Number(a.name === named));
}

function rootFileOf(text: string): string | undefined {
  const files = childOf(readXml(text), 'rootfiles');
  return files && childOf(files, 'rootfile')?.attributes['full-path'];
}
