import type { Chart } from '../chart/chart.ts';
import { playedBars } from '../chart/played.ts';
import { NO_MELODY, sungNotes, type Melody, type SungNote } from '../melody/melody.ts';
import { phrasesOf } from '../melody/phrases.ts';
import type { Key } from '../pitch/key.ts';
import type { Ticks } from '../time/meter.ts';
import type { ReadSlot } from './read.ts';

/** How a phrase ends. */
export type CadenceKind = 'authentic' | 'plagal' | 'backdoor' | 'half' | 'deceptive';

/** Where a phrase comes to rest, and how. */
export interface Cadence {
  readonly kind: CadenceKind;
  /** The key it is heard in. */
  readonly key: Key;
  /** The slot it arrives at. */
  readonly at: number;
}

/**
 * A phrase of the melody, counted in whole bars; without one a line of the chart, or what stands before a double bar. Bars as
 * written, and how it ends the first time.
 */
export interface Phrase {
  readonly firstBar: number;
  readonly lastBar: number;
  readonly cadence: Cadence | null;
  /** The slot under its last note, where it is sung. */
  readonly end: number | null;
}

/** A part of the form. */
export interface Section {
  /** Null before the first named section. */
  readonly name: string | null;
  readonly phrases: readonly Phrase[];
  /** Bars as written, a pickup left out. */
  readonly bars: number;
}

/** The form as written: sections, their phrases, and the cadence of each. */
export function formOfChart(chart: Chart, slots: readonly ReadSlot[], melody: Melody = NO_MELODY): readonly Section[] {
  const sections: { name: string | null; phrases: Phrase[]; bars: number }[] = [];
  const played = playedAt(slots);
  const rests = restsOf(chart, slots, melody);
  const isSung = new Set(melody.map(({ bar }) => bar));
  /** Whether somebody sings in the bars of the phrase so far. */
  let sung = false;
  let firstBar: number | null = null;
  chart.bars.forEach((bar, i) => {
    if (bar.section !== null || sections.length === 0) sections.push({ name: bar.section, phrases: [], bars: 0 });
    const section = sections.at(-1)!;
    if (bar.number > 0) section.bars++;
    firstBar ??= bar.number;
    sung ||= isSung.has(i);
    const next = chart.bars[i + 1];
    const isRest = rests.some(({ through }) => through === bar.number);
    // A second ending ends what the first did.
    const ends = (isRest && (next?.ending?.number ?? 1) === 1) || (bar.endsPhrase && !sung);
    if (next && !ends && next.section === null) return;
    const rest = rests.findLast(({ bar: at }) => at >= firstBar! && at <= bar.number);
    const cadence = rest ? restedOn(played, rest, firstBar) : cadenceOf(played, firstBar, bar.number);
    section.phrases.push({ firstBar, lastBar: bar.number, cadence, end: rest?.from ?? null });
    [firstBar, sung] = [null, false];
  });
  return sections;
}

/** Where a phrase of a melody comes to rest. */
interface Rest {
  /** The bar as written that its last note begins in, and the last before the next phrase. */
  readonly bar: number;
  readonly through: number;
  /** The slots under its last note, by index. */
  readonly from: number;
  readonly to: number;
}
/** Where the phrases of a melody come to rest, the first time. */
function restsOf(chart: Chart, slots: readonly ReadSlot[], melody: Melody): readonly Rest[] {
  const bars = playedBars(chart);
  const notes = sungNotes(chart, melody);
  const writtenAt = ({ bar }: SungNote) => bars.find(({ number }) => number === bar)!.index;
  const under = (tick: Ticks) => slots.findLastIndex(({ start }) => start <= tick);
  /** A pickup is sung in a bar of the phrase before. */
  const lastBefore = (next: SungNote) => writtenAt(next) - (next.tick * 2 < chart.bars[writtenAt(next)]!.ticks ? 1 : 0);
  const rests = phrasesOf(bars, notes).map(({ to }): Rest => {
    const { start, ticks } = notes[to]!;
    const at = writtenAt(notes[to]!);
    const next = notes[to + 1];
    // What is played next may stand before it, and after the last nothing does: then the line ends it.
    const line = chart.bars.findIndex(({ endsPhrase }, i) => i >= at && endsPhrase);
    const last =
      next && writtenAt(next) >= at ? Math.max(at, lastBefore(next)) : line < 0 ? chart.bars.length - 1 : line;
    const [bar, through] = [chart.bars[at]!.number, chart.bars[last]!.number];
    return { bar, through, from: under(start), to: under(start + ticks - 1) };
  });
  return rests.filter(({ bar }, i) => rests.findIndex((other) => other.bar === bar) === i);
}

/** The cadence under the last note of a phrase: where that lasts over an arrival home, it waited for it. */
function restedOn(played: Played, { from, to }: Rest, firstBar: number): Cadence | null {
  for (let at = from; at <= to; at++) {
    const found = arrival(played, at, firstBar);
    if (found?.kind === 'authentic') return found;
  }
  return from < 0 ? null : arrival(played, from, firstBar);
}

/** The slots, with what each phrase asks of them looked up once for all. */
interface Played {
  readonly slots: readonly ReadSlot[];
  /** The last slot of a bar as written, the first time it is played. */
  readonly lastOf: ReadonlyMap<number, number>;
  /** Where the chord that sounds in a slot began. */
  readonly since: readonly number[];
}

function playedAt(slots: readonly ReadSlot[]): Played {
  const lastOf = new Map<number, number>();
  const since: number[] = [];
  slots.forEach(({ sourceBar, symbol }, i) => {
    if (slots[i + 1]?.sourceBar !== sourceBar && !lastOf.has(sourceBar)) lastOf.set(sourceBar, i);
    since.push(slots[i - 1]?.symbol === symbol ? since[i - 1]! : i);
  });
  return { slots, lastOf, since };
}

/** The cadence of a phrase the first time it is played; null where it ends in none of the usual ways. */
function cadenceOf(played: Played, firstBar: number, lastBar: number): Cadence | null {
  const { slots } = played;
  const end = played.lastOf.get(lastBar);
  if (end === undefined) return null;
  // A tonic that opens the last bar ends the phrase: what follows it there turns back.
  let opening = end;
  while (slots[opening - 1]?.sourceBar === lastBar && slots[opening - 1]!.pass === slots[end]!.pass) opening--;
  const first = opening < end ? arrival(played, opening, firstBar) : null;
  return first?.kind === 'authentic' ? first : arrival(played, end, firstBar);
}

/** How the chord at a slot is reached from the last other chord of its phrase (common practice). */
function arrival({ slots, since }: Played, end: number, firstBar: number): Cadence | null {
  const here = slots[end]!;
  const at = since[end]!;
  const before = at > 0 && slots[at - 1]!.sourceBar >= firstBar ? slots[at - 1]! : null;
  if (!here.reading) return null;
  const cadence = (kind: CadenceKind): Cadence => ({ kind, key: here.key, at });
  if (isFive(here)) return cadence('half');
  if (!before?.reading) return null;
  if (isHome(here)) {
    if (isFive(before)) return cadence('authentic');
    if (before.reading.outside?.kind === 'backdoor') return cadence('backdoor');
    if (before.reading.outside?.kind === 'tritone-substitute') return cadence('authentic');
    return before.reading.function === 'predominant' && PLAGAL.test(before.reading.numeral) ? cadence('plagal') : null;
  }
  const delayed = here.reading.outside?.kind === 'deceptive' || here.place?.name === 'vi' || here.place?.name === 'bVI';
  return isFive(before) && delayed ? cadence('deceptive') : null;
}

const PLAGAL = /^(IV|iv)(?![a-zA-Z]*\/)/;
/** An inversion is not yet home. */
const isHome = ({ place, reading, entry }: ReadSlot) =>
  (entry.chord?.bass ?? null) === null &&
  (place?.name === 'I' ||
    place?.name === 'i' ||
    reading?.outside?.kind === 'picardy' ||
    (reading?.outside?.kind === 'blues' && reading.function === 'tonic'));
const isFive = ({ place }: ReadSlot) => place?.name === 'V' || place?.name === 'V-minor' || place?.name === 'viio';
