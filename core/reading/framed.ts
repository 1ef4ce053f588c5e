import type { Bar, Chart } from '../chart/chart.ts';
import { playedBars, type PlayedBar } from '../chart/played.ts';
import { sharesOf } from '../chart/shares.ts';
import { entriesText } from '../chart/write.ts';
import { masksOf, symbolOf, type Chord } from '../chord/chord.ts';
import { parseSuffix } from '../chord/symbol.ts';
import { sungNotes, type Melody, type MelodyNote, type SungNote } from '../melody/melody.ts';
import { noteAbove } from '../pitch/note.ts';
import { pitchClassOf } from '../pitch/pitch.ts';
import { bad, good, problem, type Outcome } from '../problem.ts';
import { formatMeter, ticksPerBar, type Ticks } from '../time/meter.ts';
import { formOfChart } from './form.ts';
import { readChart } from './read.ts';

/*
 * What goes before a tune and after it, out of its own last phrase (common practice): it is played before the first chorus, and
 * ends on V, so that the tune comes in; or once more at the end, and its last chord and note are held.
 */

export type Framing = 'intro' | 'ending';

/** A tune with a frame: its chart's text, and its melody in the bars of that. */
export interface Framed {
  readonly text: string;
  readonly melody: Melody;
  /** Bars that were put in. */
  readonly bars: number;
}

/** A phrase shorter than this has the one before it, too; of a longer one its end will do. */
const SHORTEST = 4;
const LONGEST = 8;
const ON_A_LINE = 4;
const SEVENTH = parseSuffix('7')!;

/** Puts an intro before a tune, or an ending after it. A chart that jumps about, or changes its meter there, is left alone, and that is said. */
export function framed(frame: Framing, text: string, chart: Chart, melody: Melody): Outcome<Framed> {
  const { bars } = chart;
  if (bars.some(({ jump }) => jump !== null)) return bad(problem('frame-jumps'));
  const last = lastPhrase(chart, melody);
  if (last.length === 0) return bad(problem('chart-empty'));
  const isPlain = ({ meter, ticks }: PlayedBar) =>
    formatMeter(meter) === formatMeter(chart.meter) && ticks === ticksPerBar(meter);
  if (!last.every(isPlain)) return bad(problem('frame-meter'));
  return good(frame === 'intro' ? withIntro(text, chart, melody, last) : withEnding(text, chart, melody, last));
}

/** The bars of the last phrase as it is played, four to eight. */
function lastPhrase(chart: Chart, melody: Melody): readonly PlayedBar[] {
  const played = playedBars(chart).filter(({ number }) => number > 0);
  const end = played.at(-1);
  const phrases = formOfChart(chart, readChart(chart, undefined, melody), melody).flatMap((section) => section.phrases);
  const phrase = phrases.find(({ firstBar, lastBar }) => end && firstBar <= end.sourceBar && end.sourceBar <= lastBar);
  let from = played.length - 1;
  while (from > 0 && phrase) {
    const { sourceBar } = played[from - 1]!;
    if (sourceBar < phrase.firstBar || sourceBar >= played[from]!.sourceBar) break;
    from--;
  }
  const count = played.length - from;
  return played.slice(count > LONGEST || count < SHORTEST ? -SHORTEST : -count);
}

/** A note in time, to be laid in bars. */
type Lying = Pick<SungNote, 'start' | 'ticks' | 'pitch' | 'spelling'>;

/** Notes laid in bars one after another, the first of them bar `first` as written; one that goes over a bar line is tied. */
function laid(notes: readonly Lying[], bars: readonly Pick<PlayedBar, 'ticks'>[], first: number): Melody {
  let start = 0;
  return bars.flatMap(({ ticks }, i) => {
    const from = start;
    const to = (start += ticks);
    return notes.flatMap((note): MelodyNote[] => {
      const [begins, ends] = [Math.max(from, note.start), Math.min(to, note.start + note.ticks)];
      if (begins >= ends) return [];
      const { pitch, spelling } = note;
      const tied = ends < note.start + note.ticks;
      return [{ bar: first + i, pass: null, tick: begins - from, ticks: ends - begins, pitch, spelling, tied }];
    });
  });
}

/** The notes that sound in a stretch of a tune, from its beginning; those that go on beyond it are cut. */
function notesIn(sung: readonly SungNote[], from: Ticks, to: Ticks): readonly Lying[] {
  return sung
    .filter(({ start }) => start >= from && start < to)
    .map((note) => ({ ...note, start: note.start - from, ticks: Math.min(note.ticks, to - note.start) }));
}

/** Notes that end where something else comes. */
const cutAt = (notes: readonly Lying[], at: Ticks): readonly Lying[] =>
  notes.flatMap((note) => (note.start >= at ? [] : [{ ...note, ticks: Math.min(note.ticks, at - note.start) }]));

const ticksOf = (bars: readonly Pick<PlayedBar, 'ticks'>[]): Ticks => bars.reduce((sum, { ticks }) => sum + ticks, 0);

const textOf = ({ entries, meter }: Bar): string => entriesText(entries, meter);

const linesOf = (bars: readonly string[]): string =>
  Array.from({ length: Math.ceil(bars.length / ON_A_LINE) }, (_, i) => bars.slice(i * ON_A_LINE, (i + 1) * ON_A_LINE))
    .map((line) => `| ${line.join(' | ')} |\n`)
    .join('');

function withIntro(text: string, chart: Chart, melody: Melody, last: readonly PlayedBar[]): Framed {
  const { bars, key } = chart;
  const texts = last.map(({ index }) => textOf(bars[index]!));
  const closing = bars[last.at(-1)!.index]!;
  const only = closing.entries.length === 1 ? (closing.entries[0]!.chord ?? null) : null;
  const five: Chord = { root: noteAbove(key.tonic, '5P'), kind: SEVENTH, bass: null };
  /** Where it goes on V: in the last bar, if that rests at home. */
  const turns = only !== null && only.root === key.tonic && only.kind.seventh !== 'b7';
  if (turns) texts[texts.length - 1] = `${symbolOf(only)} ${symbolOf(five)}`;
  const hasPickup = bars[0]?.number === 0;
  const first = hasPickup ? 1 : 0;
  const pickup = hasPickup ? bars[0]!.ticks : 0;
  const sung = sungNotes(chart, melody);
  const [from, length] = [last[0]!.start, ticksOf(last)];
  const [home = 1, away = 1] = sharesOf(2, chart.meter) ?? [];
  /** When it goes on V: as the grammar shares a bar between two chords. */
  const turn = length - Math.round((last.at(-1)!.ticks * away) / (home + away));
  const isFive = ({ pitch }: Lying) => (masksOf(five).allowed & (1 << pitchClassOf(pitch))) !== 0;
  let notes = notesIn(sung, from, from + length);
  // The last note does not fight the V that comes under it.
  if (turns && notes.length > 0 && !isFive(notes.at(-1)!)) notes = cutAt(notes, turn);
  const before = melody.filter(({ bar }) => bar < first);
  if (hasPickup)
    notes = [
      ...cutAt(notes, length - pickup),
      ...before.map(({ tick, ...note }) => ({ ...note, start: length - pickup + tick })),
    ];
  const upbeat = laid(notesIn(sung, from - pickup, from), [{ ticks: pickup }], 0);
  const after = melody.filter(({ bar }) => bar >= first).map((note) => ({ ...note, bar: note.bar + last.length }));
  return {
    text: inserted(text, chart, first, `[Intro]\n${linesOf(texts)}`),
    melody: [...(hasPickup ? upbeat : []), ...laid(notes, last, first), ...after],
    bars: last.length,
  };
}

/** A text with a section before a bar; what follows has a section of its own. */
function inserted(text: string, { bars }: Chart, before: number, section: string): string {
  const lines = text.split('\n');
  const bar = bars[before]!;
  let at = bar.line - 1;
  // A pickup may stand on the same line.
  if (before > 0 && bars[before - 1]!.line === bar.line) {
    const line = lines[at]!;
    const open = line.lastIndexOf('|', bar.at.column - 1);
    lines.splice(at, 1, `${line.slice(0, open).trimEnd()} |`, line.slice(open));
    at++;
  }
  while (at > 0 && /^\s*\[(?!pickup)[^\]]*\]\s*$/i.test(lines[at - 1]!)) at--;
  const named = bar.section === null ? '[Tune]\n' : '';
  return [...lines.slice(0, at), `${section}\n${named}${lines[at]!}`, ...lines.slice(at + 1)].join('\n');
}

function withEnding(text: string, chart: Chart, melody: Melody, last: readonly PlayedBar[]): Framed {
  const { bars } = chart;
  const sung = sungNotes(chart, melody);
  const [from, length] = [last[0]!.start, ticksOf(last)];
  const closing = last.at(-1)!;
  const notes = notesIn(sung, from, from + length);
  const texts = last.map(({ index }) => textOf(bars[index]!));
  // A chord that has lasted for two bars is at rest already.
  const rests = texts.at(-1) === texts.at(-2);
  const chord = bars[closing.index]!.entries.at(-1)!.chord;
  const final = notes.at(-1);
  const held: readonly Lying[] = final && !rests ? [{ ...final, start: length, ticks: closing.ticks }] : [];
  const all = rests ? texts : [...texts, chord ? symbolOf(chord) : 'N.C.'];
  return {
    text: `${text.trimEnd()}\n\n[Ending]\n${linesOf(all)}`,
    melody: [...melody, ...laid([...notes, ...held], [...last, closing], bars.length)],
    bars: all.length,
  };
}
