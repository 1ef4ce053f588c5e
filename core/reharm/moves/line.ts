/* Over one held chord a single voice walks; or one grip without a third moves in parallel. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { noteAbove } from '../../pitch/note.ts';
import {
  bound,
  chordFrom,
  chordOn,
  degreeChord,
  found,
  isMinorChord,
  isPlace,
  isTonic,
  shared,
  type Move,
} from './move.ts';
import type { Span, SpanChord } from './span.ts';

/** Columns: id, over major or minor, the suffixes in turn (`/` a chord an interval away over the held root), the degrees the voice walks, mood. */
const CLICHES: readonly (readonly [string, 'major' | 'minor', readonly string[], string, string])[] = [
  ['line-major-down', 'major', ['', 'maj7', '7', '6'], '1–7–♭7–6', 'sinking gently'],
  ['line-major-up', 'major', ['', 'aug', '6', '7'], '5–♯5–6–♭7', 'rising'],
  ['line-minor-down', 'minor', ['m', 'm(maj7)', 'm7', 'm6'], '1–7–♭7–6', 'a film at night'],
  // The minor chord with a ♯5 is the ♭VI over the held root.
  ['line-minor-up', 'minor', ['m', '/6m', 'm6', 'm7'], '5–♯5–6–♭7', 'suspicion'],
  // On to the ♯5: the ♭VImaj7 over the held root, whose seventh is the fifth that was held.
  ['line-minor-down-on', 'minor', ['m', 'm(maj7)', 'm7', 'm6', '/6m maj7'], '1–7–♭7–6–♯5', 'going under'],
];

const overRoot = ({ root }: Chord, token: string): Chord => {
  const [, interval, suffix = ''] = /^\/(\S+) ?(.*)$/.exec(token) ?? [];
  return interval === undefined ? chordOn(root, token) : { ...chordOn(noteAbove(root, interval), suffix), bass: root };
};
const isOf = (kind: 'major' | 'minor', { family, chord }: SpanChord) =>
  kind === 'major' ? family === 'major' : family === 'minor' && chord.bass === null;

export const LINE_MOVES: readonly Move[] = CLICHES.map(([id, kind, tokens, degrees, mood]): Move => ({
  id,
  group: 'line',
  name: 'walking line',
  reason: `Over {old} one voice walks ${degrees} while the others are held.`,
  mood,
  stray: 1,
  find: (span) => {
    const { here, single } = span;
    if (!single || !isOf(kind, here) || here.chord.bass !== null) return [];
    const chords = tokens.map((token) => [overRoot(here.chord, token), here.role] as const);
    return found(bound(shared(span, chords), 'line'), { old: symbolOf(here.chord) });
  },
}));

const SUS = '7sus4';
/** One shape moved over equal shares of the span. */
const planed = (span: Span, chords: readonly Chord[]) =>
  bound(
    shared(
      span,
      chords.map((chord) => [chord, null]),
    ),
    'moved',
  );
export const PLANING_MOVES: readonly Move[] = [
  {
    id: 'planing-pentatonic',
    group: 'planing',
    name: 'planing on the pentatonic',
    reason: 'One grip without a third, {new}, moved along the minor pentatonic of the key.',
    mood: 'open and hard',
    stray: 4,
    find: (span) => {
      if (!span.single || !isTonic(span.here)) return [];
      const chords = ['I', 'bIII', 'IV', 'V'].map((degree) => degreeChord(span.key, degree + SUS));
      return found(planed(span, chords), { new: chords.map(symbolOf).join(' ') });
    },
  },
  {
    id: 'planing-whole-step',
    group: 'planing',
    name: 'planing a whole step and back',
    reason: 'One grip without a third, {new}: up a whole step, and back.',
    mood: 'floating',
    stray: 3,
    find: (span) => {
      const { here, single } = span;
      if (!single || !(isTonic(here) || isMinorChord(here) || here.family === 'suspended' || isPlace(here, 'V')))
        return [];
      const chords = ['1P', '2M', '1P'].map((interval) => chordFrom(here.chord, interval, SUS));
      return found(planed(span, chords), { new: chords.map(symbolOf).join(' ') });
    },
  },
  {
    id: 'planing-minor-step',
    group: 'planing',
    name: 'the minor seventh up a step and back',
    reason: 'One minor seventh shape, {new}: up a whole step over {old}, and back.',
    mood: 'swinging out',
    stray: 2,
    find: (span) => {
      const { here, single } = span;
      if (!single || !isMinorChord(here) || here.family === 'half-diminished' || here.chord.bass !== null) return [];
      const chords = ['1P', '2M', '1P'].map((interval) => chordFrom(here.chord, interval, 'm7'));
      return found(planed(span, chords), { new: chords.map(symbolOf).join(' '), old: symbolOf(here.chord) });
    },
  },
  {
    id: 'planing-chromatic',
    group: 'planing',
    name: 'planing by half steps',
    reason: 'One grip without a third, {new}: down by half steps into place.',
    mood: 'drifting',
    stray: 4,
    find: (span) => {
      const { here, single } = span;
      if (!single || !(isMinorChord(here) || here.family === 'dominant' || here.family === 'suspended')) return [];
      const chords = ['2M', '2m', '1P'].map((interval) => chordFrom(here.chord, interval, SUS));
      return found(planed(span, chords), { new: chords.map(symbolOf).join(' ') });
    },
  },
];
