/* What is heard of a score while it is practised. */
import { clickedIn } from '../score/band/click.ts';
import type { Score, Sound } from '../score/score.ts';

/** Both hands; the rhythm alone, on the first grip; the left hand alone, silent, shapes set on the click. */
export const PRACTICE_WAYS = ['both', 'rhythm', 'left'] as const;
export type PracticeWay = (typeof PRACTICE_WAYS)[number];

/** Where the click is heard: on the beats, on the weak ones as hands clap, or in every other bar. */
export const PRACTICE_CLICKS = ['beats', 'weak', 'drops-out'] as const;
export type PracticeClick = (typeof PRACTICE_CLICKS)[number];

/** What sounds of a score in a way of practising it: `guitar`: whether it is played along with, as it should sound. */
export function practisedScore(
  score: Score,
  { way, click, guitar }: { readonly way: PracticeWay; readonly click: PracticeClick; readonly guitar: boolean },
): Score {
  const silent = click === 'drops-out' ? silentBars(score) : () => false;
  const clicks = click === 'weak' ? clickedIn(score, 'weak').parts.click : score.parts.click;
  const band = (sounds: readonly Sound[]) => sounds.filter(({ start }) => !silent(start));
  const { parts } = score;
  const heard = way === 'left' || !guitar ? [] : way === 'rhythm' ? onFirstGrip(parts.guitar) : parts.guitar;
  return {
    ...score,
    parts: {
      ...parts,
      guitar: heard,
      click: band(clicks),
      bass: way === 'left' ? [] : band(parts.bass),
      brushes: way === 'left' ? [] : band(parts.brushes),
    },
  };
}

/** Every second bar: who keeps time there needs no click. */
function silentBars({ bars }: Score): (tick: number) => boolean {
  const out = bars.filter((_, i) => i % 2 === 1);
  return (tick) => out.some(({ start, ticks }) => tick >= start && tick < start + ticks);
}

/** The same strokes, all of them on the first grip. */
function onFirstGrip(guitar: readonly Sound[]): readonly Sound[] {
  const first = guitar.find(({ kind }) => kind === 'chord');
  if (!first) return guitar;
  return guitar.flatMap((sound): Sound[] => {
    if (sound.kind === 'muted') return [sound];
    return sound.kind === 'chord' ? [{ ...sound, notes: first.notes }] : [];
  });
}
