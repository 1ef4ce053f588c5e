import type { Bar, Chart } from '../chart/chart.ts';
import { playedBars } from '../chart/played.ts';
import { barByBar, notesOf, type Melody } from '../melody/melody.ts';

/** A tune as it stands in a file. */
export interface Tune {
  readonly chart: Chart;
  readonly melody: Melody;
}

/** Whether times through a bar have notes of their own: a file has no sign for it. */
export const hasOwnTimes = (melody: Melody): boolean => melody.some(({ pass }) => pass !== null);

/** A tune with every repeat written out: bars as they are played, each with the notes of its time. */
export function writtenOut(chart: Chart, melody: Melody): Tune {
  const notes = barByBar(melody);
  const played = playedBars(chart);
  const bars = played.map(({ index, number, pass }): Bar => ({
    ...chart.bars[index]!,
    number,
    lyrics: versesOf(chart.bars[index]!, pass),
    opens: null,
    closes: null,
    ending: null,
    times: null,
    signs: {},
    jump: null,
  }));
  return {
    chart: { ...chart, bars },
    melody: played.flatMap(({ index, pass }, bar) =>
      notesOf(notes[index] ?? [], pass).map((note) => ({ ...note, bar, pass: null })),
    ),
  };
}

/** The verse that is sung a time through; the last one from then on. */
const versesOf = ({ lyrics }: Bar, pass: number) => lyrics.slice(Math.min(pass, lyrics.length) - 1).slice(0, 1);

/** A tune for a file that has one melody for all times: as it is, or written out. */
export const forFile = (chart: Chart, melody: Melody): Tune =>
  hasOwnTimes(melody) ? writtenOut(chart, melody) : { chart, melody };
