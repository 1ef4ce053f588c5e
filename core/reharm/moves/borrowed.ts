/* Chords lent by the parallel mode, in place of a chord of the key. */
import { symbolOf } from '../../chord/chord.ts';
import type { Role } from '../role.ts';
import { degreeChord, found, isPlace, isTonic, kept, shared, whole, type Move } from './move.ts';
import type { Stray } from './groups.ts';

/** Columns: what is lent (degree and suffix), what it is there, the places it may stand in, stray, why. */
const LENT: readonly (readonly [string, Role, readonly string[], Stray, string])[] = [
  ['IVm7', 'iv-borrowed', ['IV', 'ii'], 2, 'the minor’s iv aches'],
  ['IVm6', 'iv-borrowed', ['IV', 'ii', 'V'], 2, 'the minor’s iv, with the sixth that leads on'],
  ['IVm(maj7)', 'iv-borrowed', ['IV'], 3, 'the minor’s iv, with the key’s own third on top'],
  ['IIm7b5', 'iio', ['ii', 'IV'], 2, 'the minor’s ii, a shade darker'],
  ['bVImaj7', 'borrowed-major', ['vi', 'IV', 'I'], 3, 'the minor’s ♭VI, wide and dark'],
  ['bVII7', 'backdoor', ['V', 'IV', 'vii'], 3, 'the minor’s ♭VII'],
  ['bIIImaj7', 'borrowed-major', ['iii', 'I'], 3, 'the minor’s ♭III'],
  ['bIImaj7', 'borrowed-major', ['ii', 'IV', 'V'], 4, 'the ♭II, a half step above home'],
  ['#IVm7b5', 'sharp-four', ['IV', 'ii', 'I'], 3, '♯IVø, from Lydian'],
];

const lentMoves = LENT.map(([lent, role, places, stray, why]): Move => ({
  id: `borrowed-${lent.replace('#', 's').replace(/[()]/g, '')}`,
  group: 'borrowed',
  name: 'borrowed chord',
  reason: `{new} for {old}: ${why}.`,
  mood: 'from another light',
  stray,
  find: (span) => {
    const { here, single, key, minor } = span;
    if (minor || !single || !isPlace(here, ...places)) return [];
    const chord = degreeChord(key, lent);
    return [{ parts: whole(span, chord, role), args: { new: symbolOf(chord), old: symbolOf(here.chord) } }];
  },
}));

export const BORROWED_MOVES: readonly Move[] = [
  ...lentMoves,
  {
    id: 'minor-plagal',
    group: 'borrowed',
    name: 'IV, then iv',
    reason: 'The third of {old} falls a half step, and again into {target}.',
    mood: 'amen in shadow',
    stray: 2,
    find: (span) => {
      const { here, next, single, key } = span;
      if (!single || !next || !isPlace(here, 'IV') || !isPlace(next, 'I', 'iii')) return [];
      const chord = degreeChord(key, 'IVm6');
      const args = { old: symbolOf(here.chord), new: symbolOf(chord), target: symbolOf(next.chord) };
      return found(shared(span, [kept(span), [chord, 'iv-borrowed']]), args);
    },
  },
  {
    id: 'picardy',
    group: 'borrowed',
    name: 'Picardy third',
    reason: 'The minor tune ends on {new}, in major.',
    mood: 'dawn',
    stray: 2,
    find: (span) => {
      const { here, next, single, minor, key } = span;
      if (!single || !minor || next !== null || !isTonic(here)) return [];
      const chord = degreeChord(key, 'I6');
      return [{ parts: whole(span, chord, 'I'), args: { new: symbolOf(chord) } }];
    },
  },
];
