import type { RootPosition } from '../leading/root-position.ts';
import type { Figures } from '../leading/figures.ts';
import type { ColourOption } from '../reharm/colours.ts';
import type { Clash, ClashId } from '../reharm/grates.ts';
import { semitonesText } from './hand.ts';
import { musical } from './music.ts';

const CLASHES: Readonly<Record<ClashId, (degree: string) => string>> = {
  'eleven-on-third': (degree) => `the ${degree} rubs a minor ninth above the 3`,
  'thirteen-on-minor': (degree) => `the ${degree} makes a tritone with the ♭3`,
  'flat-nine-on-root': (degree) => `the ${degree} rubs a half step above the root`,
  'flat-thirteen-on-fifth': (degree) => `the ${degree} pulls a half step above the 5`,
  'leans-on-nothing': (degree) => `the ${degree} asks for a chord a fifth below, and it does not come`,
  'third-of-dominant': (degree) => `the ${degree} is the third of the V, which it gives away`,
  'bright-for-minor': (degree) => `the ${degree} is bright for a minor chord to follow`,
  'sounds-dominant': (degree) => `with the ${degree} it sounds as a dominant`,
  'raised-in-natural-minor': (degree) => `the chords around it do not have the raised ${degree}`,
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

/** How a chord is reached: what is held over from the grip before and how far the rest moves. */
export function joinText({ held, movement }: { readonly held: number; readonly movement: number }): string {
  return `${held} held, ${semitonesText(movement)}`;
}

/** The figures of a whole arrangement in a line. */
export function figuresText({
  movement,
  bass,
  above,
  perChange,
  largestLeap,
  held,
  shiftMm,
  difficulty,
  parallels,
}: Figures): string {
  return [
    `${semitonesText(movement)} in all, ${perChange} a change`,
    `the bass goes ${bass}, the voices above it ${above}`,
    `${held} notes held`,
    `largest leap ${largestLeap}`,
    `hand shifts ${Math.round(shiftMm)} mm`,
    `difficulty ${difficulty} on average`,
    ...(parallels > 0 ? [`outer voices in parallel ${parallels === 1 ? 'once' : `${parallels} times`}`] : []),
  ].join(' · ');
}

/** The same chords played plainly, for comparison. */
export const rootPositionText = ({ oneSet, twoSets }: RootPosition): string =>
  `In root position ${semitonesText(oneSet)} on one set of strings, ${twoSets} on the nearer of two`;
