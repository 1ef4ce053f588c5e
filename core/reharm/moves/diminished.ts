/* Diminished sevenths: between, before and in place of other chords. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { noteAbove, pitchClass, type NoteName } from '../../pitch/note.ts';
import {
  bound,
  chordFrom,
  chordOn,
  degreeChord,
  fallsTo,
  found,
  isPlace,
  isTonic,
  kept,
  shared,
  whole,
  type Move,
  type Part,
} from './move.ts';
import { evenly } from './span.ts';

export const DIMINISHED_MOVES: readonly Move[] = [
  {
    id: 'rising-diminished',
    group: 'diminished',
    name: 'rising diminished',
    reason: '{new} fills the half step between {old} and {target}, and leads up into it.',
    mood: 'climbing',
    stray: 2,
    styles: { dancehall: 2, 'choir-loft': 3 },
    find: (span) => {
      const { here, next, single } = span;
      if (!single || !next || !here.place || !next.place || here.family === 'diminished') return [];
      // From the root: ♯I°7, ♯II°7, ♯IV°7, ♯V°7.
      if ((next.low - here.degree + 12) % 12 !== 2 || here.chord.bass !== null) return [];
      const chord = chordFrom(here.chord, '1A', 'dim7');
      const args = { new: symbolOf(chord), old: symbolOf(here.chord), target: symbolOf(next.chord) };
      return found(shared(span, [kept(span), [chord, 'dim']]), args);
    },
    needsNext: ({ parts }, next) => next !== null && sameBass(next, noteAbove(parts.at(-1)!.chord.root, '2m')),
  },
  {
    id: 'blues-diminished',
    group: 'diminished',
    name: 'diminished on the way back',
    reason: '{new} climbs a half step from {old} and falls back into {target}: the blues way home.',
    mood: 'strutting',
    stray: 2,
    find: (span) => {
      const { here, next, single, key } = span;
      if (!single || here.role !== 'blues-IV' || next?.role !== 'blues-I') return [];
      const chord = degreeChord(key, '#IVdim7');
      const args = { new: symbolOf(chord), old: symbolOf(here.chord), target: symbolOf(next.chord) };
      return found(shared(span, [kept(span), [chord, 'dim']]), args);
    },
    needsNext: ({ parts }, next) => next !== null && sameRoot(noteAbove(next.root, '4A'), parts.at(-1)!.chord.root),
  },
  {
    id: 'falling-diminished',
    group: 'diminished',
    name: 'falling diminished',
    reason: '{new} falls by half steps from {old} to {target}.',
    mood: 'easing down',
    stray: 2,
    find: (span) => {
      const { here, next, single, key } = span;
      if (!single || !next || !isPlace(next, 'ii') || !(isPlace(here, 'iii', 'I') || here.low === 4)) return [];
      const chord = degreeChord(key, 'bIIIdim7');
      const args = { new: symbolOf(chord), old: symbolOf(here.chord), target: symbolOf(next.chord) };
      return found(shared(span, [kept(span), [chord, 'dim']]), args);
    },
    needsNext: ({ parts }, next) => next !== null && sameBass(next, noteAbove(parts.at(-1)!.chord.root, '-2m')),
  },
  {
    id: 'common-tone-diminished',
    group: 'diminished',
    name: 'common-tone diminished',
    reason: '{new} keeps the root of {old} while the other notes sway.',
    mood: 'swaying',
    stray: 2,
    find: (span) => {
      const { here, single } = span;
      if (!single || !isTonic(here)) return [];
      const chord = chordOn(here.chord.root, 'dim7');
      const args = { new: symbolOf(chord), old: symbolOf(here.chord) };
      return [
        ...found(shared(span, [[chord, 'dim'], kept(span)]), args, 'first'),
        ...found(span.beats >= 4 ? shared(span, [kept(span), [chord, 'dim'], kept(span)]) : null, args, 'between'),
      ];
    },
  },
  {
    id: 'leading-diminished',
    group: 'diminished',
    name: 'leading-tone diminished',
    reason: '{new} leads up a half step to {target}: its dominant ♭9 without the root.',
    mood: 'tightening',
    stray: 2,
    find: (span) => {
      const { next, here, single } = span;
      if (
        !single ||
        !next ||
        next.degree === here.degree ||
        next.family === 'diminished' ||
        next.family === 'half-diminished'
      )
        return [];
      const chord = chordFrom(next.chord, '-2m', 'dim7');
      return found(shared(span, [kept(span), [chord, 'dim']]), { new: symbolOf(chord), target: symbolOf(next.chord) });
    },
    needsNext: ({ parts }, next) => next !== null && sameRoot(next.root, noteAbove(parts.at(-1)!.chord.root, '2m')),
  },
  {
    id: 'diminished-for-dominant',
    group: 'diminished',
    name: 'diminished for the dominant',
    reason: '{new} is {old} with a ♭9 and without its root; the same shape comes back every three frets.',
    mood: 'coiled',
    stray: 2,
    find: (span) => {
      const target = fallsTo(span);
      if (!target || span.here.role === 'substitute') return [];
      const first = chordFrom(span.here.chord, '3M', 'dim7');
      const ladder = ['1P', '3m', '5d', '6M'].map((interval) => chordFrom(first, interval, 'dim7'));
      const args = { new: symbolOf(first), old: symbolOf(span.here.chord) };
      return [
        { parts: whole(span, first, 'dim' as const), args, variant: 'alone' },
        ...found(
          shared(
            span,
            ladder.slice(0, 2).map((chord) => [chord, 'dim']),
          ),
          args,
          'two',
        ),
        ...found(
          shared(
            span,
            ladder.map((chord) => [chord, 'dim']),
          ),
          args,
          'four',
        ),
      ];
    },
  },
  {
    id: 'sixth-diminished-ladder',
    group: 'diminished',
    name: 'sixth–diminished ladder',
    reason: 'Inversions of {old} with a sixth alternate with {new}: every step of the scale has a chord.',
    mood: 'strolling',
    stray: 2,
    styles: { dancehall: 3 },
    find: (span) => {
      const { here, single, key, minor } = span;
      if (!single || !isTonic(here) || here.family === 'dominant') return [];
      const six = chordOn(key.tonic, minor ? 'm6' : '6');
      const third = noteAbove(key.tonic, minor ? '3m' : '3M');
      const dim = [degreeChord(key, 'IIdim7'), degreeChord(key, 'IVdim7')] as const;
      const role = minor ? 'i' : 'I';
      const steps = [
        [six, role],
        [dim[0], 'dim'],
        [{ ...six, bass: third }, role],
        [dim[1], 'dim'],
      ] as const;
      const args = { old: symbolOf(here.chord), new: symbolOf(dim[0]) };
      const top = [{ ...six, bass: noteAbove(key.tonic, '5P') }, role] as const;
      const eight = [...steps, top, steps[3], steps[2], steps[1]];
      return [
        ...found(bound(shared(span, steps), 'top-rises'), args, 'four'),
        ...found(evenly(span.beats, 8) ? upAndDown(shared(span, eight)) : null, args, 'eight'),
      ];
    },
  },
];

/** Eight steps of a ladder: up to the fifth, and down again. */
const upAndDown = (parts: readonly Part[] | null) =>
  bound(parts, 'top-rises')?.map((part, i) => (i >= 4 && part.into ? { ...part, into: 'top-falls' as const } : part)) ??
  null;

const sameRoot = (a: NoteName, b: NoteName) => pitchClass(a) === pitchClass(b);
const sameBass = ({ root, bass }: Chord, note: NoteName) => sameRoot(bass ?? root, note);
