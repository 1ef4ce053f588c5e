import type { Hand } from '../neck/hand.ts';
import { headerKey } from '../pitch/key.ts';
import type { BarChord } from '../sheet/music.ts';
import type { Sheet, SheetBar } from '../sheet/sheet.ts';
import { isSigned, unfolded } from '../sheet/unfolded.ts';
import { usedGrips } from '../sheet/used-grips.ts';
import { beatsPerBar, formatMeter, ticksPerBeat, TICKS_PER_QUARTER, type Ticks } from '../time/meter.ts';

/** Bars on a line of a grid. */
const ON_A_LINE = 4;
/** A beat is parted into so many cells at most. */
const MOST_CELLS_A_BEAT = 4;

/**
 * A sheet as ChordPro (file format, version 6): its shapes, its bars as grids, and its words under the chords. What a grid has no
 * sign for (a pickup, swing) stands in directives of its own, as the format allows (`x_…`).
 */
export function writeChordPro(folded: Sheet, { tuning, capo }: Pick<Hand, 'tuning' | 'capo'>): string {
  // A grid has no jumps.
  const sheet = isSigned(folded) ? unfolded(folded) : folded;
  const { title, key, meter, tempo, feel, bars } = sheet;
  const head = [
    `{title: ${inDirective(title)}}`,
    `{key: ${headerKey(key)}}`,
    `{time: ${formatMeter(meter)}}`,
    `{tempo: ${tempo}}`,
    ...(feel === 'swing' ? ['{x_feel: swing}'] : []),
    ...(capo > 0 ? [`{capo: ${capo}}`] : []),
    ...shapesOf(sheet, tuning.length),
  ];
  return `${[...head, ...gridsOf(sheet), ...versesOf(bars)].join('\n')}\n`;
}

/** A directive ends with its brace. */
const inDirective = (text: string): string => text.replace(/[{}]/g, '').trim();

/** The first shape of each chord: the format has one by a name. `frets` are counted from the base fret, which is 1. */
function shapesOf(sheet: Sheet, strings: number): readonly string[] {
  const told = new Set<string>();
  return usedGrips(sheet).flatMap(({ symbol, grip: { frets, fingers } }): string[] => {
    if (told.has(symbol)) return [];
    told.add(symbol);
    const fretted = frets.filter((fret) => fret > 0);
    const base = fretted.length === 0 || Math.max(...fretted) <= ON_A_LINE ? 1 : Math.min(...fretted);
    const all = Array.from({ length: strings }, (_, s) => frets[s] ?? -1);
    const fret = all.map((one) => (one < 0 ? 'x' : one === 0 ? 0 : one - base + 1));
    const finger = all.map((one, s) => (one <= 0 ? '-' : (fingers[s] ?? '-')));
    return [`{define: ${symbol} base-fret ${base} frets ${fret.join(' ')} fingers ${finger.join(' ')}}`];
  });
}

/** The bars of each section as a grid. */
function gridsOf({ bars, key, meter }: Sheet): readonly string[] {
  const lines: string[] = [];
  let line: SheetBar[] = [];
  let isOpen = false;
  const flush = () => {
    if (line.length > 0) lines.push(gridLine(line));
    line = [];
  };
  const close = () => {
    flush();
    if (isOpen) lines.push('{end_of_grid}');
    isOpen = false;
  };
  bars.forEach((own, i) => {
    const { bar } = own;
    const now = bars[i - 1]?.bar ?? { key, meter };
    const changes = [
      ...(formatMeter(bar.meter) === formatMeter(now.meter) ? [] : [`{time: ${formatMeter(bar.meter)}}`]),
      ...(headerKey(bar.key) === headerKey(now.key) ? [] : [`{key: ${headerKey(bar.key)}}`]),
    ];
    if (bar.section !== null || changes.length > 0) close();
    lines.push(...changes);
    if (bar.number === 0) lines.push(`{x_pickup: ${partOfWhole(bar.ticks)}}`);
    if (!isOpen) lines.push(bar.section === null ? '{start_of_grid}' : `{start_of_grid: ${inDirective(bar.section)}}`);
    isOpen = true;
    line.push(own);
    const next = bars[i + 1]?.bar;
    if (line.filter((one) => one.bar.number !== 0).length === ON_A_LINE && !next?.ending) flush();
  });
  close();
  return lines;
}

/** How long a pickup is: `1/8`, `3/16`. */
function partOfWhole(ticks: Ticks): string {
  const unit = [4, 8, 16].find((one) => isWhole((ticks * one) / (4 * TICKS_PER_QUARTER))) ?? 16;
  return `${Math.max(1, Math.round((ticks * unit) / (4 * TICKS_PER_QUARTER)))}/${unit}`;
}

function gridLine(bars: readonly SheetBar[]): string {
  const text = bars.map(({ bar, chords }, i) => {
    const before = bars[i - 1]?.bar;
    const left = bar.opens ? (before?.closes ? ':|:' : '|:') : before?.closes ? ':|' : '|';
    const ending = bar.ending ? String(bar.ending.number) : '';
    return `${left}${ending} ${cellsOf(chords, bar)}`;
  });
  return `${text.join(' ')} ${bars.at(-1)!.bar.closes ? ':|' : '|'}`;
}

/** The chords of a bar in cells of one length, as few as have each chord at the start of one; `.` holds the chord. */
function cellsOf(chords: readonly BarChord[], { meter, ticks }: SheetBar['bar']): string {
  const beats = Math.min(beatsPerBar(meter), ticks / ticksPerBeat(meter));
  const whole = Math.max(1, Math.round(beats));
  const fits = (count: number) => chords.every(({ tick }) => isWhole((tick * count) / ticks));
  const count =
    Array.from({ length: MOST_CELLS_A_BEAT }, (_, i) => whole * (i + 1)).find(fits) ?? whole * MOST_CELLS_A_BEAT;
  const long: Ticks = ticks / count;
  return Array.from({ length: count }, (_, cell) => {
    const chord = chords.find(({ tick }) => Math.round(tick / long) === cell);
    return chord?.symbol ?? '.';
  }).join(' ');
}
const isWhole = (value: number): boolean => Math.abs(value - Math.round(value)) < 1e-6;

/** The words of each verse under its chords, a line for as many bars as a line of the grid has. */
function versesOf(bars: readonly SheetBar[]): readonly string[] {
  const verses = 1 + Math.max(-1, ...bars.flatMap(({ words }) => words.map(({ verse }) => verse)));
  return Array.from({ length: verses }, (_, verse) => [
    '',
    '{start_of_verse}',
    ...linesOf(bars).map((line) =>
      line
        .flatMap((bar) => sungBar(bar, verse))
        .join(' ')
        .trimEnd(),
    ),
    '{end_of_verse}',
  ]).flat();
}

function linesOf(bars: readonly SheetBar[]): readonly (readonly SheetBar[])[] {
  return Array.from({ length: Math.ceil(bars.length / ON_A_LINE) }, (_, i) =>
    bars.slice(i * ON_A_LINE, (i + 1) * ON_A_LINE),
  );
}

/** The chords of a bar, each before what is sung to it. */
function sungBar({ chords, words }: SheetBar, verse: number): readonly string[] {
  const own = words.filter((one) => one.verse === verse);
  return chords
    .filter(({ held }) => !held)
    .map(({ symbol, tick }, i, all) => {
      const until = all[i + 1]?.tick ?? Infinity;
      const text = own.filter((one) => (i === 0 || one.tick >= tick) && one.tick < until).map((one) => one.text);
      return `[${symbol}]${text.join(' ').replace(/[[\]{}]/g, '')}`;
    });
}
