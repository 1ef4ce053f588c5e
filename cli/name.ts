import {
  bad,
  good,
  musical,
  namesOf,
  parseFrets,
  parseKey,
  parseNote,
  pitchClass,
  problem,
  problemText,
  readPlayer,
  STANDARD_TUNING,
  type Midi,
  type NoteName,
  type Outcome,
  type Sounding,
} from '../core/index.ts';
import { UsageError, type Answer } from './verb.ts';
import { table } from './table.ts';

interface Context {
  readonly key?: string | undefined;
  readonly bass?: string | undefined;
  readonly tuning?: string | undefined;
}

/** `name GRIP-OR-NOTES`: what it may be called, the best first. */
export function name(text: string, context: Context): Answer {
  const key = context.key === undefined ? undefined : parseKey(context.key);
  if (key && !key.ok) return key;
  const below = context.bass === undefined ? undefined : parseNote(context.bass);
  if (below === null) return bad(problem('note-unknown', { text: context.bass! }));
  const sounding = soundingOf(text, tuningOf(context.tuning));
  if (!sounding.ok) return sounding;
  const { written, ...notes } = sounding.value;
  const names = namesOf(notes, { ...(key && { key: key.value }), ...(below !== undefined && { below }), written });
  const json = names.map(({ chord, symbol, missing, score }) => ({
    symbol,
    root: chord.root,
    bass: chord.bass ?? chord.root,
    missing,
    score,
  }));
  const rows = json.map(({ symbol, missing, score }) => [symbol, missing.map(musical).join(' '), score]);
  return {
    json,
    text: json.length === 0 ? 'no common name\n' : table([['name', 'without', 'score'], ...rows]),
  };
}

function tuningOf(text: string | undefined): readonly Midi[] {
  if (text === undefined) return STANDARD_TUNING;
  const player = readPlayer({ tuning: text });
  if (!player.ok) throw new UsageError(`--tuning: ${player.problems.map(problemText).join(' ')}`);
  return player.value.tuning;
}

/** A grip on a tuning, or note names with the lowest first. */
function soundingOf(
  text: string,
  tuning: readonly Midi[],
): Outcome<Sounding & { readonly written: readonly NoteName[] }> {
  const frets = parseFrets(text);
  if (frets !== null) {
    if (frets.length !== tuning.length)
      return bad(problem('grip-strings', { text, count: frets.length, strings: tuning.length }));
    const pitches = frets.flatMap((fret, s) => (fret < 0 ? [] : [tuning[s]! + fret]));
    if (pitches.length === 0) return bad(problem('grip-silent', { text }));
    const mask = pitches.reduce((bits, pitch) => bits | (1 << (pitch % 12)), 0);
    return good({ mask, bass: Math.min(...pitches) % 12, written: [] });
  }
  const words = text.trim().split(/[\s,]+/);
  const notes = words.map(parseNote);
  const wrong = words.find((_, i) => notes[i] === null);
  // With dashes it was meant as a grip.
  if (wrong !== undefined) return bad(problem(/-/.test(text) ? 'grip-unknown' : 'note-unknown', { text: wrong }));
  const written = notes as NoteName[];
  const mask = written.reduce((bits, note) => bits | (1 << pitchClass(note)), 0);
  return good({ mask, bass: pitchClass(written[0]!), written });
}
