/* Kept moves in words: what they are, where they fit, what gets lost. */
import { msg, t, type Msg } from '../words/words.ts';
import { musical, symbolText } from './music.ts';
import type { MovePrice } from '../leading/take.ts';
import type { Proposal } from '../reharm/moves/propose.ts';
import type { Feature, PassageIs } from '../reharm/kept/name.ts';
import type { Nearness } from '../reharm/kept/near.ts';
import type { FunctionLetter } from '../reharm/kept/functions.ts';
import type { PassageUse } from '../reharm/kept/passage.ts';
import type { Loss } from '../take/drop.ts';
import type { KeepPart } from '../take/keep.ts';
import type { KeptLayer } from '../take/kept-move.ts';

export const USE_WORDS: Readonly<Record<PassageUse, Msg>> = {
  intro: msg('introduction'),
  ending: msg('ending'),
  turnaround: msg('turnaround'),
  cadence: msg('cadence'),
  blues: msg('end of a blues'),
  vamp: msg('vamp'),
  pickup: msg('pickup'),
  ladder: msg('ladder'),
  line: msg('line'),
  pedal: msg('pedal'),
  approach: msg('approach'),
};

const LETTER_WORDS: Readonly<Record<FunctionLetter, Msg>> = {
  T: msg('home'),
  S: msg('away'),
  D: msg('leading home'),
};

/** So many ways to stand are told. */
const MOST_OVER = 2;

/** Where a passage wants to stand: `over home or home → leading home; goes on to what is home`. */
export function placeWords(
  over: readonly string[],
  before: FunctionLetter | 'start' | null,
  next: FunctionLetter | 'end' | null,
): string {
  const told = over.slice(0, MOST_OVER).map((letters) =>
    letters
      .split(' ')
      .map((letter) => t(LETTER_WORDS[letter as FunctionLetter] ?? msg('anything')))
      .join(' → '),
  );
  return [
    t('over {told}{which}', {
      told: told.join(` ${t('or')} `),
      which: over.length > MOST_OVER ? ` ${t('or the like')}` : '',
    }),
    ...(before === null
      ? []
      : [before === 'start' ? t('at the beginning') : t('after what is {what}', { what: LETTER_WORDS[before] })]),
    ...(next === null
      ? []
      : [next === 'end' ? t('at the end') : t('goes on to what is {what}', { what: LETTER_WORDS[next] })]),
  ].join('; ');
}

const DEGREES = ['1', '♭2', '2', '♭3', '3', '4', '♯4', '5', '♭6', '6', '♭7', '7'];
/** What was sung over a passage where it was found, by degree of the key. */
export const sungText = (sung: readonly number[]): string =>
  t('It was found under {sung} of the melody.', { sung: sung.map((semitones) => DEGREES[semitones]).join(', ') });

const FEATURE_WORDS: Readonly<Record<Feature, Msg>> = {
  'bass-half-steps-down': msg('the bass down by half steps'),
  'bass-half-steps-up': msg('the bass up by half steps'),
  'bass-steps-down': msg('the bass down by step'),
  'bass-steps-up': msg('the bass up by step'),
  pedal: msg('over one bass'),
  fifths: msg('by fifths'),
};
/** So many degrees still make a name. */
const MOST_NUMERALS = 6;

/** What a passage is called when nobody has said: `ii–V–I by fifths`. */
export function passageName({ numerals, feature }: PassageIs): string {
  const shown =
    numerals.length <= MOST_NUMERALS
      ? numerals
      : [...numerals.slice(0, MOST_NUMERALS - 2), '…', numerals[numerals.length - 1]!];
  return musical(shown.join('–')) + (feature ? `, ${t(FEATURE_WORDS[feature])}` : '');
}

const NEAR_WORDS: Readonly<Record<Nearness, (name: string) => string>> = {
  same: (name) => t('“{name}” has the very same chords.', { name }),
  'other lengths': (name) => t('“{name}” has the same chords in other lengths.', { name }),
  'other colours': (name) => t('“{name}” has the same roots in other colours.', { name }),
};
export const nearText = (how: Nearness, name: string): string => NEAR_WORDS[how](name);

export const KEEP_PART_WORDS: Readonly<Record<KeepPart, readonly [name: Msg, open: Msg]>> = {
  grips: [msg('The grips as they lie'), msg('found anew wherever it is put')],
  top: [msg('The top notes as a line'), msg('on top is what connects best')],
  bass: [msg('The lowest notes'), msg('each chord over its root, as the hand likes')],
  rhythm: [msg('The rhythm'), msg('played as what is around it')],
  added: [msg('What is added between'), msg('nothing is added')],
  wishes: [msg('The wishes and manners'), msg('none')],
};

const LAYER_WORDS: Readonly<Record<KeptLayer, Msg>> = {
  chord: msg('grips'),
  wish: msg('wishes'),
  manner: msg('manner'),
  rhythm: msg('rhythm'),
  texture: msg('texture'),
  decor: msg('decorations'),
  added: msg('decorations'),
  line: msg('top line'),
};

/** What becomes of a kept move in a span, in a sentence or two; nothing where it is as it was kept. */
export const lossText = (losses: readonly Loss[]): string => losses.map(oneLoss).join(' ');

function oneLoss(loss: Loss): string {
  switch (loss.kind) {
    case 'half':
      return t('Half as long.');
    case 'double':
      return t('Twice as long.');
    case 'meter':
      return t('From {meter}.', { meter: loss.meter });
    case 'chords':
      return t('No time for {lost}.', { lost: loss.lost.map(symbolText).join(', ') });
    case 'left': {
      const words = [...new Set(loss.layers.map((layer) => t(LAYER_WORDS[layer])))];
      return t('Left behind: its {words}.', { words: words.join(', ') });
    }
  }
}

const STEPS = [
  '',
  msg('a half step'),
  msg('a whole step'),
  msg('a minor third'),
  msg('a major third'),
  msg('a fourth'),
];
const stepText = (semitones: number): string =>
  semitones === 0
    ? t('on the same note')
    : t('by {steps} {which}', {
        steps: STEPS[Math.abs(semitones)] ?? t('{semitones} semitones', { semitones: Math.abs(semitones) }),
        which: semitones > 0 ? t('up') : t('down'),
      });

/** How a ladder is come to and left on top, of which it makes a line; nothing where its top does not go by step. */
export function ladderText({ found }: Proposal, { into, outOf }: MovePrice['top']): string {
  const isLadder = found.parts.some((part) => part.into === 'top-rises' || part.into === 'top-falls');
  if (!isLadder || (into === null && outOf === null)) return '';
  const ways = [
    ...(into === null ? [] : [t('come to {step}', { step: stepText(into) })]),
    ...(outOf === null ? [] : [t('left {step}', { step: stepText(outOf) })]),
  ];
  return t('On top it is {ways}.', { ways: ways.join(' and ') });
}
