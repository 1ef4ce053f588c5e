/* A chord that would be struck at once is played note by note, and rings (common practice: finger orders, rolls). */
import { symbolOf } from '../../chord/chord.ts';
import { NOTHING } from './added.ts';
import type { Decoration, Found } from './decoration.ts';
import { gripSound, isUnderTune } from './grips-between.ts';
import { offBeat, type DecorPlace } from './place.ts';

/** Columns: id, name, which notes in turn (of so many, from the lowest), reason. */
const ORDERS: readonly (readonly [string, string, (count: number) => readonly (readonly number[])[], string])[] = [
  [
    'broken-up',
    'broken, from the bass up',
    (count) => Array.from({ length: count }, (_, i) => [i]),
    '{chord} string by string, thumb first, and all of it rings.',
  ],
  [
    'broken-wave',
    'broken, up and down again',
    (count) => [
      ...Array.from({ length: count }, (_, i) => [i]),
      ...Array.from({ length: count - 2 }, (_, i) => [count - 2 - i]),
    ],
    '{chord} string by string, up and down again.',
  ],
  [
    'broken-pinched',
    'outer strings, then the inner ones',
    (count) => [[0, count - 1], ...Array.from({ length: count - 2 }, (_, i) => [i + 1])],
    'The outer strings of {chord} pinched, the inner ones after them.',
  ],
];

const VELOCITY = 72;
/** A chord has so many notes at least that are worth an order. */
const FEWEST = 3;

export const BROKEN: readonly Decoration[] = [
  ...ORDERS.map(([id, name, order, reason]): Decoration => ({
    id,
    name,
    kind: 'broken',
    needs: 'a chord of three notes or more that is struck once',
    reason,
    find: (place) => inOrder(place, order(place.grip.pitches.length)),
  })),
  {
    id: 'rolled',
    name: 'rolled',
    kind: 'broken',
    needs: 'a chord of three notes or more that is struck once, and lasts',
    reason: '{chord} is rolled slowly, from the bass up.',
    find: rolled,
  },
];

function inOrder(place: DecorPlace, order: readonly (readonly number[])[]): Found {
  const { start, end, meter, grip, neck, column, chord, hits, isStruck } = place;
  const step = offBeat(meter);
  // Where it is struck again there is a rhythm already.
  if (!isStruck || hits !== 1) return 'struck';
  if (grip.pitches.length < FEWEST) return 'condition';
  if (order.length * step > end - start) return 'short';
  const whole = gripSound(grip, { start, ticks: end - start, kind: 'ornament' }, { column, neck });
  const plucked = order.map((voices, i) => ({
    ...whole,
    start: start + i * step,
    ticks: end - start - i * step,
    velocity: VELOCITY,
    spreadMs: 0,
    notes: whole.notes.filter(({ voice }) => voices.includes(voice)),
  }));
  // A string sounds until it is plucked again.
  const sounds = plucked.map((sound, i) => {
    const again = plucked.slice(i + 1).find(({ notes }) => notes[0]!.string === sound.notes[0]!.string);
    return again ? { ...sound, ticks: again.start - sound.start } : sound;
  });
  if (!isUnderTune(sounds, place)) return 'tune';
  return [{ variant: '', added: { ...NOTHING, sounds, alone: start }, args: { chord: symbolOf(chord) } }];
}

/** How long a slow roll takes over all strings, in milliseconds; a chord lasts longer than that. */
const ROLL_MS = 240;
const LASTS_MS = 900;

function rolled(place: DecorPlace): Found {
  const { start, end, grip, ms, chord, hits, isStruck } = place;
  if (!isStruck || hits !== 1) return 'struck';
  if (grip.pitches.length < FEWEST) return 'condition';
  if (ms(start, end) < LASTS_MS) return 'short';
  const sounds = [
    gripSound(grip, { start, ticks: end - start, kind: 'ornament', spreadMs: ROLL_MS, velocity: 76 }, place),
  ];
  if (!isUnderTune(sounds, place)) return 'tune';
  return [{ variant: '', added: { ...NOTHING, sounds, alone: start }, args: { chord: symbolOf(chord) } }];
}
