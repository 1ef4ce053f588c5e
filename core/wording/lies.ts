import type { Lies } from '../leading/where-it-lies.ts';

const OCTAVES: Readonly<Record<number, string>> = {
  [-1]: 'one octave down',
  0: 'as it is sung',
  1: 'one octave up',
  2: 'two octaves up',
};

/** So many grips for a note are many to choose from, and some. */
const MANY = 60;
const SOME = 12;

/** How a melody lies in its octave, and where it lies best. */
export function liesText({ octave, notes, carried, offNeck, grips }: Lies, best: Lies): string {
  const choice = grips >= MANY ? 'many grips' : grips >= SOME ? 'some grips' : 'few grips';
  const some = `${carried} of ${notes} notes can be carried, most by ${choice}`;
  const off = offNeck > 0 ? `; ${offNeck} ${offNeck === 1 ? 'is' : 'are'} not on this neck` : '';
  return octave === best.octave
    ? `${some}${off}. It lies best here.`
    : `${some}${off}. It lies best ${OCTAVES[best.octave]!}.`;
}
