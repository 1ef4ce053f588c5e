/* Kept moves in words: what they are, where they fit, what gets lost. */
import { musical } from './music.ts';
import type { MovePrice } from '../leading/take.ts';
import type { Proposal } from '../reharm/moves/propose.ts';
import type { Feature, PassageIs } from '../reharm/kept/name.ts';
import type { Nearness } from '../reharm/kept/near.ts';
import type { FunctionLetter } from '../reharm/kept/functions.ts';
import type { PassageUse } from '../reharm/kept/passage.ts';
import type { Loss } from '../take/drop.ts';
import type { KeepPart } from '../take/keep.ts';
import type { KeptLayer } from '../take/kept-move.ts';

export const USE_WORDS: Readonly<Record<PassageUse, string>> = {
  intro: 'introduction',
  ending: 'ending',
  turnaround: 'turnaround',
  cadence: 'cadence',
  blues: 'end of a blues',
  vamp: 'vamp',
  pickup: 'pickup',
  ladder: 'ladder',
  line: 'line',
  pedal: 'pedal',
  approach: 'approach',
};

const LETTER_WORDS: Readonly<Record<FunctionLetter, string>> = {
  T: 'home',
  S: 'away',
  D: 'leading home',
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
      .map((letter) => LETTER_WORDS[letter as FunctionLetter] ?? 'anything')
      .join(' → '),
  );
  return [
    `over ${told.join(' or ')}${over.length > MOST_OVER ? ' or the like' : ''}`,
    ...(before === null ? [] : [before === 'start' ? 'at the beginning' : `after what is ${LETTER_WORDS[before]}`]),
    ...(next === null ? [] : [next === 'end' ? 'at the end' : `goes on to what is ${LETTER_WORDS[next]}`]),
  ].join('; ');
}

const DEGREES = ['1', '♭2', '2', '♭3', '3', '4', '♯4', '5', '♭6', '6', '♭7', '7'];
/** What was sung over a passage where it was found, by degree of the key. */
export const sungText = (sung: readonly number[]): string =>
  `It was found under ${sung.map((semitones) => DEGREES[semitones]).join(', ')} of the melody.`;

const FEATURE_WORDS: Readonly<Record<Feature, string>> = {
  'bass-half-steps-down': 'the bass down by half steps',
  'bass-half-steps-up': 'the bass up by half steps',
  'bass-steps-down': 'the bass down by step',
  'bass-steps-up': 'the bass up by step',
  pedal: 'over one bass',
  fifths: 'by fifths',
};
/** So many degrees still make a name. */
const MOST_NUMERALS = 6;

/** What a passage is called when nobody has said: `ii–V–I by fifths`. */
export function passageName({ numerals, feature }: PassageIs): string {
  const shown =
    numerals.length <= MOST_NUMERALS
      ? numerals
      : [...numerals.slice(0, MOST_NUMERALS - 2), '…', numerals[numerals.length - 1]!];
  return musical(shown.join('–')) + (feature ? `, ${FEATURE_WORDS[feature]}` : '');
}

const NEAR_WORDS: Readonly<Record<Nearness, (name: string) => string>> = {
  same: (name) => `“${name}” has the very same chords.`,
  'other lengths': (name) => `“${name}” has the same chords in other lengths.`,
  'other colours': (name) => `“${name}” has the same roots in other colours.`,
};
export const nearText = (how: Nearness, name: string): string => NEAR_WORDS[how](name);

export const KEEP_PART_WORDS: Readonly<Record<KeepPart, readonly [name: string, open: string]>> = {
  grips: ['The grips as they lie', 'found anew wherever it is put'],
  top: ['The top notes as a line', 'on top is what connects best'],
  bass: ['The lowest notes', 'each chord over its root, as the hand likes'],
  rhythm: ['The rhythm', 'played as what is around it'],
  added: ['What is added between', 'nothing is added'],
  wishes: ['The wishes and manners', 'none'],
};

const LAYER_WORDS: Readonly<Record<KeptLayer, string>> = {
  chord: 'grips',
  wish: 'wishes',
  manner: 'manner',
  rhythm: 'rhythm',
  texture: 'texture',
  decor: 'decorations',
  added: 'decorations',
  line: 'top line',
};

/** What becomes of a kept move in a span, in a sentence or two; nothing where it is as it was kept. */
export const lossText = (losses: readonly Loss[]): string => losses.map(oneLoss).join(' ');

function oneLoss(loss: Loss): string {
  switch (loss.kind) {
    case 'half':
      return 'Half as long.';
    case 'double':
      return 'Twice as long.';
    case 'meter':
      return `From ${loss.meter}.`;
    case 'chords':
      return `No time for ${loss.lost.map(musical).join(', ')}.`;
    case 'left': {
      const words = [...new Set(loss.layers.map((layer) => LAYER_WORDS[layer]))];
      return `Left behind: its ${words.join(', ')}.`;
    }
  }
}

const STEPS = ['', 'a half step', 'a whole step', 'a minor third', 'a major third', 'a fourth'];
const stepText = (semitones: number): string =>
  semitones === 0
    ? 'on the same note'
    : `by ${STEPS[Math.abs(semitones)] ?? `${Math.abs(semitones)} semitones`} ${semitones > 0 ? 'up' : 'down'}`;

/** How a ladder is come to and left on top, of which it makes a line; nothing where its top does not go by step. */
export function ladderText({ found }: Proposal, { into, outOf }: MovePrice['top']): string {
  const isLadder = found.parts.some((part) => part.into === 'top-rises' || part.into === 'top-falls');
  if (!isLadder || (into === null && outOf === null)) return '';
  const ways = [
    ...(into === null ? [] : [`come to ${stepText(into)}`]),
    ...(outOf === null ? [] : [`left ${stepText(outOf)}`]),
  ];
  return `On top it is ${ways.join(' and ')}.`;
}
