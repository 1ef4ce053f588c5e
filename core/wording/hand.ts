import { decimal, msg, plural, t, type Msg } from '../words/words.ts';
import type { DifficultyPart } from '../neck/difficulty.ts';
import type { WayOutId } from '../grip/ways-out.ts';
import type { Makeup } from '../grip/labels.ts';
import type { ChangeRating, HandChange } from '../leading/change.ts';
import type { Finger, WhyNot } from '../neck/hold.ts';
import { STRETCHED_MM, VERY_HARD } from '../practice/care.ts';
import { musical } from './music.ts';

export const isEasy = (difficulty: number): boolean => difficulty < 3.4;
/** Difficulty 0–10 in a word. */
export function difficultyWord(difficulty: number): string {
  if (isEasy(difficulty)) return t('easy');
  return difficulty < 5 ? t('moderate') : t('hard');
}

const PARTS: Readonly<Record<DifficultyPart, Msg>> = {
  reach: msg('reach'),
  fingers: msg('fingers'),
  barre: msg('barre'),
  mutes: msg('strings left out'),
  position: msg('place on the neck'),
  stretch: msg('stretch between fingers'),
};

/** What makes a grip difficult, the most first: `reach 1.7 · fingers 2.1`. */
export function difficultyText(parts: Readonly<Record<DifficultyPart, number>>): string {
  return (Object.entries(parts) as [DifficultyPart, number][])
    .filter(([, points]) => points > 0)
    .sort(([, a], [, b]) => b - a)
    .map(([part, points]) => `${t(PARTS[part])} ${points}`)
    .join(' · ');
}

/** A caution where a grip may strain a hand, or null. */
export function caution(reachMm: number, difficulty: number): string | null {
  if (reachMm >= STRETCHED_MM) return t('A wide stretch: warm up, stop at any pain, take a smaller grip if in doubt.');
  return difficulty >= VERY_HARD ? t('A hard grip: rest the hand between tries, stop at any pain.') : null;
}

const WHY_NOT: Readonly<Record<WhyNot, Msg>> = {
  beyond: msg('it lies beyond this neck'),
  reach: msg('it is wider than this hand reaches'),
  gap: msg('a pick cannot pass over a string that nothing damps, nor fingers over more than two'),
  unused: msg('it needs a string that is not played'),
  resting: msg('it needs a finger that rests'),
  barre: msg('it needs a barre'),
  thumb: msg('it needs the thumb'),
  apart: msg('two fingers would stand farther apart than this hand lets them'),
  open: msg('a finger lies over a string that should ring'),
  knotted: msg('it needs more fingers than there are'),
};
export const whyNotText = (reason: WhyNot): string => t(WHY_NOT[reason]);

const WAYS: Readonly<Record<WayOutId, Msg>> = {
  'no-double': msg('No note twice'),
  'no-bass': msg('No bass note'),
  'half-barre': msg('Half barre'),
  'no-little-finger': msg('No little finger'),
  'no-thumb': msg('No thumb'),
  'top-strings': msg('Top four strings'),
  elsewhere: msg('Same top elsewhere'),
};
export const wayOutText = (way: WayOutId): string => t(WAYS[way]);

const NAMES: Readonly<Record<string, Msg>> = {
  1: msg('index'),
  2: msg('middle'),
  3: msg('ring'),
  4: msg('little'),
  T: msg('thumb'),
};
/** A finger's name: `index` … `little`, `thumb`. */
export const fingerName = (finger: Finger): string => t(NAMES[finger] ?? msg('none'));

/** `a, b and c`. */
export const listed = (words: readonly string[]) =>
  words.length < 2
    ? words.join('')
    : t('{some} and {last}', { some: words.slice(0, -1).join(', '), last: words.at(-1)! });
const fingersText = (fingers: readonly Finger[], one: string, many: string) =>
  fingers.length > 0 && `${listed(fingers.map(fingerName))} ${fingers.length === 1 ? one : many}`;

/** Which fingers damp strings left out between others: `ring damps string 4`; the highest string is the first. */
export function mutedText(mutedBy: readonly (Finger | null)[]): string {
  return mutedBy
    .flatMap((finger, s) =>
      finger === null
        ? []
        : [t('{finger} damps string {string}', { finger: fingerName(finger), string: mutedBy.length - s })],
    )
    .join(', ');
}

/** `1 semitone`, `2 semitones`. */
export const semitonesText = (count: number) => `${plural(count, '{n} semitone', '{n} semitones')}`;

/** What the hand does from one grip to the next, in words. */
export function changeText({ stay, slide, place, lift, shapeMoves }: HandChange, shiftMm: number): string {
  const frets = Math.abs(shapeMoves);
  const hand =
    shapeMoves !== 0
      ? t('the whole shape slides {which} {plural}', {
          which: shapeMoves > 0 ? t('up') : t('down'),
          plural: plural(frets, '{n} fret', '{n} frets'),
        })
      : [
          fingersText(stay, t('stays'), t('stay')),
          fingersText(slide, t('slides'), t('slide')),
          fingersText(place, t('is set'), t('are set')),
          fingersText(lift, t('lifts'), t('lift')),
        ]
          .filter(Boolean)
          .join(', ');
  const shift = shiftMm > 0 ? t('hand moves {shiftMm} mm', { shiftMm: Math.round(shiftMm) }) : t('hand stays');
  return [hand, shift].filter(Boolean).join(' · ');
}

/** The fingers in the order to move them: `first ring, then index and little`; empty where none or one moves. */
export function orderText({ order, shapeMoves }: HandChange): string {
  if (order.length < 2 || shapeMoves !== 0) return '';
  return t('first {finger}, then {order}', {
    finger: fingerName(order[0]!),
    order: listed(order.slice(1).map(fingerName)),
  });
}

/** How a change lies in the time there is, in a word or two. */
export const CHANGE_WORDS: Readonly<Record<ChangeRating, Msg>> = {
  easy: msg('time enough'),
  brisk: msg('just in time'),
  rushed: msg('rushed at this tempo'),
};
/** The same with its figures: `just in time: the hand needs about 0.20 s, and has 0.19 s`. */
export const ratingText = (rating: ChangeRating, needed: number, allowed: number): string =>
  needed === 0
    ? t(CHANGE_WORDS.easy)
    : t('{how}: the hand needs about {needed}, and has {given}', {
        how: CHANGE_WORDS[rating],
        needed: inSeconds(needed),
        given: inSeconds(allowed),
      });
const inSeconds = (ms: number) => `${decimal(ms / 1000, 2)} s`;

const INVERSIONS = [msg('root position'), msg('first inversion'), msg('second inversion'), msg('third inversion')];

/** What a grip's notes come to: `first inversion · without 5 · 3 doubled`. */
export function makeupText({ inversion, omitted, doubled }: Makeup): string {
  return [
    inversion === null ? '' : t(INVERSIONS[inversion]!),
    omitted.length > 0 ? t('without {omitted}', { omitted: omitted.map(musical).join(' ') }) : '',
    doubled.length > 0 ? t('{doubled} doubled', { doubled: doubled.map(musical).join(' ') }) : '',
  ]
    .filter(Boolean)
    .join(' · ');
}
