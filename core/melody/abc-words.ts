import type { Ticks } from '../time/meter.ts';

/** Where a note stands that words are sung to. */
export interface SungAt {
  /** Of the tune, from 0. */
  readonly measure: number;
  readonly tick: Ticks;
}
/** A syllable under a note; one that goes on ends with a hyphen. Verses count from 0. */
export interface Syllable {
  readonly verse: number;
  readonly tick: Ticks;
  readonly text: string;
}

/** The signs of a line of words (The abc music standard 2.1, section 5.1): what is no sign is a syllable. */
const SIGNS = /\\-|[-_*|]|\s+|(?:\\-|[^\s\-_*|\\]|\\)+/g;

/** Lays a line of words under the notes of a line of music, in order. */
export function alignWords(
  words: string,
  notes: readonly SungAt[],
  verse: number,
): readonly (Syllable & Pick<SungAt, 'measure'>)[] {
  const laid: (Syllable & Pick<SungAt, 'measure'>)[] = [];
  let next = 0;
  /** Whether a hyphen may follow: after a syllable it joins, after another sign it holds. */
  let joins = false;
  for (const [sign] of words.matchAll(SIGNS)) {
    const note = notes[next];
    if (!note) break;
    if (/^\s/.test(sign)) joins = false;
    else if (sign === '|') {
      // On to the next measure, where it is not begun already.
      const before = notes[next - 1];
      if (before && before.measure === note.measure)
        while (notes[next] && notes[next]!.measure === before.measure) next++;
    } else if (sign === '-' && joins) {
      const last = laid.at(-1)!;
      laid[laid.length - 1] = { ...last, text: `${last.text}-` };
      joins = false;
    } else if (sign === '-' || sign === '_' || sign === '*') next++;
    else {
      laid.push({ ...note, verse, text: sign.replace(/\\-/g, '-').replaceAll('~', ' ') });
      next++;
      joins = true;
    }
  }
  return laid;
}
