import type { DifficultyPart } from '../neck/difficulty.ts';
import type { WayOutId } from '../grip/ways-out.ts';
import type { Makeup } from '../grip/labels.ts';
import type { ChangeRating, HandChange } from '../leading/change.ts';
import type { Finger, WhyNot } from '../neck/hold.ts';
import { STRETCHED_MM, VERY_HARD } from '../practice/care.ts';
import { musical } from './music.ts';

/** Difficulty 0–10 in a word. */
export function difficultyWord(difficulty: number): 'easy' | 'moderate' | 'hard' {
  if (difficulty < 3.4) return 'easy';
  return difficulty < 5 ? 'moderate' : 'hard';
}

const PARTS: Readonly<Record<DifficultyPart, string>> = {
  reach: 'reach',
  fingers: 'fingers',
  barre: 'barre',
  mutes: 'strings left out',
  position: 'place on the neck',
  stretch: 'stretch between fingers',
};

/** What makes a grip difficult, the most first: `reach 1.7 · fingers 2.1`. */
export function difficultyText(parts: Readonly<Record<DifficultyPart, number>>): string {
  return (Object.entries(parts) as [DifficultyPart, number][])
    .filter(([, points]) => points > 0)
    .sort(([, a], [, b]) => b - a)
    .map(([part, points]) => `${PARTS[part]} ${points}`)
    .join(' · ');
}

/** A caution where a grip may strain a hand, or null. */
export function caution(reachMm: number, difficulty: number): string | null {
  if (reachMm >= STRETCHED_MM) return 'A wide stretch: warm up, stop at any pain, take a smaller grip if in doubt.';
  return difficulty >= VERY_HARD ? 'A hard grip: rest the hand between tries, stop at any pain.' : null;
}

const WHY_NOT: Readonly<Record<WhyNot, string>> = {
  beyond: 'it lies beyond this neck',
  reach: 'it is wider than this hand reaches',
  gap: 'a pick cannot pass over a string that nothing damps, nor fingers over more than two',
  unused: 'it needs a string that is not played',
  resting: 'it needs a finger that rests',
  barre: 'it needs a barre',
  thumb: 'it needs the thumb',
  apart: 'two fingers would stand farther apart than this hand lets them',
  open: 'a finger lies over a string that should ring',
  knotted: 'it needs more fingers than there are',
};
export const whyNotText = (reason: WhyNot): string => WHY_NOT[reason];

const WAYS: Readonly<Record<WayOutId, string>> = {
  'no-double': 'No note twice',
  'no-bass': 'No bass note',
  'half-barre': 'Half barre',
  'no-little-finger': 'No little finger',
  'no-thumb': 'No thumb',
  'top-strings': 'Top four strings',
  elsewhere: 'Same top elsewhere',
};
export const wayOutText = (way: WayOutId): string => WAYS[way];

const NAMES: Readonly<Record<string, string>> = { 1: 'index', 2: 'middle', 3: 'ring', 4: 'little', T: 'thumb' };
/** A finger's name: `index` … `little`, `thumb`. */
export const fingerName = (finger: Finger): string => NAMES[finger] ?? 'none';

/** `a, b and c`. */
export const listed = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;
const fingersText = (fingers: readonly Finger[], one: string, many: string) =>
  fingers.length > 0 && `${listed(fingers.map(fingerName))} ${fingers.length === 1 ? one : many}`;

/** Which fingers damp strings left out between others: `ring damps string 4`; the highest string is the first. */
export function mutedText(mutedBy: readonly (Finger | null)[]): string {
  return mutedBy
    .flatMap((finger, s) => (finger === null ? [] : [`${fingerName(finger)} damps string ${mutedBy.length - s}`]))
    .join(', ');
}

/** `1 semitone`, `2 semitones`. */
export const semitonesText = (count: number) => `${count} semitone${count === 1 ? '' : 's'}`;

/** What the hand does from one grip to the next, in words. */
export function changeText({ stay, slide, place, lift, shapeMoves }: HandChange, shiftMm: number): string {
  const frets = Math.abs(shapeMoves);
  const hand =
    shapeMoves !== 0
      ? `the whole shape slides ${shapeMoves > 0 ? 'up' : 'down'} ${frets} fret${frets === 1 ? '' : 's'}`
      : [
          fingersText(stay, 'stays', 'stay'),
          fingersText(slide, 'slides', 'slide'),
          fingersText(place, 'is set', 'are set'),
          fingersText(lift, 'lifts', 'lift'),
        ]
          .filter(Boolean)
          .join(', ');
  const shift = shiftMm > 0 ? `hand moves ${Math.round(shiftMm)} mm` : 'hand stays';
  return [hand, shift].filter(Boolean).join(' · ');
}

/** The fingers in the order to move them: `first ring, then index and little`; empty where none or one moves. */
export function orderText({ order, shapeMoves }: HandChange): string {
  if (order.length < 2 || shapeMoves !== 0) return '';
  return `first ${fingerName(order[0]!)}, then ${listed(order.slice(1).map(fingerName))}`;
}

/** How a change lies in the time there is, in a word or two. */
export const CHANGE_WORDS: Readonly<Record<ChangeRating, string>> = {
  easy: 'time enough',
  brisk: 'just in time',
  rushed: 'rushed at this tempo',
};
/** The same with its figures: `just in time: the hand needs about 0.20 s, and has 0.19 s`. */
export const ratingText = (rating: ChangeRating, needed: number, allowed: number): string =>
  needed === 0
    ? CHANGE_WORDS.easy
    : `${CHANGE_WORDS[rating]}: the hand needs about ${inSeconds(needed)}, and has ${inSeconds(allowed)}`;
const inSeconds = (ms: number) => `${(ms / 1000).toFixed(2)} s`;

const INVERSIONS = ['root position', 'first inversion', 'second inversion', 'third inversion'];

/** What a grip's notes come to: `first inversion · without 5 · 3 doubled`. */
export function makeupText({ inversion, omitted, doubled }: Makeup): string {
  return [
    inversion === null ? '' : INVERSIONS[inversion],
    omitted.length > 0 ? `without ${omitted.map(musical).join(' ')}` : '',
    doubled.length > 0 ? `${doubled.map(musical).join(' ')} doubled` : '',
  ]
    .filter(Boolean)
    .join(' · ');
}
