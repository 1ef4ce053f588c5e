/* Any chord may be preceded, briefly, by one a half step away. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { suffixOf } from '../../chord/kind.ts';
import { pitchClass } from '../../pitch/note.ts';
import { chordFrom, type Found, type Move, type Part } from './move.ts';
import type { Span, SpanChord } from './span.ts';

/** The span's chord, and in its last beats the approaches to the next, one beat each; there is at least a beat left. */
function approached(span: Span, approaches: (next: SpanChord) => readonly Chord[], itself: boolean): readonly Found[] {
  const { here, next, single, beats } = span;
  if (!single || !next || next.degree === here.degree) return [];
  const chords = approaches(next);
  // Two frets in a row that begin on the chord itself are one fret.
  if (chords.length > 1 && pitchClass(chords[0]!.root) === pitchClass(here.chord.root)) return [];
  if (!Number.isInteger(beats) || beats <= chords.length) return [];
  const parts: readonly Part[] = [
    { chord: here.chord, role: here.role, beats: beats - chords.length },
    ...chords.map((chord): Part => ({ chord, role: null, beats: 1, ...(itself && ITSELF) })),
  ];
  return [{ parts, args: { new: chords.map(symbolOf).join(' '), target: symbolOf(next.chord) } }];
}
/** The very grip of what follows, its colour too, a fret or two off. */
const ITSELF = { into: 'moved', asNext: true } as const;
const kindOfNext = ({ chord }: SpanChord) => suffixOf(chord.kind);
const halfStepAway = ({ parts }: Found, next: Chord | null) =>
  next !== null && [1, 11].includes((pitchClass(next.root) - pitchClass(parts.at(-1)!.chord.root) + 12) % 12);

/** Columns: id, name, what is played before the next chord, reason, mood, stray. */
const APPROACHES: readonly (readonly [
  string,
  string,
  (next: SpanChord) => readonly Chord[],
  string,
  string,
  1 | 2 | 3,
])[] = [
  [
    'approach-above',
    'approach from above',
    (next) => [chordFrom(next.chord, '2m', kindOfNext(next))],
    '{new}: {target} itself, a fret higher, slides down into it.',
    'a slide',
    2,
  ],
  [
    'approach-below',
    'approach from below',
    (next) => [chordFrom(next.chord, '-2m', kindOfNext(next))],
    '{new}: {target} itself, a fret lower, slides up into it.',
    'a slide',
    2,
  ],
  [
    'approach-double-above',
    'two frets from above',
    (next) => [chordFrom(next.chord, '2M', kindOfNext(next)), chordFrom(next.chord, '2m', kindOfNext(next))],
    '{new}: {target} itself, two frets in a row from above.',
    'tumbling',
    3,
  ],
  [
    'approach-double-below',
    'two frets from below',
    (next) => [chordFrom(next.chord, '-2M', kindOfNext(next)), chordFrom(next.chord, '-2m', kindOfNext(next))],
    '{new}: {target} itself, two frets in a row from below.',
    'marching up',
    3,
  ],
  [
    'approach-dominant',
    'dominant a half step above',
    (next) => [chordFrom(next.chord, '2m', '9')],
    '{new} falls a half step into {target}.',
    'a nudge',
    3,
  ],
  [
    'approach-minor-major',
    'minor major seventh above',
    (next) => [chordFrom(next.chord, '2m', 'm(maj7)')],
    '{new} falls a half step into {target}; its seventh is the root of {target}.',
    'a dark glint',
    3,
  ],
];

export const APPROACH_MOVES: readonly Move[] = APPROACHES.map(([id, name, approaches, reason, mood, stray]): Move => ({
  id,
  group: 'approach',
  name,
  reason,
  mood,
  stray,
  find: (span) => approached(span, approaches, reason.includes('itself')),
  needsNext: halfStepAway,
}));
