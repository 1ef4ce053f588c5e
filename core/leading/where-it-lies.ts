import type { Chord } from '../chord/chord.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { notesOf } from '../grip/traits.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { Column } from '../take/columns.ts';
import { carryingShapes } from './rules/carry.ts';

/** How a melody lies on the neck, so many octaves up. */
export interface Lies {
  readonly octave: number;
  readonly notes: number;
  /** Of them those that some grip carries, and those that are not on the neck at all. */
  readonly carried: number;
  readonly offNeck: number;
  /** In the middle, by how many full grips a note is carried, and how hard the easiest of each is on average, 0 to 100. */
  readonly grips: number;
  readonly difficulty: number;
  /** The more the better. */
  readonly worth: number;
}

const OCTAVES = [-1, 0, 1, 2] as const;
/** Three notes say a chord; with so many such grips a note lies well. */
const FULL = 3;
const PLENTY = 60;
/** A note that is nowhere costs more than any comfort is worth. */
const OFF_NECK = 4;
/** Difficulty is up to 100: an easy hand is worth as much as plenty of grips. */
const PER_DIFFICULTY = 1 / 100;

/** From B3 to G5 it sings on the two thin strings; each semitone beyond makes it worth less. */
const LOW: Midi = 59;
const HIGH: Midi = 79;
const PER_SEMITONE = 0.1;

/** A note of a melody, and the chord it begins over. */
export interface SungOver {
  readonly chord: Chord | null;
  readonly pitch: Midi;
}

/** How a melody lies over the chords of some columns, octave by octave, the best first. */
export const whereItLies = (
  columns: readonly Pick<Column, 'chord' | 'slot'>[],
  library: ShapeLibrary,
): readonly Lies[] => bestFirst(liesMoved(sungOver(columns), library, 0));

/** The notes of a melody in the columns they begin in. */
export function sungOver(columns: readonly Pick<Column, 'chord' | 'slot'>[]): readonly SungOver[] {
  return columns.flatMap(({ chord, slot: { start, entry, sung } }) =>
    sung
      .filter((note) => note.start >= start && note.start < start + entry.ticks)
      .map(({ pitch }) => ({ chord, pitch })),
  );
}

/** The same so many semitones higher, its chords too, octave by octave from the lowest up. */
export function liesMoved(sung: readonly SungOver[], library: ShapeLibrary, up: number): readonly Lies[] {
  const moved = sung.map(({ chord, pitch }) => ({ chord: chord && higher(chord, up), pitch: pitch + up }));
  return OCTAVES.map((octave) => liesAt(moved, octave, library));
}

const bestFirst = (lies: readonly Lies[]): readonly Lies[] =>
  [...lies].sort((a, b) => b.worth - a.worth || Math.abs(a.octave) - Math.abs(b.octave));

/** Only what it sounds like matters here, not how it is written. */
const NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
const higher = ({ root, bass, kind }: Chord, up: number): Chord => {
  const name = (note: NoteName) => (up === 0 ? note : NAMES[(pitchClass(note) + up + 24) % 12]!);
  return { kind, root: name(root), bass: bass === null ? null : name(bass) };
};

function liesAt(sung: readonly SungOver[], octave: number, library: ShapeLibrary): Lies {
  const { open, mm } = library.neck;
  const each = sung.map(({ chord, pitch }) => {
    const at = pitch + 12 * octave;
    const isOn = open.some((string) => at >= string && at - string < mm.length);
    const shapes = chord && isOn ? carryingShapes(chord, at, library) : new Uint32Array();
    const full = shapes.filter((shape) => notesOf(library.traits[shape]!) >= FULL);
    const easiest = full.reduce((least, shape) => Math.min(least, library.difficulty[shape]!), 100);
    return { at, isOn, carried: shapes.length > 0, full: full.length, easiest };
  });
  const worths = each.map(({ at, isOn, full, easiest }) => {
    const beyond = Math.max(0, LOW - at, at - HIGH) * PER_SEMITONE;
    return isOn ? Math.min(1, full / PLENTY) + (100 - easiest) * PER_DIFFICULTY - beyond : -OFF_NECK;
  });
  const counts = each.map(({ full }) => full).sort((a, b) => a - b);
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
  return {
    octave,
    notes: sung.length,
    carried: each.filter(({ carried }) => carried).length,
    offNeck: each.filter(({ isOn }) => !isOn).length,
    grips: counts[counts.length >> 1] ?? 0,
    difficulty: each.length === 0 ? 0 : Math.round(sum(each.map(({ easiest }) => easiest)) / each.length),
    worth: Math.round(sum(worths) * 100) / 100,
  };
}
