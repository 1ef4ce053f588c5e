import { Interval } from 'tonal';
import { parseChord } from '../chord/symbol.ts';
import { headerKey, parseKey, signature, type Key } from '../pitch/key.ts';
import { noteAbove, plainAccidentals, type NoteName } from '../pitch/note.ts';
import { good, type Outcome } from '../problem.ts';
import { headerLine } from './headers.ts';
import { parseChart } from './parse.ts';
import { scan, type Token } from './scan.ts';

/** Usual tonics; G♭ and F♯, and E♭ and D♯ in minor, are both in use. */
const MAJOR_TONICS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
const MINOR_TONICS = ['C', 'C#', 'D', 'D#', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'];
/** No key of a mode has more accidentals than are usual. */
const MOST_ACCIDENTALS = 6;

/** Every key of the same mode that a tune may be moved to, from C upwards. */
export function keysOfMode({ mode }: Pick<Key, 'mode'>): readonly Key[] {
  return (mode === 'major' ? MAJOR_TONICS : MINOR_TONICS)
    .map((tonic): Key => ({ tonic, mode }))
    .filter((key) => Math.abs(signature(key)) <= MOST_ACCIDENTALS);
}

/**
 * The chart text in another key of the same mode: its key, every chord and every change of key move by the interval
 * between the tonics; all else, down to how a chord's kind is written, stays. A text with problems is answered
 * with them. Double accidentals become the plain note of the same sound.
 */
export function transpose(text: string, tonic: NoteName): Outcome<string> {
  const chart = parseChart(text);
  if (!chart.ok) return chart;
  const interval = Interval.distance(chart.value.key.tonic, tonic);
  const move = (note: NoteName) => noteAbove(note, interval);
  return good(
    text
      .split('\n')
      .map((line, i) => movedLine(line, i + 1, move))
      .join('\n'),
  );
}

type Move = (note: NoteName) => NoteName;

function movedLine(line: string, number: number, move: Move): string {
  if (/^\s*[#>]/.test(line)) return line;
  const header = headerLine(line);
  if (header) return header.name === 'key' ? `key: ${movedKey(header.value, move)}` : line;
  let moved = '';
  let done = 0;
  for (const token of scan(line, number)) {
    const from = token.at.column - 1;
    // An ending's number is part of its bar line.
    if (from < done) continue;
    moved += line.slice(done, from) + movedToken(token, line.slice(from, from + token.at.length), move);
    done = from + token.at.length;
  }
  return moved + line.slice(done);
}

function movedToken({ kind, text }: Token, written: string, move: Move): string {
  if (kind === 'symbol') return movedChord(text, move);
  if (kind !== 'change') return written;
  if (/^key\s*:/i.test(text)) return `{key: ${movedKey(text.replace(/^key\s*:/i, ''), move)}}`;
  return /^or\b/i.test(text) ? `{or${text.slice(2).replace(/\S+/g, (chord) => movedChord(chord, move))}}` : written;
}

function movedKey(text: string, move: Move): string {
  const key = parseKey(text);
  if (!key.ok) return text;
  const moved: Key = { ...key.value, tonic: move(key.value.tonic) };
  if (Math.abs(signature(moved)) <= MOST_ACCIDENTALS + 1) return headerKey(moved);
  // More accidentals than a signature holds: the same key by its other name.
  return headerKey(
    keysOfMode(moved).find(({ tonic }) => Interval.semitones(Interval.distance(moved.tonic, tonic))! % 12 === 0)!,
  );
}

const ROOT = /^([A-G][b#♭♯]?)/;
const BASS = /\/([A-G][b#♭♯]?)$/;

/** A chord with its root and bass moved, its kind as it was written. */
function movedChord(text: string, move: Move): string {
  if (!parseChord(text).ok) return text;
  const note = (name: string) => move(plainAccidentals(name));
  return text.replace(BASS, (_, bass: string) => `/${note(bass)}`).replace(ROOT, (root) => note(root));
}
