/* A player who makes stated mistakes, always the same for a seed: what the listening ear is held against, and shown with. */
import type { Midi } from '../pitch/pitch.ts';
import type { Score, Sound, SoundNote } from '../score/score.ts';
import { seeded } from '../score/seeded.ts';
import { TICKS_PER_QUARTER, type Ticks } from '../time/meter.ts';
import { strokesOf } from './ear.ts';

/** A finger on the string beside; a stroke that comes late; a string that does not sound; one that sounds along. */
export const MISTAKES = ['wrong-string', 'late', 'muted', 'extra'] as const;
export type Mistake = (typeof MISTAKES)[number];

/** A mistake in one stroke, by its number (ear.ts): what does not sound, and what sounds instead, or along. */
export interface Made {
  readonly stroke: number;
  readonly mistake: Mistake;
  readonly missing: Midi | null;
  readonly extra: Midi | null;
}

/** Late by an eighth; less where the next stroke comes sooner than a quarter after it. */
const LATE = TICKS_PER_QUARTER / 2;

/** A score as this player plays it, and the mistakes in it; `share`: in how many of the strokes one is tried, 0 to 1. */
export function simulatedPlayer(
  score: Score,
  { seed, share, open }: { readonly seed: number; readonly share: number; readonly open: readonly Midi[] },
): { readonly score: Score; readonly made: readonly Made[] } {
  const made: Made[] = [];
  const strokes = strokesOf(score.parts.guitar);
  const guitar = strokes.flatMap((stroke, i): readonly Sound[] => {
    if (stroke.some(({ kind }) => kind !== 'chord') || seeded(seed, i, 1) >= share) return stroke;
    const mistake = MISTAKES[Math.floor(seeded(seed, i, 2) * MISTAKES.length)]!;
    const next = strokes[i + 1]?.[0]?.start ?? Infinity;
    const wrong = MAKES[mistake](stroke, { open, next, draw: (of) => seeded(seed, i, of) });
    if (!wrong) return stroke;
    const { missing = null, extra = null } = wrong;
    made.push({ stroke: i, mistake, missing, extra });
    return wrong.stroke;
  });
  return { score: { ...score, parts: { ...score.parts, guitar } }, made };
}

interface Wrong {
  readonly stroke: readonly Sound[];
  readonly missing?: Midi;
  readonly extra?: Midi;
}
interface By {
  readonly open: readonly Midi[];
  /** When the next stroke is. */
  readonly next: Ticks;
  readonly draw: (of: number) => number;
}
/** How each mistake is made: null where it cannot be. */
type Make = (stroke: readonly Sound[], by: By) => Wrong | null;

const notesIn = (stroke: readonly Sound[]) => stroke.flatMap(({ notes }) => notes);
/** The same with a note taken out, or put in its place. */
const changed = (stroke: readonly Sound[], from: SoundNote, to: readonly SoundNote[]) =>
  stroke.map((sound) => ({ ...sound, notes: inOrder(sound.notes.flatMap((note) => (note === from ? to : [note]))) }));
const inOrder = (notes: readonly SoundNote[]) => [...notes].sort((a, b) => a.string! - b.string!);
const drawnOf = <T>(list: readonly T[], { draw }: By): T => list[Math.floor(draw(3) * list.length)]!;

const MAKES: Readonly<Record<Mistake, Make>> = {
  late: (stroke, { next }) => {
    const late = Math.min(LATE, (next - stroke[0]!.start) / 2, ...stroke.map(({ ticks }) => ticks / 2));
    return { stroke: stroke.map((sound) => ({ ...sound, start: sound.start + late, ticks: sound.ticks - late })) };
  },
  muted: (stroke, by) => {
    const notes = notesIn(stroke);
    const note = drawnOf(notes, by);
    // Where another string has the same pitch nothing is missed.
    if (notes.filter(({ pitch }) => pitch === note.pitch).length > 1 || notes.length < 2) return null;
    return { stroke: changed(stroke, note, []), missing: note.pitch };
  },
  'wrong-string': (stroke, by) => {
    const notes = notesIn(stroke);
    const note = drawnOf(notes, by);
    const { string, fret } = note;
    const { open } = by;
    if (string === null || !fret) return null;
    const free = [string + 1, string - 1].find((s) => open[s] !== undefined && !notes.some((one) => one.string === s));
    // The string beside sounds in its place; where that is played too, the string that the finger left sounds open.
    const [where, at] = free === undefined ? [string, 0] : [free, fret];
    const pitch = open[where]! + at;
    if (notes.some((one) => one !== note && (one.pitch === pitch || one.pitch === note.pitch))) return null;
    const wrong: SoundNote = { ...note, string: where, fret: at, pitch };
    return { stroke: changed(stroke, note, [wrong]), missing: note.pitch, extra: pitch };
  },
  extra: (stroke, by) => {
    const notes = notesIn(stroke);
    const free = by.open.flatMap((pitch, string) =>
      notes.some((note) => note.string === string || note.pitch === pitch) ? [] : [{ pitch, string }],
    );
    if (free.length === 0) return null;
    const along = { ...drawnOf(free, by), fret: 0, finger: null, voice: notes.length };
    const [first, ...others] = stroke;
    return { stroke: [{ ...first!, notes: inOrder([...first!.notes, along]) }, ...others], extra: along.pitch };
  },
};
