import { masksOf, symbolOf, type Chord } from '../../chord/chord.ts';
import { scaleThrough } from '../../chord/scale-over.ts';
import { smallShapes } from '../../grip/small-shapes.ts';
import type { ShapeLibrary } from '../../grip/library.ts';
import { notesOf } from '../../grip/traits.ts';
import { formatKey, type Key } from '../../pitch/key.ts';
import { degreePitchClass } from '../../pitch/degree.ts';
import { pitchClass } from '../../pitch/note.ts';
import { pitchClassOf, type Midi, type PitchClass } from '../../pitch/pitch.ts';
import { remembered } from '../../remember.ts';
import type { Column } from '../../take/columns.ts';
import type { Small } from '../../take/small.ts';
import { isInVoices } from '../../texture.ts';
import { hasBass, isBare } from '../two-parts.ts';
import { keepWhere, type Rule } from './rule.ts';

/**
 * Two notes in the place of a grip: of the chord where it is new, so that it is heard; after that also of the scale, where they
 * pass by step, and in tenths a half step below (the implied diminished). Where a tune is carried its note is the upper one.
 */
export function smallRules({ small, carry, slot }: Pick<Column, 'small' | 'carry' | 'slot'>): readonly Rule[] {
  if (small === null) return [];
  const carried = carry?.pitch ?? null;
  return [
    {
      key: `small ${small.texture} ${small.opens} ${formatKey(slot.key)} ${carried}`,
      ...(carried !== null && { givesTop: true }),
      narrow(shapes, chord, library) {
        const own = shapesFor(small, chord, slot.key, library, carried);
        if (carried === null) return own.length > 0 ? own : shapes;
        const carrying = own.filter((shape) => library.top[shape] === carried);
        if (carrying.length > 0) return carrying;
        // Nothing so far apart is there under this note: any two notes that carry it.
        return keepWhere(shapes, (shape) => library.lowest[shape]! < carried && notesOf(library.traits[shape]!) === 2);
      },
    },
    ...(small.opens && hasBass(small.texture) ? [slot.opensPhrase ? AT_ROOT : INVERTED] : []),
    ...(small.opens && isInVoices(small.texture) ? [HOLLOW] : []),
  ];
}

const shapesIn = remembered((_: ShapeLibrary) => new Map<string, Uint32Array>());

function shapesFor(small: Small, chord: Chord, key: Key, library: ShapeLibrary, carried: Midi | null): Uint32Array {
  const known = shapesIn(library);
  const name = `${small.texture} ${small.opens} ${symbolOf(chord)} ${formatKey(key)} ${carried}`;
  const found = known.get(name);
  if (found) return found;
  const made = smallShapes(small.texture, wantedOf(small, chord, key, carried), library);
  known.set(name, made);
  return made;
}

const MINOR_TENTH = 15;

/** Which two notes may stand over a chord, by their pitch classes. */
function wantedOf({ texture, opens }: Small, chord: Chord, key: Key, carried: Midi | null) {
  const { allowed, bass } = masksOf(chord);
  const through = scaleThrough(chord, key);
  const isTone = (pc: PitchClass) => (allowed & (1 << pc)) !== 0;
  // Over a bass that is written there need be no tone of the chord at that distance.
  const passes = !opens || isInVoices(texture) || carried !== null || bass !== null;
  const isIn = (pc: PitchClass) => isTone(pc) || (passes && through.has(pc));
  return (low: PitchClass, high: PitchClass, apart: number): boolean => {
    // What is held cannot resolve.
    if (opens && isInVoices(texture) && !isTone(texture === 'low-moves' ? high : low)) return false;
    // The bass that is written is there where the chord begins.
    if (opens && bass !== null && hasBass(texture) && low !== bass) return false;
    if (carried !== null && high === pitchClassOf(carried)) return isIn(low);
    if (isIn(low) && isIn(high)) return true;
    // A half step below what the bass goes to, with a minor tenth above: the diminished chord is implied.
    return texture === 'tenths' && !opens && apart === MINOR_TENTH && isIn(high) && isIn((low + 1) % 12);
  };
}

const lowestIs = (of: (chord: Chord) => readonly PitchClass[], key: string, missed = 1): Rule => ({
  key,
  term: 'bass',
  price(shapes, chord, { lowest }) {
    const basses = of(chord);
    return Array.from(shapes, (shape) => (basses.includes(lowest[shape]! % 12) ? 0 : missed));
  },
});
const rootOf = ({ root, bass }: Chord) => pitchClass(bass ?? root);
/** What lies lowest where the chord is new, if not its root: its third leads on, all else says another chord. */
const INVERTED = lowestIs((chord) => {
  const { third } = chord.kind;
  return third === null ? [rootOf(chord)] : [rootOf(chord), degreePitchClass(chord.root, third)];
}, 'small bass');
/** A phrase begins on its root. */
const AT_ROOT = lowestIs((chord) => [rootOf(chord)], 'small root', 4);

/** Two voices that begin a chord in a fifth or an octave say half of what others do. */
const HOLLOW: Rule = {
  key: 'hollow',
  term: 'bare',
  price: (shapes, _, { lowest, top }) =>
    Array.from(shapes, (shape) => (isBare(top[shape]! - lowest[shape]!) ? 1 / 2 : 0)),
};
