/* Chords of the same function share most of their notes. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { tonesOf } from '../../chord/kind.ts';
import { spell } from '../../pitch/degree.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { Role } from '../role.ts';
import { chordFrom, degreeChord, isPlace, whole, type Move } from './move.ts';

/** The notes two chords have in common, named as in the first. */
export function sharedNotes(a: Chord, b: Chord): readonly string[] {
  const notes = (chord: Chord) => tonesOf(chord.kind).map((degree) => spell(chord.root, degree));
  const theirs = notes(b).map(pitchClass);
  return notes(a).filter((note) => theirs.includes(pitchClass(note)));
}

/**
 * Columns: the place it stands in for, what stands in (degree and suffix), what that is there, and why. iii7 is Imaj9 without
 * its root, vi7 is I6, IVmaj7 is ii9 without its root, viiø is V9 without its root (common practice).
 */
const SWAPS: readonly (readonly [string, string, Role, string])[] = [
  ['I', 'IIIm7', 'iii', 'iii7 is Imaj9 without its root'],
  ['I', 'VIm7', 'vi', 'vi7 has the notes of I6'],
  ['iii', 'Imaj7', 'I', 'Imaj7 holds all of iii'],
  ['iii', 'VIm7', 'vi', 'both stand for the tonic'],
  ['vi', 'I6', 'I', 'I6 has the notes of vi7'],
  ['vi', 'IIIm7', 'iii', 'both stand for the tonic'],
  ['ii', 'IVmaj7', 'IV', 'IVmaj7 is ii9 without its root'],
  ['IV', 'IIm7', 'ii', 'ii7 holds all of IV'],
  ['V', 'VIIm7b5', 'vii', 'viiø is V9 without its root'],
  ['vii', 'V7', 'V', 'V9 is viiø over the root that bears it'],
  ['i', 'bIIImaj7', 'bIII', '♭IIImaj7 is i9 without its root'],
  ['i', 'VIm7b5', 'vio', 'viø has the notes of i6'],
  ['i', 'bVImaj7', 'bVI', '♭VImaj7 holds all of i'],
  ['bIII', 'Im7', 'i', 'i7 holds all of ♭III'],
  ['iio', 'IVm6', 'iv', 'iv6 has the notes of iiø'],
  ['iv', 'IIm7b5', 'iio', 'iiø has the notes of iv6'],
  ['V-minor', 'VIIdim7', 'viio', 'vii°7 is V7♭9 without its root'],
  ['viio', 'V7b9', 'V-minor', 'V7♭9 is vii°7 over the root that bears it'],
  ['bVI', 'IVm7', 'iv', 'iv7 holds all of ♭VI'],
];

const swapMoves = SWAPS.map(([place, instead, role, why]): Move => ({
  id: `${instead}-for-${place}`.replace(/[^A-Za-z0-9-]/g, '-'),
  group: 'function',
  name: 'same function',
  reason: `{new} for {old}: ${why}; they share {shared}.`,
  mood: 'close by',
  stray: 1,
  find: (span) => {
    const { here, single, key } = span;
    if (!single || !isPlace(here, place)) return [];
    const chord = degreeChord(key, instead);
    const args = {
      new: symbolOf(chord),
      old: symbolOf(here.chord),
      shared: sharedNotes(here.chord, chord).join(' '),
    };
    return [{ parts: whole(span, chord, role), args }];
  },
}));

export const FUNCTION_MOVES: readonly Move[] = [
  ...swapMoves,
  {
    id: 'major-seventh-above',
    group: 'function',
    name: 'major seventh a third above',
    reason: '{new} lies a minor third above {old}: over its root it is the minor ninth chord.',
    mood: 'lighter',
    stray: 2,
    find: (span) => {
      const { here, single } = span;
      if (!single || here.family !== 'minor' || !isPlace(here, 'ii', 'iii', 'vi', 'i', 'iv')) return [];
      const chord = chordFrom(here.chord, '3m', 'maj7');
      const args = { new: symbolOf(chord), old: symbolOf(here.chord) };
      return [{ parts: whole(span, chord, isPlace(here, 'ii') ? 'IV' : null), args }];
    },
  },
];
