import type { Chord } from '../chord/chord.ts';
import type { Place } from '../problem.ts';
import { ticksPerBeat, type Meter } from '../time/meter.ts';
import type { Entry } from './chart.ts';
import type { Token } from './scan.ts';
import { sharesOf } from './shares.ts';

/** The entries of a bar with their shares; a dot lengthens the entry before it. Null: they do not share it. */
export function shareOut(
  tokens: readonly Token[],
  meter: Meter,
  chordOf: (text: string, at: Place) => Chord | null,
  beats?: number,
): readonly Entry[] | null {
  const shares = sharesOf(tokens.length, meter, beats);
  if (shares === null) return null;
  const perBeat = ticksPerBeat(meter);
  const entries: { chord: Chord | null; beats: number }[] = [];
  tokens.forEach(({ text, at }, i) => {
    if (text === '.' && entries.length > 0) entries.at(-1)!.beats += shares[i]!;
    else entries.push({ chord: text === '.' ? null : chordOf(text, at), beats: shares[i]! });
  });
  let tick = 0;
  return entries.map((entry) => {
    const ticks = Math.round(entry.beats * perBeat);
    const placed: Entry = { chord: entry.chord, tick, ticks, beat: 1 + tick / perBeat, beats: ticks / perBeat };
    tick += ticks;
    return placed;
  });
}

/** The chords of `or Ab7 G7`, each at its place. */
export function innerTokens({ text, at }: Token): Token[] {
  return [...text.slice(2).matchAll(/\S+/g)].map((match): Token => {
    // The brace and the word stand before it.
    const column = at.column + 1 + 2 + match.index;
    return { kind: 'symbol', text: match[0], at: { line: at.line, column, length: match[0].length } };
  });
}

/** From the first token to the end of the last. */
export function spanOf(tokens: readonly Token[]): Place {
  const [first, last] = [tokens[0]!.at, tokens.at(-1)!.at];
  return { line: first.line, column: first.column, length: last.column + last.length - first.column };
}
