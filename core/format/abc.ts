import type { Bar, Chart } from '../chart/chart.ts';
import { symbolOf } from '../chord/chord.ts';
import { barByBar, type Melody, type MelodyNote } from '../melody/melody.ts';
import { barText } from '../melody/write.ts';
import { forFile } from './written-out.ts';
import { headerKey } from '../pitch/key.ts';
import { formatMeter, isCompound } from '../time/meter.ts';

/** Bars on a line. */
const ON_A_LINE = 4;

/** A chart with its melody as a tune of ABC (The abc music standard 2.1): chords in quotes where they change, repeats and endings. */
export function writeAbc(tune: Chart, sung: Melody): string {
  const { chart, melody } = forFile(tune, sung);
  const { title, key, meter, tempo, bars } = chart;
  const notes = barByBar(melody);
  const beat = isCompound(meter) ? '3/8' : `1/${meter.unit}`;
  const heads = [`X:1`, `T:${title}`, `M:${formatMeter(meter)}`, 'L:1/8', `Q:${beat}=${tempo}`, `K:${headerKey(key)}`];
  const lines: string[] = [];
  let line = '';
  bars.forEach((bar, i) => {
    const before = bars[i - 1];
    const breaks = i > 0 && (bar.section !== null || i % ON_A_LINE === 0) && bar.ending === null;
    const sign = `${before?.closes ? ':' : ''}|${bar.opens ? ':' : ''}${bar.ending ? bar.ending.number : ''}`;
    if (breaks) {
      lines.push(`${line}${before!.closes ? ':|' : '|'}`);
      line = '';
    }
    if (bar.section !== null) lines.push(`P:${bar.section}`);
    const opening = breaks || i === 0 ? (bar.opens ? '|:' : '') : sign;
    line += `${opening}${line === '' ? '' : ' '}${changes(bar, before ?? null)}${withChords(bar, notes[i] ?? [])} `;
  });
  lines.push(`${line}${bars.at(-1)?.closes ? ':|' : '|]'}`);
  return `${[...heads, ...lines].join('\n')}\n`;
}

/** A meter or a key that is new in a bar. */
function changes({ meter, key }: Bar, before: Bar | null): string {
  if (!before) return '';
  const newMeter = formatMeter(meter) !== formatMeter(before.meter) ? `[M:${formatMeter(meter)}] ` : '';
  return newMeter + (headerKey(key) !== headerKey(before.key) ? `[K:${headerKey(key)}] ` : '');
}

/** The notes of a bar, each chord in quotes before what sounds when it comes. */
function withChords({ ticks, key, entries }: Bar, notes: readonly MelodyNote[]): string {
  // That one ends nothing has no sign in ABC.
  const own = notes.map((note) => ({ ...note, breath: note.breath || undefined }));
  const marks = new Map(entries.map(({ tick, chord }) => [tick, `"${chord ? symbolOf(chord) : 'N.C.'}"`]));
  return barText(own, ticks, key, marks);
}
