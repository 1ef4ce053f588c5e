import type { Chart } from '../chart/chart.ts';
import { formatFingers } from '../leading/fingered.ts';
import type { Melody } from '../melody/melody.ts';
import { formatKey } from '../pitch/key.ts';
import { formatMeter, type Ticks } from '../time/meter.ts';
import type { Score, Scored } from '../score/score.ts';
import { sheetForm, type FormBar } from './form.ts';
import { musicOf, type BarChord, type BarMusic, type StaveName, type Voice } from './music.ts';

/** What of a tune a sheet shows: what it does not show parts no bars. */
export interface Shown {
  readonly staves: readonly StaveName[];
  /** A diagram for each grip. */
  readonly diagrams: boolean;
  /** The words that are sung. */
  readonly lyrics: boolean;
}

/** Words under a bar, from where a chord of the chart begins. Verses from 0. */
export interface SheetWords {
  readonly verse: number;
  readonly tick: Ticks;
  readonly text: string;
}

/** A bar of a sheet, with what stands in it. */
export interface SheetBar extends FormBar, BarMusic {
  /** Whether its meter and its key are to be told. */
  readonly newMeter: boolean;
  readonly newKey: boolean;
  /** Of its chords those with a grip that is not the one before: they have a diagram. */
  readonly grips: readonly BarChord[];
  readonly words: readonly SheetWords[];
}

/** A tune as it stands on paper. */
export interface Sheet extends Pick<Chart, 'title' | 'key' | 'meter' | 'tempo' | 'feel'> {
  readonly bars: readonly SheetBar[];
}

/** What a score, made over a chart and its melody, is on paper. */
export function sheetOf(chart: Chart, score: Score, scored: Scored, melody: Melody, shown: Shown): Sheet {
  const music = musicOf(score, scored, melody);
  const form = sheetForm(
    chart.bars,
    music.map((one) => asShown(one, shown)),
  );
  const { title, key, meter, tempo, feel } = chart;
  const verses = Math.max(0, ...chart.bars.map(({ lyrics }) => lyrics.length));
  const bars = form.map((one, i): SheetBar => {
    const { bar, played } = one;
    const before = form[i - 1]?.bar;
    const { chords, staves } = music[played[0]!]!;
    return {
      ...one,
      chords,
      staves,
      newMeter: !before || formatMeter(before.meter) !== formatMeter(bar.meter),
      newKey: !before || formatKey(before.key) !== formatKey(bar.key),
      grips: chords.filter((chord) => isNewGrip(chord, scored)),
      words: wordsOf(
        one,
        played.map((k) => score.bars[k]!.pass),
        verses,
      ),
    };
  });
  return { title, key, meter, tempo, feel, bars };
}

/** Whether a chord begins with another grip than the one before it, or as another chord. */
function isNewGrip({ grip, held, symbol, column }: BarChord, { columns }: Scored): boolean {
  if (grip === null || held) return false;
  const before = columns[column - 1];
  const same =
    before?.grip?.grip === grip.grip &&
    formatFingers(before.grip.fingers) === formatFingers(grip.fingers) &&
    before.column.symbol === symbol;
  return !same;
}

/** The words of each time a bar is sung; what is sung to all verses alike is the first's. */
function wordsOf({ bar }: FormBar, passes: readonly number[], verses: number): readonly SheetWords[] {
  if (bar.lyrics.length === 0) return [];
  const sung =
    passes.length > 1 && verses > 1
      ? bar.lyrics.map((_, verse) => verse)
      : [Math.min(passes[0]!, bar.lyrics.length) - 1];
  return sung.flatMap((verse, line) =>
    bar.lyrics[verse]!.flatMap((text, i): SheetWords[] => {
      const tick = bar.entries[i]?.tick ?? 0;
      return text === '' ? [] : [{ verse: sung.length > 1 ? line : 0, tick, text }];
    }),
  );
}

/** All that is seen of a bar, as one text. */
function asShown({ chords, staves }: BarMusic, { staves: shown, diagrams }: Shown): string {
  const chord = ({ tick, symbol, grip, held }: BarChord) => [
    tick,
    symbol,
    held,
    diagrams && grip ? [grip.grip, formatFingers(grip.fingers)] : null,
  ];
  const voices = (some: readonly Voice[]) => some.map(({ events }) => events);
  return JSON.stringify([chords.map(chord), shown.map((name) => voices(staves[name]))]);
}
