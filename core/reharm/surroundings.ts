import type { ReadSlot } from '../reading/read.ts';
import type { PlaceName } from '../reading/place.ts';
import { formatKey } from '../pitch/key.ts';

/** What stands around a chord that bears on its colour. */
export type Surrounding = 'natural-minor' | 'written-line' | 'over-pedal';

/** Columns: what it is called, why it bears on the colour, when it holds. All are common practice. */
const SURROUNDINGS: readonly {
  readonly name: Surrounding;
  readonly reason: string;
  readonly holds: (slots: readonly ReadSlot[], i: number) => boolean;
}[] = [
  {
    name: 'natural-minor',
    reason: 'beside ♭VI and ♭VII, or a minor v, the sixth and seventh of the key are not raised: no m6, no m(maj7)',
    holds: (slots, i) => {
      const places = new Set(placesNear(slots, i));
      const isNatural = (places.has('bVI') && places.has('bVII')) || places.has('v');
      return isNatural && !RAISED.some((place) => places.has(place));
    },
  },
  {
    name: 'written-line',
    reason: 'the chart writes out how a voice walks: m, m(maj7), m7, m6',
    holds: (slots, i) => kindsInRun(slots, i) >= WRITTEN_LINE,
  },
  {
    name: 'over-pedal',
    reason: 'over a held bass the plain chord is the sound',
    holds: (slots, i) => slots[i]!.reading?.outside?.kind === 'pedal',
  },
];

/** Places that raise the sixth or the seventh of a minor key. */
const RAISED: readonly PlaceName[] = ['V-minor', 'viio', 'IV-minor', 'vio'];
/** How many chords to either side are about a chord. */
const NEAR = 6;
/** So many kinds of chord on one root are a line. */
const WRITTEN_LINE = 3;

function placesNear(slots: readonly ReadSlot[], i: number): readonly PlaceName[] {
  const key = formatKey(slots[i]!.key);
  // A form is played again: after its end comes its beginning.
  const reach = Math.min(NEAR, Math.floor(slots.length / 2));
  const near = Array.from({ length: 2 * reach + 1 }, (_, k) => slots.at((i + k - reach) % slots.length)!);
  return near.flatMap((slot) => (slot.place && formatKey(slot.key) === key ? [slot.place.name] : []));
}

/** How many kinds of chord stand one after another on the root of slot `i`, over the same third. */
function kindsInRun(slots: readonly ReadSlot[], i: number): number {
  const chord = slots[i]!.entry.chord;
  const isAlike = (slot: ReadSlot | undefined) =>
    slot?.entry.chord?.root === chord?.root && slot?.entry.chord?.kind.third === chord?.kind.third;
  let [from, to] = [i, i];
  while (isAlike(slots[from - 1])) from--;
  while (isAlike(slots[to + 1])) to++;
  return new Set(slots.slice(from, to + 1).map(({ symbol }) => symbol)).size;
}

/** What stands around a slot of the chart. */
export function surroundingsOf(slots: readonly ReadSlot[], i: number): readonly Surrounding[] {
  if (slots[i]!.entry.chord === null) return [];
  return SURROUNDINGS.filter(({ holds }) => holds(slots, i)).map(({ name }) => name);
}
