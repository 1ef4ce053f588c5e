/* A chord over another's root or guide tones. */
import { symbolOf } from '../../chord/chord.ts';
import { chordFrom, chordOn, fallsTo, isMinorChord, isPlace, whole, type Move } from './move.ts';

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
