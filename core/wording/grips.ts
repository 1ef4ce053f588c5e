import type { Figures } from '../leading/arrange.ts';
import type { HandChange } from '../leading/change.ts';
import type { ColourOption } from '../reharm/colours.ts';
import type { Clash, ClashId } from '../reharm/grates.ts';
import { musical } from './music.ts';

/** Difficulty 0–100 in a word. */
export function difficultyWord(difficulty: number): 'easy' | 'moderate' | 'hard' {
  if (difficulty < 34) return 'easy';
  return difficulty < 50 ? 'moderate' : 'hard';
}

/** A caution where a grip may strain a hand, or null. Reach from 95 mm on is a stretch for most (common practice). */
export function caution(reachMm: number, difficulty: number): string | null {
  if (reachMm >= 95) return 'A wide stretch: warm up, stop at any pain, take a smaller grip if in doubt.';
  return difficulty >= 60 ? 'A hard grip: rest the hand between tries, stop at any pain.' : null;
}

const CLASHES: Readonly<Record<ClashId, (degree: string) => string>> = {
  'eleven-on-third': (degree) => `the ${degree} rubs a minor ninth above the 3`,
  'thirteen-on-minor': (degree) => `the ${degree} makes a tritone with the ♭3`,
  'flat-nine-on-root': (degree) => `the ${degree} rubs a half step above the root`,
  'flat-thirteen-on-fifth': (degree) => `the ${degree} pulls a half step above the 5`,
  'leans-on-nothing': (degree) => `the ${degree} asks for a chord a fifth below, and it does not come`,
  'third-of-dominant': (degree) => `the ${degree} is the third of the V, which it gives away`,
  'bright-for-minor': (degree) => `the ${degree} is bright for a minor chord to follow`,
  'sounds-dominant': (degree) => `with the ${degree} it sounds as a dominant`,
  'outside-key': (degree) => `the ${degree} is outside the key`,
};
const clashText = ({ id, degree }: Clash) => CLASHES[id](musical(degree));

/** Why a colour may stand here, in a few words. */
export function colourReason({ group, adds, drops, clashes }: ColourOption): string {
  if (group === 'chart') return 'as the chart has it';
  const added = adds.length > 0 ? `adds ${adds.map(musical).join(' ')}` : '';
  const dropped = drops.length > 0 ? `gives up ${drops.map(musical).join(' ')}` : '';
  const change = [added, dropped].filter(Boolean).join(', ') || 'the same notes';
  if (group === 'resolving') return `${change} · leans into the next chord`;
  const against = clashes.map(clashText).join('; ');
  if (group === 'care') return `${change} · with care${against && `: ${against}`}`;
  return group === 'grates' ? `${change} · grates: ${against}` : change;
}

/** What an option adds to the whole path, from tenths of a semitone: 0 → "0", 23 → "+2.3", −4 → "−0.4". */
export function priceText(tenths: number): string {
  const size = (Math.abs(tenths) / 10).toFixed(1).replace(/\.0$/, '');
  return tenths === 0 ? '0' : `${tenths > 0 ? '+' : '−'}${size}`;
}

/** What the hand does from one grip to the next, in words. */
export function changeText({ stay, slide, place, shapeMoves }: HandChange, shiftMm: number, moved: number): string {
  const fingers = (count: number) => `${count} finger${count === 1 ? '' : 's'}`;
  const frets = Math.abs(shapeMoves);
  const hand =
    shapeMoves !== 0
      ? `the whole shape slides ${shapeMoves > 0 ? 'up' : 'down'} ${frets} fret${frets === 1 ? '' : 's'}`
      : [
          stay > 0 && `${fingers(stay)} stay${stay === 1 ? 's' : ''}`,
          slide > 0 && `${fingers(slide)} slide${slide === 1 ? 's' : ''}`,
          place > 0 && `${fingers(place)} set anew`,
        ]
          .filter(Boolean)
          .join(', ');
  const shift = shiftMm > 0 ? `hand ${Math.round(shiftMm)} mm` : 'hand stays';
  return [hand, shift, semitonesText(moved)].filter(Boolean).join(' · ');
}

const semitonesText = (count: number) => `${count} semitone${count === 1 ? '' : 's'}`;

/** How a chord is reached: what is held over from the grip before and how far the rest moves. */
export function joinText({ held, movement }: { readonly held: number; readonly movement: number }): string {
  return `${held} held, ${semitonesText(movement)}`;
}

/** The figures of a whole arrangement in a line. */
export function figuresText({ movement, perChange, largestLeap, held, shiftMm }: Figures): string {
  return [
    `${semitonesText(movement)} in all, ${perChange} a change`,
    `${held} notes held`,
    `largest leap ${largestLeap}`,
    `hand shifts ${Math.round(shiftMm)} mm`,
  ].join(' · ');
}
