import { decimal, plural, t } from '../words/words.ts';
import type { RootPosition } from '../leading/root-position.ts';
import type { Figures } from '../leading/figures.ts';
import type { ColourOption } from '../reharm/colours.ts';
import type { Clash, ClashId } from '../reharm/grates.ts';
import { semitonesText } from './hand.ts';
import { musical } from './music.ts';

const CLASHES: Readonly<Record<ClashId, (degree: string) => string>> = {
  'eleven-on-third': (degree) => t('the {degree} rubs a minor ninth above the 3', { degree }),
  'thirteen-on-minor': (degree) => t('the {degree} makes a tritone with the ♭3', { degree }),
  'flat-nine-on-root': (degree) => t('the {degree} rubs a half step above the root', { degree }),
  'flat-thirteen-on-fifth': (degree) => t('the {degree} pulls a half step above the 5', { degree }),
  'leans-on-nothing': (degree) => t('the {degree} asks for a chord a fifth below, and it does not come', { degree }),
  'third-of-dominant': (degree) => t('the {degree} is the third of the V, which it gives away', { degree }),
  'bright-for-minor': (degree) => t('the {degree} is bright for a minor chord to follow', { degree }),
  'sounds-dominant': (degree) => t('with the {degree} it sounds as a dominant', { degree }),
  'raised-in-natural-minor': (degree) => t('the chords around it do not have the raised {degree}', { degree }),
  'outside-key': (degree) => t('the {degree} is outside the key', { degree }),
};
const clashText = ({ id, degree }: Clash) => CLASHES[id](musical(degree));

/** Why a colour may stand here, in a few words. */
export function colourReason({ group, adds, drops, clashes }: ColourOption): string {
  if (group === 'chart') return t('as the chart has it');
  const added = adds.length > 0 ? t('adds {adds}', { adds: adds.map(musical).join(' ') }) : '';
  const dropped = drops.length > 0 ? t('gives up {drops}', { drops: drops.map(musical).join(' ') }) : '';
  const change = [added, dropped].filter(Boolean).join(', ') || t('the same notes');
  if (group === 'resolving') return t('{change} · leans into the next chord', { change });
  const against = clashes.map(clashText).join('; ');
  if (group === 'care') return t('{change} · with care{against}', { change, against: against && `: ${against}` });
  return group === 'grates' ? t('{change} · grates: {against}', { change, against }) : change;
}

/** What an option adds to the whole path, from tenths of a semitone: 0 → "0", 23 → "+2.3", −4 → "−0.4". */
export function priceText(tenths: number): string {
  const size = decimal(Math.abs(tenths) / 10, 1).replace(/[.,]0$/, '');
  return tenths === 0 ? '0' : `${tenths > 0 ? '+' : '−'}${size}`;
}

/** How a chord is reached: what is held over from the grip before and how far the rest moves. */
export function joinText({ held, movement }: { readonly held: number; readonly movement: number }): string {
  return t('{held} held, {semitones}', { held, semitones: semitonesText(movement) });
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
    t('{semitones} in all, {change} a change', { semitones: semitonesText(movement), change: perChange }),
    t('the bass goes {bass}, the voices above it {above}', { bass, above }),
    t('{held} notes held', { held }),
    t('largest leap {leap}', { leap: largestLeap }),
    t('hand shifts {shiftMm} mm', { shiftMm: Math.round(shiftMm) }),
    t('difficulty {difficulty} on average', { difficulty }),
    ...(parallels > 0
      ? [plural(parallels, 'outer voices in parallel once', 'outer voices in parallel {n} times')]
      : []),
  ].join(' · ');
}

/** The same chords played plainly, for comparison. */
export const rootPositionText = ({ oneSet, twoSets }: RootPosition): string =>
  t('In root position {semitones} on one set of strings, {twoSets} on the nearer of two', {
    semitones: semitonesText(oneSet),
    twoSets,
  });
