import { row, t } from '../words/words.ts';
import { entriesText } from '../chart/write.ts';
import { FASTEST, LONGEST_TITLE, SLOWEST } from '../chart/headers.ts';
import type { Feel } from '../chart/chart.ts';
import { MOST_VERSES, parseChart } from '../chart/parse.ts';
import { parseChord } from '../chord/symbol.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import type { Measure } from '../melody/abc-notes.ts';
import { inBars } from '../melody/in-bars.ts';
import type { Decisions } from '../take/decision.ts';
import { parseTune } from '../melody/tune-text.ts';
import { writeMelody } from '../melody/write.ts';
import { headerKey, type Key } from '../pitch/key.ts';
import type { ProblemCode } from '../problem.ts';
import { pinned, type FileGrip, type PlacedGrip } from './draft-grips.ts';
import { formatMeter, TICKS_PER_QUARTER, ticksPerBar, ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';

/** A measure as a file has it: its notes, its chords as they are spelled there, and what changes or stands at it. */
export interface DraftMeasure extends Measure {
  /** As the file counts it. */
  readonly label: string;
  readonly chords: readonly { readonly tick: Ticks; readonly text: string; readonly grip?: FileGrip }[];
  /** Null: as before. */
  readonly meter: Meter | null;
  readonly key: Key | null;
  readonly section: string | null;
  readonly ending: number | null;
  /** Signs as the grammar of charts has them in braces: before the bar, and after it. */
  readonly before: readonly string[];
  readonly after: readonly string[];
}

/** A tune as it was read from a file. */
export interface Draft {
  readonly title: string;
  readonly key: Key | null;
  readonly meter: Meter;
  /** Beats a minute, in those of the meter; null: the file does not say. */
  readonly tempo: number | null;
  readonly feel: Feel;
  readonly measures: readonly DraftMeasure[];
}

/** What of a file could not be carried over, where, and what was done about it. */
export interface Lost {
  /** The measure as the file counts it; null: it is of the whole tune. */
  readonly measure: string | null;
  readonly code:
    | 'chord-unknown'
    | 'chord-moved'
    | 'measure-long'
    | 'measure-short'
    | 'melody-unfit'
    | 'chart-unfit'
    | 'tempo-left'
    | 'passed-over'
    | 'written-out';
  readonly args: Readonly<Record<string, string | number>>;
}

/** A tune's text, and what did not go into it. */
export interface DraftText {
  readonly text: string;
  readonly hasChords: boolean;
  readonly hasMelody: boolean;
  readonly lost: readonly Lost[];
  /** The grips of its chords, as pins in a take whose bars are called `bar-1`, `bar-2` … as they are counted. */
  readonly grips: Decisions;
}

/** Bars on a line. */
const ON_A_LINE = 4;
const DEFAULT_TEMPO = 120;

/** A measure that became a bar; a pickup, or a bar parted by a repeat, is the end of another. */
interface BarOf {
  readonly measure: DraftMeasure;
  /** What stands in the measure that fills it up. */
  readonly rest: DraftMeasure | null;
  readonly meter: Meter;
  readonly isPickup: boolean;
}

/** Writes a draft as the text of a tune, its melody after its chart. Nothing is dropped in silence. */
export function draftText(draft: Draft): DraftText {
  const lost: Lost[] = [];
  const measures = withOpenings(fitted(draft, lost));
  const bars = barsOf(draft.meter, measures);
  const placed: PlacedGrip[] = [];
  const chart = `${headersText(draft, lost)}\n${barsText(draft.meter, bars, lost, placed)}\n`;
  const read = parseChart(chart);
  const { grips, left } = read.ok ? pinned(read.value, placed) : { grips: {}, left: placed.length };
  if (left > 0) lost.push({ measure: null, code: 'passed-over', args: { what: row('grips'), count: left } });
  const hasChords = measures.some(({ chords }) => chords.length > 0);
  if (!read.ok) {
    const { code, bar } = read.problems[0]!;
    return { text: chart, hasChords, hasMelody: false, lost: [...lost, unfit('chart-unfit', code, bar)], grips };
  }
  const hasNotes = measures.some(({ notes, passes }) => notes.length > 0 || passes.size > 0);
  if (!hasNotes) return { text: chart, hasChords, hasMelody: false, lost, grips };
  const melody = inBars(read.value, measures);
  const text = melody.ok ? `${chart}\n${writeMelody(read.value, melody.value)}` : chart;
  // What comes out is read once more: lengths that nobody can write do not get through.
  const again = parseTune(text);
  if (melody.ok && again.ok) return { text, hasChords, hasMelody: true, lost, grips };
  const failed = melody.ok ? again : melody;
  const { code, bar } = failed.ok ? { code: 'melody-length' as const, bar: null } : failed.problems[0]!;
  return { text: chart, hasChords, hasMelody: false, lost: [...lost, unfit('melody-unfit', code, bar ?? null)], grips };
}

const unfit = (code: Lost['code'], why: ProblemCode, bar: number | null | undefined): Lost => ({
  measure: bar === null || bar === undefined ? null : String(bar),
  code,
  args: { why },
});

function headersText({ title, key, meter, tempo, feel }: Draft, lost: Lost[]): string {
  const beats = tempo === null ? DEFAULT_TEMPO : Math.round(tempo);
  const isUsual = beats >= SLOWEST && beats <= FASTEST;
  if (!isUsual) lost.push({ measure: null, code: 'tempo-left', args: { tempo: beats } });
  const lines = [
    `title: ${title.replace(/\s+/g, ' ').trim().slice(0, LONGEST_TITLE) || t('Untitled')}`,
    ...(key ? [`key: ${headerKey(key)}`] : []),
    `meter: ${formatMeter(meter)}`,
    `tempo: ${isUsual ? beats : DEFAULT_TEMPO}`,
    ...(feel === 'swing' ? ['feel: swing'] : []),
  ];
  return `${lines.join('\n')}\n`;
}

/** Measures as long as their meter, or short where that has its place: a pickup, both parts of a bar at a repeat, the last. */
function fitted({ meter: first, measures }: Draft, lost: Lost[]): readonly DraftMeasure[] {
  let meter = first;
  return measures.map((measure, i) => {
    meter = measure.meter ?? meter;
    const full = ticksPerBar(meter);
    const { ticks, label } = measure;
    const [before, next] = [measures[i - 1], measures[i + 1]];
    const parted = (one: DraftMeasure, other: DraftMeasure | undefined) =>
      other !== undefined && (one.closes || other.opens) && one.ticks + other.ticks === full;
    const isFull = ticks === full || ticks === 0;
    if (isFull || (ticks < full && (i === 0 || !next || parted(measure, next) || (before && parted(before, measure)))))
      return measure;
    if (measure.closes && ticks < full) return measure;
    if (ticks < full) {
      lost.push({ measure: label, code: 'measure-short', args: {} });
      return { ...measure, ticks: full };
    }
    lost.push({ measure: label, code: 'measure-long', args: {} });
    const within = measure.notes.filter(({ tick }) => tick < full);
    const notes = within.map((note) => ({ ...note, ticks: Math.min(note.ticks, full - note.tick) }));
    return { ...measure, notes, ticks: full, chords: measure.chords.filter(({ tick }) => tick < full) };
  });
}

/** A repeat that closes without having opened begins after the last one, or with the tune. */
function withOpenings(measures: readonly DraftMeasure[]): readonly DraftMeasure[] {
  const opened = [...measures];
  let from = 0;
  let isOpen = false;
  measures.forEach(({ opens, closes, ending }, i) => {
    if (opens) isOpen = true;
    if (closes && !isOpen && (ending ?? 1) < 2) {
      opened[from] = { ...opened[from]!, opens: true };
      isOpen = true;
    }
    if (closes) {
      isOpen = false;
      from = i + 1;
    }
  });
  return opened;
}

function barsOf(first: Meter, measures: readonly DraftMeasure[]): readonly BarOf[] {
  const bars: BarOf[] = [];
  let meter = first;
  for (let i = 0; i < measures.length; i++) {
    const measure = measures[i]!;
    meter = measure.meter ?? meter;
    const full = ticksPerBar(meter);
    const isPickup = i === 0 && measure.ticks > 0 && measure.ticks < full;
    const after = measures[i + 1];
    const fills = !isPickup && after && measure.ticks > 0 && measure.ticks + after.ticks === full && after.ticks > 0;
    bars.push({ measure, rest: fills ? after : null, meter, isPickup });
    if (fills) i++;
  }
  return bars;
}

/** The bars with their lines. What opens with the second part of a bar opens with the next one. */
function barsText(first: Meter, bars: readonly BarOf[], lost: Lost[], grips: PlacedGrip[]): string {
  const lines: string[] = [];
  let line = '';
  let held: Chord | null = null;
  let meter = first;
  let onLine = 0;
  /** The words of each bar of the line, by verse. */
  let sung: (readonly string[])[] = [];
  bars.forEach((bar, i) => {
    const { measure } = bar;
    const [before, next] = [bars[i - 1], bars[i + 1]];
    const opens = (measure.opens && !bar.isPickup) || before?.rest?.opens || (before?.isPickup && before.measure.opens);
    const closes = before && (before.measure.closes || before.rest?.closes);
    const entries = chordsOf(bar, held, lost);
    held = entries.at(-1)!.chord;
    for (const { tick, chord, grip } of entries) if (chord && grip) grips.push({ bar: i, tick, chord, grip });
    const changes = [
      ...(formatMeter(bar.meter) === formatMeter(meter) ? [] : [`{${formatMeter(bar.meter)}}`]),
      ...(measure.key && i > 0 ? [`{key: ${headerKey(measure.key)}}`] : []),
      ...measure.before.map((sign) => `{${sign}}`),
    ];
    meter = bar.meter;
    const beats = bar.isPickup ? measure.ticks / ticksPerBeat(bar.meter) : undefined;
    const text = [...changes, entriesIn(bar, entries, beats, lost), ...measure.after.map((sign) => `{${sign}}`)].join(
      ' ',
    );
    const ending = measure.ending === null ? '' : String(measure.ending);
    const isFull = onLine >= ON_A_LINE || measure.section !== null || before?.isPickup === true;
    const breaks = line !== '' && isFull && ending === '';
    const sign = `${closes && !breaks ? ':' : ''}|${opens ? ':' : ''}${ending}`;
    if (breaks) {
      lines.push(`${line} ${closes ? ':|' : '|'}`, ...versesText(sung));
      [line, onLine, sung] = ['', 0, []];
    }
    if (measure.section !== null) lines.push(...(line === '' ? ['', `[${measure.section}]`] : []));
    if (bar.isPickup) line += `[pickup ${pickupText(measure.ticks)}] `;
    line += `${line === '' || line.endsWith('] ') ? '' : ' '}${sign} ${text}`;
    onLine += bar.isPickup ? 0 : 1;
    sung.push(wordsIn(bar, entries, lost));
    if (!next) lines.push(`${line} ${measure.closes || bar.rest?.closes ? ':|' : '|'}`, ...versesText(sung));
  });
  return lines.join('\n');
}

/** The words of a bar by verse, those of each of its chords parted by `~`, as the text of a chart has them. */
function wordsIn({ measure, rest }: BarOf, entries: readonly Placed[], lost: Lost[]): readonly string[] {
  const all = [
    ...(measure.words ?? []),
    ...(rest?.words ?? []).map((one) => ({ ...one, tick: one.tick + measure.ticks })),
  ];
  if (all.some(({ verse }) => verse >= MOST_VERSES))
    lost.push({ measure: measure.label, code: 'passed-over', args: { what: row('words of further verses') } });
  const verses = Math.min(MOST_VERSES, 1 + Math.max(-1, ...all.map(({ verse }) => verse)));
  return Array.from({ length: verses }, (_, verse) => {
    const own = all.filter((one) => one.verse === verse);
    const pieces = entries.map(({ tick }, i) =>
      own
        .filter((one) => (i === 0 || one.tick >= tick) && one.tick < (entries[i + 1]?.tick ?? Infinity))
        // What stands for something else in the text of a chart does not stand in words.
        .map(({ text }) => text.replace(/[|~{}\s]+/g, ' ').trim())
        .reduce((text, one) => (text.endsWith('-') ? text.slice(0, -1) + one : `${text} ${one}`.trim()), ''),
    );
    return pieces.slice(0, 1 + pieces.findLastIndex((piece) => piece !== '')).join(' ~ ');
  });
}

/** A line for each verse under a line of bars. */
function versesText(sung: readonly (readonly string[])[]): readonly string[] {
  const verses = Math.max(0, ...sung.map(({ length }) => length));
  return Array.from({ length: verses }, (_, verse) => {
    const words = sung.map((bar) => bar[verse] ?? '');
    return `> ${words.slice(0, 1 + words.findLastIndex((one) => one !== '')).join(' | ')}`.trimEnd();
  });
}

/** `1/8`, `3/4`. */
function pickupText(ticks: Ticks): string {
  const eighths = ticks / (TICKS_PER_QUARTER / 2);
  if (Number.isInteger(eighths)) return eighths % 2 === 0 ? `${eighths / 2}/4` : `${eighths}/8`;
  return `${Math.max(1, Math.round(ticks / (TICKS_PER_QUARTER / 4)))}/16`;
}

interface Placed {
  readonly tick: Ticks;
  readonly chord: Chord | null;
  readonly grip: FileGrip | undefined;
}

/** The chords of a bar from its start; before the first the last one sounds on. */
function chordsOf({ measure, rest }: BarOf, held: Chord | null, lost: Lost[]): readonly Placed[] {
  const all = [
    ...measure.chords,
    ...(rest?.chords ?? []).map((one) => ({ ...one, tick: one.tick + measure.ticks })),
  ].sort((a, b) => a.tick - b.tick);
  const placed: Placed[] = [];
  for (const { tick, text, grip } of all) {
    const isNone = /^N\.?\s*C\.?$/i.test(text.trim());
    const read = isNone ? null : parseChord(text);
    if (read && !read.ok) {
      lost.push({ measure: measure.label, code: 'chord-unknown', args: { text } });
      continue;
    }
    const chord = read?.ok ? read.value : null;
    if (placed.at(-1)?.tick === tick) placed.pop();
    placed.push({ tick, chord, grip });
  }
  if (placed[0]?.tick !== 0) placed.unshift({ tick: 0, chord: held, grip: undefined });
  const nameOf = ({ chord }: Placed) => (chord ? symbolOf(chord) : '');
  const isNew = (one: Placed, i: number) => i === 0 || nameOf(one) !== nameOf(placed[i - 1]!);
  const further = placed.filter((one, i) => !isNew(one, i) && one.grip !== undefined).length;
  if (further > 0)
    lost.push({ measure: measure.label, code: 'passed-over', args: { what: row('another grip of the same chord') } });
  return placed.filter(isNew);
}

/** The chords in shares of the bar; where they do not fall on any, on the nearest beats. */
function entriesIn(
  { measure, meter, isPickup }: BarOf,
  placed: readonly Omit<Placed, 'grip'>[],
  beats: number | undefined,
  lost: Lost[],
) {
  const long = isPickup ? measure.ticks : ticksPerBar(meter);
  const beat = ticksPerBeat(meter);
  const inBeats = (some: readonly Omit<Placed, 'grip'>[]) =>
    some.map(({ tick, chord }, i) => ({ chord, beats: ((some[i + 1]?.tick ?? long) - tick) / beat }));
  try {
    return entriesText(inBeats(placed), meter, beats);
  } catch {
    const moved = placed.map(({ tick, chord }) => ({ tick: Math.round(tick / beat) * beat, chord }));
    const apart = moved.filter(({ tick }, i) => tick < long && moved[i + 1]?.tick !== tick);
    lost.push({ measure: measure.label, code: 'chord-moved', args: {} });
    try {
      return entriesText(inBeats(apart), meter, beats);
    } catch {
      return placed[0]!.chord ? symbolOf(placed[0]!.chord) : 'N.C.';
    }
  }
}
