import { msg, plural, t, type Msg } from '../words/words.ts';
import type { Lies } from '../leading/where-it-lies.ts';

const OCTAVES: Readonly<Record<number, Msg>> = {
  [-1]: msg('one octave down'),
  0: msg('as it is sung'),
  1: msg('one octave up'),
  2: msg('two octaves up'),
};

/** So many grips for a note are many to choose from, and some. */
const MANY = 60;
const SOME = 12;

/** How a melody lies in its octave, and where it lies best. */
export function liesText({ octave, notes, carried, offNeck, grips }: Lies, best: Lies): string {
  const choice = grips >= MANY ? t('many grips') : grips >= SOME ? t('some grips') : t('few grips');
  const some = t('{carried} of {notes} notes can be carried, most by {choice}', { carried, notes, choice });
  const off = offNeck > 0 ? t('; {plural} not on this neck', { plural: plural(offNeck, '{n} is', '{n} are') }) : '';
  return octave === best.octave
    ? t('{some}{off}. It lies best here.', { some, off })
    : t('{some}{off}. It lies best {octaves}.', { some, off, octaves: OCTAVES[best.octave]! });
}
