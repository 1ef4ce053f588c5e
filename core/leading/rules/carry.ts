import { masksOf, symbolOf, type Chord } from '../../chord/chord.ts';
import { pitchesOf } from '../../grip/grips.ts';
import type { ShapeLibrary } from '../../grip/library.ts';
import { notesOf } from '../../grip/traits.ts';
import { FreeHand } from '../../neck/free-notes.ts';
import { pitchClassOf, type Midi } from '../../pitch/pitch.ts';
import { remembered } from '../../remember.ts';
import { pitchClass } from '../../pitch/note.ts';
import { playedFrom, type Carry } from '../../take/carry.ts';
import type { Column } from '../../take/columns.ts';
import type { NoteWay } from '../../take/layers/note.ts';
import { keepWhere, type Rule } from './rule.ts';

/** A grip under a melody note has two to five notes, that note among them (common practice). */
const MOST_NOTES = 5;

/**
 * The shapes that carry a note over a chord: it is their highest, all else is of the chord. In the library's order; empty
 * where the hand has none.
 */
export function carryingShapes(chord: Chord, pitch: Midi, library: ShapeLibrary): Uint32Array {
  const known = shapesIn(library);
  const name = `${symbolOf(chord)} ${pitch}`;
  const found = known.get(name);
  if (found) return found;
  const own = 1 << pitchClassOf(pitch);
  const allowed = masksOf(chord).allowed | own;
  const { start, order, top, traits } = library;
  const shapes: number[] = [];
  for (let mask = allowed; mask > 0; mask = (mask - 1) & allowed) {
    if ((mask & own) === 0 || mask === own) continue;
    for (let i = start[mask]!; i < start[mask + 1]!; i++) {
      const shape = order[i]!;
      if (top[shape] === pitch && notesOf(traits[shape]!) <= MOST_NOTES) shapes.push(shape);
    }
  }
  const made = Uint32Array.from(shapes).sort();
  known.set(name, made);
  return made;
}
const shapesIn = remembered((_: ShapeLibrary) => new Map<string, Uint32Array>());

const handOf = remembered(({ hand }: ShapeLibrary) => new FreeHand(hand));

/** The melody lies on top: a rule, never a price. What is played from the grip, and what of the chord it leaves unsaid, has one. */
export function carryRules({ carry }: Pick<Column, 'carry'>): readonly Rule[] {
  if (carry === null) return [];
  return [
    ...(carry.pitch === null ? [underRule(carry.ceiling)] : [onTop(carry.pitch), ...inWay(carry.way, carry.pitch)]),
    ...(carry.free.length + carry.basses.length > 0 ? [freeRule(carry)] : []),
    ...(carry.pitch === null || carry.way === 'octave' ? [] : [saysRule(carry.opens), THIN]),
  ];
}

const onTop = (pitch: Midi): Rule => ({
  key: `carry ${pitch}`,
  givesTop: true,
  narrow: (_, chord, library) => carryingShapes(chord, pitch, library),
});

/** Whether a grip (its pitches ascending) carries its note as the player says; what is said of no grip it always does. */
export function isCarriedSo(way: NoteWay, chord: Chord, pitches: readonly Midi[]): boolean {
  if (way === 'bass') return pitchClassOf(pitches[0]!) === pitchClass(chord.bass ?? chord.root);
  if (way === 'two') return pitches.length === 2;
  if (way === 'octave') return pitches.length === 2 && pitches[1]! - pitches[0]! === 12;
  return true;
}

/** What the player says of one note; where no grip is so, all that carry it stand. */
function inWay(way: NoteWay | null, pitch: Midi): readonly Rule[] {
  if (way === 'octave')
    return [{ key: `octave ${pitch}`, narrow: (shapes, _, library) => octavesOf(pitch, library) ?? shapes }];
  if (way !== 'bass' && way !== 'two') return [];
  const narrow: Rule['narrow'] = (shapes, chord, library) =>
    keepWhere(shapes, (shape) => isCarriedSo(way, chord, pitchesOf(library, shape)));
  return [{ key: `way ${way}`, narrow }];
}

/** The shapes of a note and its octave below, whatever the chord; null where the hand has none. */
function octavesOf(pitch: Midi, { start, order, top, lowest, traits }: ShapeLibrary): Uint32Array | null {
  const own = 1 << pitchClassOf(pitch);
  const shapes = order
    .slice(start[own], start[own + 1])
    .filter((shape) => top[shape] === pitch && lowest[shape] === pitch - 12 && notesOf(traits[shape]!) === 2);
  return shapes.length > 0 ? shapes.sort() : null;
}

const underRule = (ceiling: Midi | null): Rule => ({
  key: `under ${ceiling}`,
  narrow: (shapes, _, { top }) => (ceiling === null ? shapes : keepWhere(shapes, (shape) => top[shape]! < ceiling)),
});

/** No way to play a note costs more than this, in units. */
const NOT_ON_THE_NECK = 100;

function freeRule(carry: Carry): Rule {
  const asked = playedFrom(carry).map((one) => ('bass' in one ? { bass: one.bass } : one.pitch));
  return {
    key: `free ${asked.map((one) => (typeof one === 'number' ? one : `bass ${one.bass}`)).join()}`,
    term: 'free',
    price(shapes, _, library) {
      const hand = handOf(library);
      const { frets, fingers, strings } = library;
      return Float64Array.from(shapes, (shape) =>
        Math.min(NOT_ON_THE_NECK, hand.effort(frets, fingers, asked, shape * strings)),
      );
    },
  };
}

/** Steps below the second string by string, the thinnest first: the first two and, hardly less, the third sing (common practice). */
const BELOW = [0, 0, 1, 3, 6, 8, 10] as const;
const THIN: Rule = {
  key: 'on a thin string',
  term: 'thick',
  price: (shapes, _, { frets, strings, neck, top }) =>
    Float64Array.from(shapes, (shape) => {
      for (let s = strings - 1; s >= 0; s--) {
        const fret = frets[shape * strings + s]!;
        if (fret >= 0 && neck.open[s]! + fret === top[shape]) return BELOW[strings - 1 - s]!;
      }
      return 0;
    }),
};

/** Where the chord was just heard, what is not said again is hardly missed. */
const HEARD = 1;
const NEW = 4;
/** What of a chord must be said and is not, in quarters of a tone. */
const saysRule = (opens: boolean): Rule => ({
  key: `says ${opens}`,
  term: 'told',
  price(shapes, chord, { mask }) {
    const { required } = masksOf(chord);
    const each = opens ? NEW : HEARD;
    return Float64Array.from(
      shapes,
      (shape) => required.filter((choice) => (mask[shape]! & choice) === 0).length * each,
    );
  },
});
