/* Over a chord that is held every voice goes on to the next note of a scale, beat by beat (common practice: ladders, harmonised scales). */
import { symbolOf } from '../../chord/chord.ts';
import { degreePitchClass, type Degree } from '../../pitch/degree.ts';
import { scale } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { pitchClassOf, type Midi, type PitchClass } from '../../pitch/pitch.ts';
import { isCompound, ticksPerBeat } from '../../time/meter.ts';
import { NOTHING } from './added.ts';
import type { Decoration, Found } from './decoration.ts';
import { heldBy, inSteps, isInTime, isUnderTune, type Held } from './grips-between.ts';
import type { DecorPlace } from './place.ts';

/** A scale on which a grip can go on: null where its notes are not on it, or the chord is of another kind. */
type On = (place: DecorPlace) => ReadonlySet<PitchClass> | null;

const classesOf = ({ grip }: DecorPlace) => new Set(grip.pitches.map(pitchClassOf));
const isOn = (place: DecorPlace, notes: ReadonlySet<PitchClass>) => [...classesOf(place)].every((pc) => notes.has(pc));

/** A sixth chord and the diminished seventh of its dominant, eight notes in turn. */
const SIXTH_DIMINISHED: Readonly<Record<'3' | 'b3', readonly Degree[]>> = {
  '3': ['1', '9', '3', '11', '5', 'b13', '6', '7'],
  b3: ['1', '9', 'b3', '11', '5', 'b13', '6', '7'],
};
const SIXTH = { '3': ['1', '3', '5', '6'], b3: ['1', 'b3', '5', '6'] } as const;
const sixthDiminished: On = (place) => {
  const { chord } = place;
  const { third, fifth, seventh, tensions } = chord.kind;
  if ((third !== '3' && third !== 'b3') || fifth !== '5' || seventh !== '6' || tensions.length > 0) return null;
  // Each voice has its own of the four; one may be silent.
  return classesOf(place).size >= 3 &&
    isOn(place, new Set(SIXTH[third].map((degree) => degreePitchClass(chord.root, degree))))
    ? new Set(SIXTH_DIMINISHED[third].map((degree) => degreePitchClass(chord.root, degree)))
    : null;
};
const ofTheKey: On = (place) => {
  const notes = new Set(scale(place.key).map(pitchClass));
  return isOn(place, notes) ? notes : null;
};
/** Its own notes alone: it climbs through its inversions. */
const ownNotes: On = (place) => (classesOf(place).size >= 3 ? classesOf(place) : null);

/** Columns: id, name, scale, how far up each step lies (below 0: down), reason. */
const LADDERS: readonly (readonly [string, string, On, readonly number[], string])[] = [
  [
    'ladder-up',
    'the sixth-diminished ladder, up',
    sixthDiminished,
    [1, 2, 3],
    '{chord} and the diminished chord of its dominant by turns: every voice climbs the scale of eight.',
  ],
  [
    'ladder-down',
    'the sixth-diminished ladder, down',
    sixthDiminished,
    [-1, -2, -3],
    '{chord} and the diminished chord of its dominant by turns: every voice falls along the scale of eight.',
  ],
  [
    'scale-up',
    'the harmonised scale, up',
    ofTheKey,
    [1, 2, 1],
    'Every voice goes up the scale and back, in the shape that stands: {chord} comes home.',
  ],
  [
    'scale-down',
    'the harmonised scale, down',
    ofTheKey,
    [-1, -2, -1],
    'Every voice goes down the scale and back, in the shape that stands: {chord} comes home.',
  ],
  ['climb-up', 'a climb', ownNotes, [1, 2, 3], '{chord} goes on through its own notes, one inversion above the other.'],
  [
    'climb-down',
    'a climb down',
    ownNotes,
    [-1, -2, -3],
    '{chord} falls through its own notes, inversion by inversion.',
  ],
];

const NEEDS: Readonly<Record<string, string>> = {
  ladder: 'a major or minor sixth chord for a bar',
  scale: 'a grip for a bar, all of whose notes are of the key',
  climb: 'a grip for a bar, of three different notes at least',
};

export const LADDERS_WITHIN: readonly Decoration[] = LADDERS.map(([id, name, on, steps, reason]): Decoration => ({
  id,
  name,
  kind: 'passing',
  needs: NEEDS[id.slice(0, id.indexOf('-'))]!,
  reason,
  find: (place) => stepped(place, on, steps),
}));

/** The pitch so many notes further on in a scale. */
export function onward(pitch: Midi, by: number, notes: ReadonlySet<PitchClass>): Midi {
  let [at, left] = [pitch, Math.abs(by)];
  while (left > 0) {
    at += Math.sign(by);
    if (notes.has(pitchClassOf(at))) left--;
  }
  return at;
}

/** A grip with every voice so many notes further on, on its string; null: the hand has none. */
function gripOn({ grip, hand, neck }: DecorPlace, by: number, notes: ReadonlySet<PitchClass>): Held | null {
  const frets = grip.frets.map((fret, s) =>
    fret < 0 ? fret : onward(neck.open[s]! + fret, by, notes) - neck.open[s]!,
  );
  const isOnNeck = frets.every((fret, s) => grip.frets[s]! < 0 || (fret >= 0 && fret < neck.mm.length));
  return isOnNeck ? heldBy(frets, hand) : null;
}

function stepped(place: DecorPlace, on: On, steps: readonly number[]): Found {
  const { start, end, meter, next, isPushed, ms, chord, grip } = place;
  const step = ticksPerBeat(meter);
  // A bar of it, a step a beat; in compound meters there are too few.
  if (isPushed) return 'early';
  if (isCompound(meter) || end - start !== step * (steps.length + 1)) return 'short';
  if (grip.frets.includes(0)) return 'hand';
  const notes = on(place);
  if (notes === null) return 'condition';
  const grips = steps.map((by) => gripOn(place, by, notes));
  if (!grips.every((one) => one !== null)) return 'hand';
  if (!isInTime([grip, ...grips, ...(next ? [next.grip] : [])], ms(start, start + step), place)) return 'fast';
  const sounds = inSteps(grips, start + step, step, 'passing', place);
  if (!isUnderTune(sounds, place)) return 'tune';
  return [{ variant: '', added: { ...NOTHING, sounds, alone: start + step }, args: { chord: symbolOf(chord) } }];
}
