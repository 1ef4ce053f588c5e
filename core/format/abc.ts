import type { Bar, Chart } from '../chart/chart.ts';
import { symbolOf } from '../chord/chord.ts';
import { barByBar, type Melody, type MelodyNote } from '../melody/melody.ts';
import { barText, writtenAt } from '../melody/write.ts';
import { headerKey } from '../pitch/key.ts';
import type { Sheet, SheetBar, SheetWords } from '../sheet/sheet.ts';
import { formatMeter, isCompound, type Ticks } from '../time/meter.ts';
import { forFile } from './written-out.ts';

/** Bars on a line. */
const ON_A_LINE = 4;

/** A bar as ABC has it. */
interface AbcBar {
  readonly bar: Pick<Bar, 'ticks' | 'meter' | 'key' | 'opens' | 'closes' | 'ending' | 'section'>;
  readonly chords: readonly { readonly tick: Ticks; readonly symbol: string }[];
  readonly notes: readonly MelodyNote[];
  readonly words: readonly SheetWords[];
}

/** A chart with its melody as a tune of ABC (The abc music standard 2.1): chords in quotes where they change, words under the notes, repeats and endings. */
export function writeAbc(tune: Chart, sung: Melody): string {
  const { chart, melody } = forFile(tune, sung);
  const notes = barByBar(melody);
  return abcOf(
    chart,
    chart.bars.map((bar, i) => ({
      bar,
      chords: bar.entries.map(({ tick, chord }) => ({ tick, symbol: chord ? symbolOf(chord) : 'N.C.' })),
      notes: notes[i] ?? [],
      words: bar.lyrics.flatMap((pieces, verse) =>
        pieces.flatMap((text, k) => (text === '' ? [] : [{ verse, tick: bar.entries[k]?.tick ?? 0, text }])),
      ),
    })),
  );
}

/** The same of a take: its chords over the melody or, where there is none, over the top line of its guitar. */
export function writeSheetAbc(sheet: Sheet): string {
  const isSung = sheet.bars.some(({ staves }) => staves.melody.some(({ events }) => events.length > 0));
  return abcOf(
    sheet,
    sheet.bars.map((own) => {
      const { bar, chords, words } = own;
      return { bar, chords, words, notes: topLine(own, isSung ? 'melody' : 'guitar') };
    }),
  );
}

/** The highest of what begins at once, as long as nothing else begins. */
function topLine({ staves }: SheetBar, stave: 'melody' | 'guitar'): readonly MelodyNote[] {
  const tops = new Map<Ticks, MelodyNote>();
  for (const { events } of staves[stave])
    for (const { tick, ticks, notes, tied, breath, muted } of events) {
      const { pitch, spelling } = notes.at(-1)!;
      if (muted || (tops.get(tick)?.pitch ?? -1) > pitch) continue;
      tops.set(tick, { bar: 0, pass: null, tick, ticks, pitch, spelling, tied, ...(breath && { breath: true }) });
    }
  const line = [...tops.values()].sort((a, b) => a.tick - b.tick);
  return line.map((note, i): MelodyNote => {
    const room = (line[i + 1]?.tick ?? Infinity) - note.tick;
    return note.ticks > room ? { ...note, ticks: room, tied: false } : note;
  });
}

function abcOf({ title, key, meter, tempo }: Pick<Chart, 'title' | 'key' | 'meter' | 'tempo'>, all: readonly AbcBar[]) {
  const beat = isCompound(meter) ? '3/8' : `1/${meter.unit}`;
  const heads = [`X:1`, `T:${title}`, `M:${formatMeter(meter)}`, 'L:1/8', `Q:${beat}=${tempo}`, `K:${headerKey(key)}`];
  const lines: string[] = [];
  let line = '';
  let onLine: AbcBar[] = [];
  const flush = (closed: string) => {
    lines.push(`${line}${closed}`, ...wordLines(onLine));
    [line, onLine] = ['', []];
  };
  all.forEach((own, i) => {
    const { bar } = own;
    const before = all[i - 1]?.bar ?? null;
    const breaks = before !== null && (bar.section !== null || i % ON_A_LINE === 0) && bar.ending === null;
    const sign = `${before?.closes ? ':' : ''}|${bar.opens ? ':' : ''}${bar.ending ? bar.ending.number : ''}`;
    if (breaks) flush(before.closes ? ':|' : '|');
    if (bar.section !== null) lines.push(`P:${bar.section}`);
    const opening = breaks || i === 0 ? (bar.opens ? '|:' : '') : sign;
    line += `${opening}${line === '' ? '' : ' '}${changes(bar, before)}${withChords(own)} `;
    onLine.push(own);
  });
  flush(all.at(-1)?.bar.closes ? ':|' : '|]');
  return `${[...heads, ...lines].join('\n')}\n`;
}

/** A meter or a key that is new in a bar. */
function changes({ meter, key }: AbcBar['bar'], before: AbcBar['bar'] | null): string {
  if (!before) return '';
  const newMeter = formatMeter(meter) !== formatMeter(before.meter) ? `[M:${formatMeter(meter)}] ` : '';
  return newMeter + (headerKey(key) !== headerKey(before.key) ? `[K:${headerKey(key)}] ` : '');
}

/** The notes of a bar, each chord in quotes before what sounds when it comes. */
function withChords({ bar: { ticks, key }, chords, notes }: AbcBar): string {
  // That one ends nothing has no sign in ABC.
  const own = notes.map((note) => ({ ...note, breath: note.breath || undefined }));
  const marks = new Map(chords.map(({ tick, symbol }) => [tick, `"${symbol}"`]));
  return barText(own, ticks, key, marks);
}

/** The words under a line of music, a line for each verse: a syllable for each note that is written, `*` where none is. */
function wordLines(bars: readonly AbcBar[]): readonly string[] {
  const verses = Math.max(0, ...bars.flatMap(({ words }) => words.map(({ verse }) => verse + 1)));
  return Array.from({ length: verses }, (_, verse) => {
    const sung = bars.map(({ chords, notes, words }) => {
      const places = writtenAt(
        notes,
        chords.map(({ tick }) => tick),
      );
      const under = places.map((): string[] => []);
      for (const { tick, text } of words.filter((one) => one.verse === verse)) {
        // Under what begins when they are sung, else under what sounds last.
        const at = places.findIndex((place) => place >= tick);
        under.at(at)?.push(syllable(text));
      }
      return under.map((some) => (some.length === 0 ? '*' : some.join('~'))).join(' ');
    });
    return `w: ${sung.join(' | ')}`;
  });
}

/** Words as one syllable of ABC: what is a sign there is escaped, or left out (The abc music standard 2.1, section 5.1). */
const syllable = (text: string): string =>
  text
    .replace(/[|*_\\]/g, ' ')
    .trim()
    .replaceAll('-', '\\-')
    .replace(/\s+/g, '~');
