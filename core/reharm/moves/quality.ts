/* The same root, major for minor or minor for major. */
import type { Role } from '../role.ts';
import { chordOn, isPlace, whole, type Move } from './move.ts';

/** Columns: id, place, suffix, what it is then, name, reason, mood. */
const FLIPS: readonly (readonly [string, string, string, Role, string, string, string])[] = [
  ['lift-ii', 'ii', '', 'lifting', 'ii made major', 'II for ii: the raised third lifts.', 'hopeful'],
  [
    'lift-ii-7',
    'ii',
    '7',
    'lifting',
    'ii made dominant',
    'II7 for ii: the raised third lifts, the seventh leans on.',
    'striding',
  ],
  ['lift-iii', 'iii', '', 'lifting', 'iii made major', 'III for iii: the raised third lifts.', 'a sudden light'],
  [
    'lift-iii-7',
    'iii',
    '7',
    'lifting',
    'iii made dominant',
    'III7 for iii: the raised third lifts, the seventh leans on.',
    'aching upwards',
  ],
  ['lift-vi', 'vi', '', 'lifting', 'vi made major', 'VI for vi: the raised third lifts.', 'bright'],
  [
    'lift-vi-7',
    'vi',
    '7',
    'lifting',
    'vi made dominant',
    'VI7 for vi: the raised third lifts, the seventh leans on.',
    'rolling',
  ],
  ['darken-iv', 'IV', 'm6', 'iv-borrowed', 'IV made minor', 'iv for IV: the lowered third aches.', 'wistful'],
  ['darken-v', 'V', 'm7', 'v', 'V made minor', 'v for V: without its leading tone it looks back.', 'looking back'],
  ['brighten-iv', 'iv', '7', 'IV-minor', 'iv made dominant', 'IV7 for iv: the Dorian sixth.', 'earthy'],
  ['sharpen-v', 'v', '7', 'V-minor', 'v made dominant', 'V7 for v: the leading tone wants home.', 'urgent'],
  [
    'sharp-nine-v',
    'v',
    '7#9',
    'V-minor',
    'V7♯9 for a minor v',
    'V7♯9 for v: it holds the minor third and the leading tone at once.',
    'rough',
  ],
];

export const QUALITY_MOVES: readonly Move[] = FLIPS.map(([id, place, suffix, role, name, reason, mood]): Move => ({
  id,
  group: 'quality',
  name,
  reason,
  mood,
  stray: 2,
  find: (span) => {
    const { here, single, next } = span;
    if (!single || !isPlace(here, place)) return [];
    const chord = chordOn(here.chord.root, suffix);
    // A seventh chord that falls a fifth is a secondary dominant, with the tensions of one.
    const leads = next !== null && (next.degree - here.degree + 12) % 12 === 5 && role === 'lifting';
    const target = next?.family === 'minor' ? (isPlace(next, 'ii') ? 'V-of-ii' : 'V-of-minor') : 'V-of-major';
    return [{ parts: whole(span, chord, leads ? target : role) }];
  },
}));
