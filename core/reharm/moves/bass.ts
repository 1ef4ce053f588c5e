/* The upper notes stay or hardly move; the bass walks. */
import { symbolOf } from '../../chord/chord.ts';
import { tonesOf } from '../../chord/kind.ts';
import { spell } from '../../pitch/degree.ts';
import { noteAbove, pitchClass } from '../../pitch/note.ts';
import { found, kept, shared, whole, type Move } from './move.ts';

const HALF = [1, 11];
const STEP = [1, 2, 10, 11];

export const BASS_MOVES: readonly Move[] = [
  {
    id: 'bass-slip',
    group: 'bass',
    name: 'bass slip',
    reason: 'The upper notes of {old} stay; the bass alone slips to {bass}, a half step from {target}.',
    mood: 'something shifts underneath',
    stray: 3,
    find: (span) => {
      const { here, next, single } = span;
      if (!single || !next || here.chord.bass !== null || here.family === 'diminished') return [];
      const away = (next.low - here.degree + 12) % 12;
      if (away !== 2 && away !== 10) return [];
      const bass = noteAbove(here.chord.root, away === 2 ? '1A' : '-2m');
      const args = { old: symbolOf(here.chord), bass, target: symbolOf(next.chord) };
      return found(shared(span, [kept(span), [{ ...here.chord, bass }, here.role]]), args);
    },
    needsNext: ({ parts }, next) =>
      next !== null &&
      HALF.includes((pitchClass(next.bass ?? next.root) - pitchClass(parts.at(-1)!.chord.bass!) + 12) % 12),
  },
  {
    id: 'walking-inversion',
    group: 'bass',
    name: 'inversion for the bass',
    reason: '{new}: the bass goes by its {degree} and then by step to {target}.',
    mood: 'walking',
    stray: 1,
    styles: { 'choir-loft': 3, 'open-water': 1 },
    find: (span) => {
      const { here, next, single } = span;
      if (!single || !next || here.chord.bass !== null) return [];
      return tonesOf(here.chord.kind)
        .filter((degree) => degree !== '1')
        .flatMap((degree) => {
          const bass = spell(here.chord.root, degree);
          const step = (pitchClass(next.chord.bass ?? next.chord.root) - pitchClass(bass) + 12) % 12;
          if (!STEP.includes(step)) return [];
          const chord = { ...here.chord, bass };
          const args = { new: symbolOf(chord), degree, target: symbolOf(next.chord) };
          return found(shared(span, [kept(span), [chord, here.role]]), args, degree);
        });
    },
    needsNext: ({ parts }, next) =>
      next !== null &&
      STEP.includes((pitchClass(next.bass ?? next.root) - pitchClass(parts.at(-1)!.chord.bass!) + 12) % 12),
  },
  {
    id: 'third-in-bass',
    group: 'bass',
    name: 'third in the bass',
    reason: '{new}: with its third for its root the chord leans forward.',
    mood: 'leaning',
    stray: 1,
    styles: { 'open-water': 2 },
    find: (span) => {
      const { here, single } = span;
      const third = here.chord.kind.third;
      if (!single || here.chord.bass !== null || (third !== '3' && third !== 'b3') || here.family === 'diminished')
        return [];
      const chord = { ...here.chord, bass: spell(here.chord.root, third) };
      return [{ parts: whole(span, chord, here.role), args: { new: symbolOf(chord) } }];
    },
  },
];
