import type { Degree } from '../pitch/degree.ts';
import { isSmall, type PartialTexture, type Texture } from '../texture.ts';
import type { Ticks } from '../time/meter.ts';
import type { Layer, Scored, SoundNote } from './score.ts';

/** A texture from a tick to another. */
export interface TextureSpan {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly texture: Texture;
}

interface Voiced extends SoundNote {
  readonly degree: Degree | 'bass' | null;
}

/** What a chord is known by: its third (or what stands for it), and its seventh or sixth. */
const GUIDES: readonly unknown[] = ['3', 'b3', '4', '2', '7', 'b7', 'bb7', '6'];

/** Which note is missed least: one that another sounds too, then the fifth, the root, the colours; guide tones most. */
function loss({ degree, pitch }: Voiced, all: readonly Voiced[]): number {
  if (all.filter((one) => one.pitch % 12 === pitch % 12).length > 1) return 0;
  if (degree === '5') return 1;
  if (degree === '1' || degree === 'bass') return 2;
  return GUIDES.includes(degree) ? 4 : 3;
}

/** Drops notes until so many are left, those missed least first, the lowest first among such; what `stays` is kept. */
function dropTo(count: number, notes: readonly Voiced[], stays: (note: Voiced) => boolean): readonly Voiced[] {
  let left = notes;
  while (left.length > count) {
    const may = left.filter((note) => !stays(note));
    if (may.length === 0) break;
    const least = may.reduce((a, b) => (loss(b, left) < loss(a, left) ? b : a));
    left = left.filter((note) => note !== least);
  }
  return left;
}

/** The notes of a grip that each texture sounds, from the lowest up. The top note is the line one hears: it always stays. */
const TAKEN: Readonly<Record<PartialTexture, (notes: readonly Voiced[]) => readonly Voiced[]>> = {
  full: (notes) => notes,
  three: (notes) => dropTo(3, notes, (note) => note === notes.at(-1)),
  'top-four': (notes) => notes.slice(-4),
  'bass-and-chord': (notes) => dropTo(4, notes, (note) => note === notes[0] || note === notes.at(-1)),
  'top-two': (notes) => dropTo(2, notes, (note) => note === notes.at(-1)),
};

/** The texture of a score: each chord with the notes that its texture wants. Comes before the rhythm, which sounds what is left. */
export const textureLayer =
  (spans: readonly TextureSpan[]): Layer =>
  (score, { columns }) => {
    const guitar = score.parts.guitar.map((sound) => {
      const span = spans.find(({ start, end }) => start <= sound.start && sound.start < end);
      const grip = sound.column === null ? null : columns[sound.column]!.grip;
      // Two notes that stand in the place of a grip are played as they stand.
      if (!span || isSmall(span.texture) || !grip) return sound;
      const { texture } = span;
      const kept = new Set(TAKEN[texture](voicesOf(sound.notes, grip)).map(({ string }) => string));
      const notes = sound.notes.filter(({ string }) => kept.has(string));
      const ascending = [...notes].sort((a, b) => a.voice - b.voice);
      return { ...sound, notes: notes.map((note) => ({ ...note, voice: ascending.indexOf(note) })) };
    });
    return { ...score, parts: { ...score.parts, guitar } };
  };

const voicesOf = (
  notes: readonly SoundNote[],
  { degrees }: Pick<NonNullable<Scored['columns'][number]['grip']>, 'degrees'>,
): readonly Voiced[] =>
  notes
    .map((note): Voiced => ({ ...note, degree: note.string === null ? null : (degrees[note.string] ?? null) }))
    .sort((a, b) => a.voice - b.voice);
