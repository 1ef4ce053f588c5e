import { playedOrder } from '../chart/form.ts';
import type { Sheet, SheetBar } from './sheet.ts';

/** Whether a sheet has signs that a plain repeat has not: jumps, and repeats that are played more than twice or until they are cued. */
export const isSigned = ({ bars }: Pick<Sheet, 'bars'>): boolean =>
  bars.some(({ bar }) => bar.jump !== null || bar.times !== null);

/** A sheet with every repeat and jump written out, for a format that has no sign for them; each bar with the words of its time. */
export function unfolded(sheet: Sheet): Sheet {
  const first = sheet.bars[0]?.bar.number === 0 ? 0 : 1;
  const bars = playedOrder(sheet.bars.map(({ bar }) => bar)).map(({ index, pass }, i): SheetBar => {
    const own = sheet.bars[index]!;
    const verses = 1 + Math.max(0, ...own.words.map(({ verse }) => verse));
    const verse = Math.min(pass, verses) - 1;
    return {
      ...own,
      bar: {
        ...own.bar,
        number: first + i,
        opens: null,
        closes: null,
        ending: null,
        times: null,
        signs: {},
        jump: null,
      },
      ending: null,
      words: own.words.filter((one) => one.verse === verse).map((one) => ({ ...one, verse: 0 })),
    };
  });
  return { ...sheet, bars };
}
