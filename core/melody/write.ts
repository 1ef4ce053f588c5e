import type { Chart } from '../chart/chart.ts';
import { scale, type Key } from '../pitch/key.ts';
import { TICKS_PER_QUARTER, type Ticks } from '../time/meter.ts';
import { BREATH, NO_BREATH } from './abc-notes.ts';
import { barByBar, type Melody, type MelodyNote } from './melody.ts';

/** The unit that lengths are written in. */
const UNIT: Ticks = TICKS_PER_QUARTER / 2;
/** Bars on a line. */
const ON_A_LINE = 4;

/**
 * Writes a melody as the ABC notes of a chart file (the line `melody:` and what follows), bar by bar in the chart's key, as
 * far as it goes. What is sung one time through a bar only stands after `[r:pass 2]`, a remark to other readers.
 */
export function writeMelody({ bars, key }: Pick<Chart, 'bars' | 'key'>, melody: Melody): string {
  if (melody.length === 0) return '';
  const written = barByBar(melody).map((notes, index) => barText(notes, bars[index]!.ticks, key));
  const lines = Array.from({ length: Math.ceil(written.length / ON_A_LINE) }, (_, i) =>
    written.slice(i * ON_A_LINE, (i + 1) * ON_A_LINE),
  );
  return `melody:\n${lines.map((some) => `${some.map((bar) => `${bar} |`).join(' ')}\n`).join('')}`;
}

/** The notes of a bar; `marks`: what is to stand before what sounds at a tick, notes that sound on are parted there. */
export function barText(
  notes: readonly MelodyNote[],
  ticks: Ticks,
  key: Key,
  marks: ReadonlyMap<Ticks, string> = NO_MARKS,
): string {
  const passes = [...new Set(notes.map(({ pass }) => pass))];
  const base = passes.includes(null) || passes.length === 0 ? [null] : [];
  return [...base, ...passes.filter((pass) => pass !== null)]
    .map((pass) => {
      const own = notes.filter((note) => note.pass === pass);
      return `${pass === null ? '' : `[r:pass ${pass}] `}${segmentText(own, ticks, key, marks)}`;
    })
    .join(' ');
}

const NO_MARKS: ReadonlyMap<Ticks, string> = new Map();

/** Notes and, as null, the rests between them. */
interface Written {
  readonly tick: Ticks;
  readonly note: MelodyNote | null;
  readonly ticks: Ticks;
}

function segmentText(notes: readonly MelodyNote[], long: Ticks, key: Key, marks: ReadonlyMap<Ticks, string>): string {
  const whole: Written[] = [];
  let now: Ticks = 0;
  for (const note of notes) {
    if (note.tick > now) whole.push({ note: null, tick: now, ticks: note.tick - now });
    whole.push({ note, tick: note.tick, ticks: note.ticks });
    now = note.tick + note.ticks;
  }
  if (now < long) whole.push({ note: null, tick: now, ticks: long - now });
  const written = whole.flatMap((one) => partedAt(one, [...marks.keys()]));
  const signs = new Map(scale(key).map((name) => [name[0]!, name.slice(1)]));
  const texts: string[] = [];
  for (let i = 0; i < written.length;) {
    const three = written.slice(i, i + 3);
    const isTriplet = three.length === 3 && three.every(({ ticks }) => ticks === three[0]!.ticks && isThird(ticks));
    const textOf = ({ note, tick }: Written, ticks: Ticks) => (marks.get(tick) ?? '') + noteText(note, ticks, signs);
    if (isTriplet) texts.push(`(3${three.map((one) => textOf(one, (one.ticks * 3) / 2)).join('')}`);
    else texts.push(textOf(written[i]!, written[i]!.ticks));
    i += isTriplet ? 3 : 1;
  }
  return texts.join(' ');
}

/** Where the notes of a bar are written that are parted at some places: every tied part of them. */
export const writtenAt = (notes: readonly MelodyNote[], places: readonly Ticks[]): readonly Ticks[] =>
  notes.flatMap((note) => partedAt({ note, tick: note.tick, ticks: note.ticks }, places).map(({ tick }) => tick));

/** What sounds on over some places as parts, tied. */
function partedAt({ note, tick, ticks }: Written, places: readonly Ticks[]): readonly Written[] {
  const inside = places.filter((place) => place > tick && place < tick + ticks).sort((a, b) => a - b);
  const points = [tick, ...inside, tick + ticks];
  return points.slice(0, -1).map((from, i): Written => {
    const to = points[i + 1]!;
    const isLast = i === points.length - 2;
    if (note === null || isLast) return { note, tick: from, ticks: to - from };
    // A phrase ends with the last of them.
    return { note: { ...note, tied: true, breath: undefined }, tick: from, ticks: to - from };
  });
}

/** Whether a length is two thirds of one that is written with flags and dots. */
const isThird = (ticks: Ticks): boolean => {
  const [, under] = fractionOf(ticks);
  const [, whole] = fractionOf((ticks * 3) / 2);
  return under % 3 === 0 && whole % 3 !== 0;
};

/** `signs`: the accidentals in force by letter; what the note needs is put in. */
function noteText(note: MelodyNote | null, ticks: Ticks, signs: Map<string, string>): string {
  const [over, under] = fractionOf(ticks);
  const long = `${over === 1 ? '' : over}${under === 1 ? '' : under === 2 ? '/' : `/${under}`}`;
  if (note === null) return `z${long}`;
  const { spelling, pitch, tied, breath } = note;
  const [letter, accidental] = [spelling[0]!, spelling.slice(1)];
  const sign = signs.get(letter) === accidental ? '' : accidental === '#' ? '^' : accidental === 'b' ? '_' : '=';
  signs.set(letter, accidental);
  const natural = pitch - (accidental === '#' ? 1 : accidental === 'b' ? -1 : 0);
  const octave = Math.floor(natural / 12) - 1;
  const height =
    octave >= 5 ? letter.toLowerCase() + "'".repeat(octave - 5) : letter + ','.repeat(Math.max(0, 4 - octave));
  const said = breath === undefined ? '' : breath ? BREATH : NO_BREATH;
  return `${said}${sign}${height}${long}${tied ? '-' : ''}`;
}

/** A length in units, as a fraction in lowest terms. */
function fractionOf(ticks: Ticks): readonly [over: number, under: number] {
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  const common = divisor(ticks, UNIT);
  return [ticks / common, UNIT / common];
}
