import { isInVoices, type Texture } from '../texture.ts';
import type { Layer, Sound } from './score.ts';
import type { TextureSpan } from './texture.ts';

/** The line is heard over what is held. */
const VELOCITY = { held: 72, moving: 82 } as const;
/** Where a phrase begins the moving voice comes in so late, of its first note: entries are staggered (common practice). */
const LATE = 1 / 2;

const isHere = (spans: readonly TextureSpan[], time: number): boolean => {
  const texture: Texture | undefined = spans.find(({ start, end }) => start <= time && time < end)?.texture;
  return isInVoices(texture);
};

/**
 * Two voices at two speeds: a note that stays where it is, on its string, sounds on while the other moves, over a change of
 * chord too (a suspension). Comes after the rhythm: their own lengths are theirs.
 */
export const voicesLayer =
  (spans: readonly TextureSpan[]): Layer =>
  (score, { columns, open }) => {
    if (!spans.some(({ texture }) => isInVoices(texture))) return score;
    const isIn = columns.map(({ grip, column: { slot } }) => grip !== null && isHere(spans, slot.start));
    const made: Sound[] = [];
    /** The sounds that go on, by string. */
    let ringing = new Map<number, number>();
    columns.forEach(({ grip, column: { slot } }, i) => {
      if (!grip || !isIn[i]) {
        ringing = new Map();
        return;
      }
      const { start, ticks } = score.columns[i]!;
      const played = grip.frets.flatMap((fret, string) =>
        fret < 0 ? [] : [{ string, fret, pitch: open[string]! + fret }],
      );
      const ascending = [...played].sort((a, b) => a.pitch - b.pitch);
      const moving = movingIn(played, columns[i + 1]?.grip?.frets ?? null);
      const next = new Map<number, number>();
      for (const note of ascending) {
        const known = ringing.get(note.string);
        if (known !== undefined && made[known]!.notes[0]!.pitch === note.pitch) {
          made[known] = { ...made[known]!, ticks: start + ticks - made[known]!.start };
          next.set(note.string, known);
          continue;
        }
        const isMoving = note.string === moving || ringing.size > 0;
        const late = slot.opensPhrase && note.string === moving ? Math.round(ticks * LATE) : 0;
        const sound: Sound = {
          start: start + late,
          ticks: ticks - late,
          velocity: isMoving ? VELOCITY.moving : VELOCITY.held,
          kind: 'chord',
          column: i,
          spreadMs: 0,
          notes: [{ ...note, finger: grip.fingers[note.string] || null, voice: ascending.indexOf(note) }],
        };
        next.set(note.string, made.push(sound) - 1);
      }
      ringing = next;
    });
    const others = score.parts.guitar.filter(({ column }) => column === null || !isIn[column]);
    const guitar = [...others, ...made].sort((a, b) => a.start - b.start);
    return { ...score, parts: { ...score.parts, guitar } };
  };

/** The string of the note that is not there any more in the next grip, where one other is. */
function movingIn(
  played: readonly { readonly string: number; readonly fret: number }[],
  next: readonly number[] | null,
): number | null {
  const left = next === null ? [] : played.filter(({ string, fret }) => next[string] !== fret);
  return left.length === 1 && played.length > 1 ? left[0]!.string : null;
}
