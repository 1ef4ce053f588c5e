import type { Jump, Sign } from './chart.ts';

/** A sign in braces, read; `text` is how it is written. */
export type BraceSign = { readonly text: string } & (
  | { readonly kind: 'sign'; readonly sign: Sign }
  | { readonly kind: 'jump'; readonly jump: Omit<Jump, 'at'> }
  | { readonly kind: 'times'; readonly count: number; readonly vamp: boolean }
);

/** How each sign is written; read without regard to capitals, stops and blanks. */
const SIGNS: Readonly<Record<string, Sign>> = { segno: 'segno', coda: 'coda', tocoda: 'to-coda', fine: 'fine' };
const JUMPS: Readonly<Record<string, Omit<Jump, 'at'>>> = {
  dc: { to: 'start', until: 'end' },
  dcalfine: { to: 'start', until: 'fine' },
  dcalcoda: { to: 'start', until: 'coda' },
  ds: { to: 'segno', until: 'end' },
  dsalfine: { to: 'segno', until: 'fine' },
  dsalcoda: { to: 'segno', until: 'coda' },
};

/** A vamp goes on until it is cued; an arrangement needs a length. */
const VAMP_TIMES = 4;
/** A repeat is played so often at most. */
export const MOST_TIMES = 32;

/** Reads `segno`, `to coda`, `D.S. al coda`, `x4`, `vamp`, `vamp x8`; null for anything else. */
export function signOf(text: string): BraceSign | null {
  const word = text.toLowerCase().replace(/[.\s]/g, '');
  if (Object.hasOwn(SIGNS, word)) return { text, kind: 'sign', sign: SIGNS[word]! };
  if (Object.hasOwn(JUMPS, word)) return { text, kind: 'jump', jump: JUMPS[word]! };
  const times = /^(vamp)?(?:x(\d+))?$/.exec(word);
  const count = times?.[2] === undefined ? VAMP_TIMES : Number(times[2]);
  if (!times || word === '' || count < 1 || count > MOST_TIMES) return null;
  return { text, kind: 'times', count, vamp: times[1] !== undefined };
}

/** A jump as players read it: `D.S. al Coda`. */
export const jumpText = ({ to, until }: Pick<Jump, 'to' | 'until'>): string =>
  `${to === 'start' ? 'D.C.' : 'D.S.'}${until === 'end' ? '' : ` al ${until === 'coda' ? 'Coda' : 'Fine'}`}`;
