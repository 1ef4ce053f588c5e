/* A chord over another's root or guide tones; and one note that rings through several chords. */
import { symbolOf } from '../../chord/chord.ts';
import { tonesOf } from '../../chord/kind.ts';
import { semitones } from '../../pitch/degree.ts';
import { pitchClass } from '../../pitch/note.ts';
import { colourKinds } from '../colours.ts';
import { chordFrom, chordOn, fallsTo, isMinorChord, isPlace, whole, type Found, type Move, type Part } from './move.ts';
import type { Span } from './span.ts';

/** Columns: the triad above the guide tones as an interval over the root, its kind, the chord it makes, whether that needs a resolution, why. */
const TRIADS: readonly (readonly [string, string, string, boolean, string])[] = [
  ['2M', '', '13#11', false, '9, ♯11 and 13'],
  ['6m', '', '7#9b13', true, '♭13, root and ♯9'],
  ['6M', '', '13b9', true, '13, ♭9 and 3'],
  ['5d', '', '7b9#11', true, '♯11, ♭7 and ♭9'],
  ['3M', 'aug', '7b13', true, '3, ♭13 and root'],
];

const triadMoves = TRIADS.map(([interval, kind, suffix, resolves, degrees]): Move => ({
  id: `upper-${suffix.replaceAll('#', 's')}`,
  group: 'upper',
  name: 'triad over the guide tones',
  reason: `The {triad} triad over the third and seventh of {old} gives ${degrees}.`,
  mood: 'stained glass',
  stray: 2,
  find: (span) => {
    const { here, single } = span;
    if (!single || (here.family !== 'dominant' && !isPlace(here, 'V', 'V-minor'))) return [];
    const target = fallsTo(span);
    if (resolves && (!target || here.role === 'substitute')) return [];
    if (suffix.startsWith('13') && target && isMinorChord(target)) return [];
    const triad = chordFrom(here.chord, interval, kind);
    const chord = chordOn(here.chord.root, suffix);
    return [{ parts: whole(span, chord, here.role), args: { triad: symbolOf(triad), old: symbolOf(here.chord) } }];
  },
}));

export const UPPER_MOVES: readonly Move[] = [
  {
    id: 'upper-major-seventh',
    group: 'upper',
    name: 'major seventh over the minor root',
    reason: '{new}: the major seventh chord on its third over the root of {old} is the minor ninth chord.',
    mood: 'clear',
    stray: 1,
    find: (span) => {
      const { here, single } = span;
      if (!single || here.family !== 'minor' || here.chord.bass !== null || !isPlace(here, 'ii', 'vi', 'i', 'iv'))
        return [];
      const chord = { ...chordFrom(here.chord, '3m', 'maj7'), bass: here.chord.root };
      return [{ parts: whole(span, chord, null), args: { new: symbolOf(chord), old: symbolOf(here.chord) } }];
    },
  },
  ...triadMoves,
];

/** Notes of the open strings, from the highest. */
const OPEN_NOTES = ['E', 'B', 'G', 'D', 'A'] as const;

/** One pitch that a steady colour of every chord in the span holds. */
function threaded(span: Span, note: string): Found | null {
  const parts: Part[] = [];
  for (const [i, { chord, role, beats }] of span.chords.entries()) {
    const next = span.chords[i + 1]?.chord ?? span.next?.chord ?? null;
    const above = (pitchClass(note) - pitchClass(chord.root) + 12) % 12;
    const colour = colourKinds(chord, { role, next, key: span.key }).find(([, kind]) =>
      tonesOf(kind).some((degree) => semitones(degree) === above),
    );
    if (!colour) return null;
    parts.push({ chord: { ...chord, kind: colour[1] }, role, beats });
  }
  return { parts, variant: note, args: { note, new: parts.map((part) => symbolOf(part.chord)).join(' ') } };
}

export const THREAD_MOVES: readonly Move[] = [
  {
    id: 'thread',
    group: 'thread',
    name: 'thread',
    reason: '{note}, an open string, rings through {new}.',
    mood: 'a light in the window',
    stray: 0,
    find: (span) => (span.chords.length < 2 ? [] : OPEN_NOTES.flatMap((note) => threaded(span, note) ?? [])),
  },
];
