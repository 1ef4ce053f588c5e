import { parseChord } from '../chord/symbol.ts';
import { parseKey, type Key } from '../pitch/key.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import { bad, good, problem, type Outcome, type Place, type Problem, type ProblemCode } from '../problem.ts';
import {
  formatMeter,
  parseMeter,
  ticksPerBar,
  ticksPerBeat,
  TICKS_PER_QUARTER,
  type Meter,
  type Ticks,
} from '../time/meter.ts';
import type { Alternate, Bar, Chart, Entry } from './chart.ts';
import { defaultHeaders, headerLine, readHeader, type Headers, partsOfTune } from './headers.ts';
import { findKey, type Sounding } from './find-key.ts';
import { formOf, MOST_WRITTEN_OUT, writtenOutLength } from './form.ts';
import { scan, type Token } from './scan.ts';
import { signOf, type BraceSign } from './signs.ts';
import { innerTokens, shareOut, spanOf } from './entries.ts';
import { mostShares, withDots } from './shares.ts';

/** A chart longer than this is no chart of a tune, but something pasted by mistake. */
export const LONGEST_CHART = 100_000;
/** Most bars as written. */
export const MOST_BARS = 2000;
/** Enough problems to work on at once. */
const MOST_PROBLEMS = 100;
/** Most verses under a line of bars: more than anyone sings. */
export const MOST_VERSES = 40;
/** As much of a text as a message about it shows. */
const SHOWN = 40;

/** A bar whose key may still be the chart's, which is known at the end. */
type Draft = { -readonly [Name in keyof Bar]: Name extends 'key' ? Key | null : Bar[Name] };

/** Reads chart text. All problems are found, not only the first; with any, there is no chart. */
export function parseChart(text: string): Outcome<Chart> {
  if (text.length > LONGEST_CHART) return bad(problem('chart-too-long', { length: text.length, most: LONGEST_CHART }));
  const reader = new Reader();
  const { chartText, melodyText } = partsOfTune(text);
  const lines = chartText.split(/\r\n|\r|\n/);
  lines.forEach((line, i) => reader.line(line, i + 1));
  if (melodyText !== null) reader.melody(lines.length);
  return reader.finish(lines.length);
}

/** The state of reading: the bars so far and what the next bar will carry. */
class Reader {
  readonly #headers: Headers = defaultHeaders();
  /** The line of each header read so far. */
  readonly #headerLines = new Map<string, number>();
  readonly #problems: Problem[] = [];
  readonly #bars: Draft[] = [];
  #meter: Meter | null = null;
  #key: Key | null = null;
  #section: string | null = null;
  #pickup: Ticks | null = null;
  #opens: Place | null = null;
  #ending: Bar['ending'] = null;
  /** Other changes of the bar being read. */
  #alternates: Token[] = [];
  /** The bars of the last line of bars, for the words under it. */
  #lastLine: { readonly from: number; readonly at: number } | null = null;
  /** What stands after the chords of the bar being read. */
  #after: Pick<Draft, 'times' | 'signs' | 'jump'> = { times: null, signs: {}, jump: null };
  /** Symbols as they were read: a chart has few, many times over. */
  readonly #chords = new Map<string, Outcome<Chord>>();
  /** The tokens of the bar before, which % repeats. */
  #before: readonly Token[] | null = null;

  /** Whether there is no use in reading on: too much is wrong, or too long. */
  get #full(): boolean {
    return this.#problems.length >= MOST_PROBLEMS || this.#bars.length > MOST_BARS;
  }

  /** A melody has begun, and goes on to the end of the text. */
  melody(line: number): void {
    this.#problem('melody-elsewhere', {}, { line, column: 1, length: 1 }, null);
  }

  line(line: string, number: number): void {
    const start = line.trimStart();
    if (this.#full || start === '' || start.startsWith('#')) return;
    const whole = { line: number, column: 1, length: line.length };
    const header = headerLine(line);
    if (header) {
      const before = this.#headerLines.get(header.name);
      if (before !== undefined) this.#problem('header-twice', { text: header.name, line: before }, whole, null);
      this.#headerLines.set(header.name, number);
      this.#problems.push(...readHeader(this.#headers, header.name, header.value, whole));
      return;
    }
    if (start.startsWith('>')) {
      this.#lyrics(line, whole);
      return;
    }
    const tokens = scan(line, number);
    const kinds = new Set(tokens.map(({ kind }) => kind));
    if (kinds.has('symbol') && !kinds.has('bar')) {
      this.#problem('line-unknown', { text: line.trim() }, whole, null);
      return;
    }
    const from = this.#bars.length;
    this.#read(tokens);
    if (this.#bars.length > from) this.#lastLine = { from, at: number };
    const last = this.#bars.at(-1);
    if (last && kinds.has('bar')) last.endsPhrase = true;
  }

  #read(tokens: readonly Token[]): void {
    let open: Token[] = [];
    let afterBarLine = false;
    for (const token of tokens) {
      if (this.#full) return;
      if (token.kind === 'symbol') {
        if (this.#alternates.length > 0) this.#problem('alternate-place', {}, token.at);
        open.push(token);
      } else if (token.kind === 'bar') {
        if (open.length > 0) this.#bar(open);
        else if (afterBarLine && !token.text.startsWith(':')) this.#problem('bar-empty', {}, token.at);
        open = [];
        afterBarLine = true;
        this.#barLine(token);
      } else if (token.kind === 'ending') {
        this.#ending = { number: Number(token.text), at: token.at };
      } else if (token.kind === 'change') {
        this.#brace(token, open.length > 0);
        // A sign may stand between two bar lines by itself.
        afterBarLine = false;
      } else {
        this.#openSection(token);
        afterBarLine = false;
      }
    }
    if (open.length > 0) {
      this.#problem('bar-unclosed', { text: open.map(({ text }) => text).join(' ') }, spanOf(open));
      this.#bar(open);
    }
  }

  #barLine({ text, at }: Token): void {
    const last = this.#bars.at(-1);
    if (text.startsWith(':')) {
      if (last) last.closes = at;
      else this.#problem('repeat-unopened', {}, at);
    }
    if (last && (text === '||' || text === '|]')) last.endsPhrase = true;
    if (text.endsWith('|:') || text === ':|:') this.#opens = at;
  }

  /** What stands in braces: a new meter or key from here on, or a sign at a bar. */
  #brace({ text, at }: Token, inBar: boolean): void {
    const named = /^key\s*:(.*)$/i.exec(text);
    const sign = signOf(text);
    if (/^or\b/i.test(text)) {
      if (inBar) this.#alternates.push({ kind: 'change', text, at });
      else this.#problem('alternate-place', {}, at);
    } else if (sign) this.#sign(sign, at, inBar);
    else if (!named && !/^\d+\s*\//.test(text)) this.#problem('brace-unknown', { text }, at);
    else {
      const changed = named ? parseKey(named[1]!) : parseMeter(text);
      if (!changed.ok) this.#problems.push(...changed.problems.map((found) => ({ ...found, at, bar: this.#next() })));
      else if ('tonic' in changed.value) this.#key = changed.value;
      else this.#meter = changed.value;
    }
  }

  /** A sign before a bar waits for it; one after a bar is of the bar being read, or of the last. */
  #sign(sign: BraceSign, at: Place, inBar: boolean): void {
    const last = this.#bars.at(-1);
    const before = sign.kind === 'sign' && (sign.sign === 'segno' || sign.sign === 'coda');
    const bar = before || inBar ? this.#after : last;
    if (bar === undefined) this.#problem('sign-first', { text: sign.text }, at);
    else if (sign.kind === 'sign') bar.signs = { ...bar.signs, [sign.sign]: at };
    else if (sign.kind === 'jump') bar.jump = { ...sign.jump, at };
    else bar.times = { count: sign.count, vamp: sign.vamp, at };
  }

  #openSection({ text, at }: Token): void {
    const pickup = /^pickup\b\s*(.*)$/i.exec(text);
    if (!pickup) {
      this.#section = text;
      return;
    }
    const length = parseMeter(pickup[1]!);
    if (!length.ok) this.#problem('pickup-unknown', { text: pickup[1]! }, at, 0);
    else if (this.#bars.length > 0) this.#problem('pickup-late', {}, at);
    else this.#pickup = (TICKS_PER_QUARTER * 4 * length.value.count) / length.value.unit;
  }

  #bar(tokens: readonly Token[]): void {
    const meter = this.#meter ?? this.#headers.meter;
    const isPickup = this.#pickup !== null;
    const number = this.#next();
    const beats = isPickup ? this.#pickup! / ticksPerBeat(meter) : undefined;
    const entries = this.#entries(tokens, meter, number, beats);
    const alternates = this.#alternates.map((token): Alternate => {
      const inner = innerTokens(token);
      return {
        entries: inner.length === 0 ? [] : this.#shared(inner, token.at, meter, number, beats),
        text: inner.map(({ text }) => text).join(' '),
      };
    });
    this.#bars.push({
      number,
      meter,
      key: this.#key,
      ticks: this.#pickup ?? ticksPerBar(meter),
      section: this.#section,
      entries,
      alternates,
      lyrics: [],
      source: `${formatMeter(meter)} ${entries.map(({ chord, tick }) => `${tick}:${chord ? symbolOf(chord) : 'N.C.'}`).join(' ')}`,
      opens: this.#opens,
      closes: null,
      ending: this.#ending,
      ...this.#after,
      endsPhrase: false,
      line: tokens[0]!.at.line,
      at: spanOf(tokens),
    });
    if (this.#bars.length === MOST_BARS + 1) this.#problem('chart-too-many-bars', { most: MOST_BARS }, tokens[0]!.at);
    this.#section = null;
    this.#pickup = null;
    this.#opens = null;
    this.#ending = null;
    this.#alternates = [];
    this.#after = { times: null, signs: {}, jump: null };
  }

  #entries(tokens: readonly Token[], meter: Meter, bar: number, beats?: number): readonly Entry[] {
    const percent = tokens.find(({ text }) => text === '%');
    if (percent) {
      if (tokens.length > 1) this.#problem('bar-percent-mixed', {}, percent.at, bar);
      else if (this.#before === null) this.#problem('bar-percent-first', {}, percent.at, bar);
      return this.#before ? (shareOut(this.#before, meter, (text) => this.#chord(text, null, bar), beats) ?? []) : [];
    }
    // Of a crowded bar, which has its problem, no more is repeated than a bar takes.
    this.#before = tokens.slice(0, mostShares(meter) + 1);
    return this.#shared(tokens, spanOf(tokens), meter, bar, beats);
  }

  /** The chords of a bar over its shares; what is wrong with them is told. */
  #shared(tokens: readonly Token[], at: Place, meter: Meter, bar: number, beats?: number): readonly Entry[] {
    if (tokens[0]!.text === '.') this.#problem('bar-dot-first', {}, tokens[0]!.at, bar);
    const entries = shareOut(tokens, meter, (text, place) => this.#chord(text, place, bar), beats);
    if (entries === null) {
      const dots = withDots(
        tokens.map(({ text }) => clip(text)),
        meter,
      );
      const [code, args] =
        dots === null ? (['bar-crowded', { most: mostShares(meter) }] as const) : (['bar-share', { dots }] as const);
      this.#problem(code, { count: tokens.length, meter: formatMeter(meter), ...args }, at, bar);
    }
    return entries ?? [];
  }

  /** `> words | words`: words under the bars of the line before, pieces for a bar's chords parted by ~. */
  #lyrics(line: string, at: Place): void {
    const bars = this.#lastLine === null ? [] : this.#bars.slice(this.#lastLine.from);
    if (bars.length === 0) {
      this.#problem('lyrics-first', {}, at, null);
      return;
    }
    let pieces = line
      .replace(/^\s*>/, '')
      .split('|')
      .map((piece) => piece.trim());
    if (pieces.length > bars.length && pieces[0] === '') pieces = pieces.slice(1);
    if (pieces.length > bars.length && pieces.at(-1) === '') pieces = pieces.slice(0, -1);
    if (pieces.length > bars.length)
      this.#problem('lyrics-many', { count: pieces.length, bars: bars.length }, at, null);
    const verse = bars[0]!.lyrics.length;
    if (verse >= MOST_VERSES) {
      this.#problem('lyrics-verses', { most: MOST_VERSES }, at, null);
      return;
    }
    bars.forEach((bar, i) => {
      const words = (pieces[i] ?? '').split('~').map((piece) => piece.trim());
      bar.lyrics = [...bar.lyrics.slice(0, verse), words];
    });
  }

  #chord(text: string, at: Place | null, bar: number): Chord | null {
    if (/^N\.?C\.?$/i.test(text)) return null;
    let chord = this.#chords.get(text);
    if (!chord) this.#chords.set(text, (chord = parseChord(text)));
    if (chord.ok) return chord.value;
    // A chord repeated by % was complained of where it is written.
    if (at) this.#problems.push(...chord.problems.map((found) => ({ ...found, at, bar })));
    return null;
  }

  finish(lines: number): Outcome<Chart> {
    const form = formOf(this.#bars);
    this.#problems.push(...form.problems);
    const played = writtenOutLength(this.#bars, form.repeats);
    // Bars that are too many as written, or a jump back, need no repeat to be too many to play.
    const again = form.repeats[0]?.at ?? this.#bars.find(({ jump }) => jump !== null)?.jump?.at;
    if (played > MOST_WRITTEN_OUT && again && !this.#full)
      this.#problem('chart-too-many-played', { played, most: MOST_WRITTEN_OUT }, again, null);
    if (this.#bars.length === 0 && this.#problems.length === 0)
      this.#problem('chart-empty', {}, { line: lines, column: 1, length: 1 }, null);
    if (this.#problems.length > 0) return bad(...this.#problems.slice(0, MOST_PROBLEMS).map(clipped));
    const { title, key: given, meter, tempo, feel } = this.#headers;
    const found = given === null ? findKey(soundings(this.#bars)) : null;
    const key = given ?? found?.key ?? { tonic: 'C', mode: 'major' };
    const bars = this.#bars.map((bar): Bar => ({ ...bar, key: bar.key ?? key }));
    return good({ title, key, keyFound: found, meter, tempo, feel, bars });
  }

  #next(): number {
    const last = this.#bars.at(-1);
    return this.#pickup !== null ? 0 : last ? last.number + 1 : 1;
  }

  #problem(code: ProblemCode, args: Problem['args'], at: Place, bar: number | null = this.#next()): void {
    this.#problems.push(problem(code, args, at, bar));
  }
}

const soundings = (bars: readonly Draft[]): Sounding[] =>
  bars.flatMap(({ entries }) => entries).flatMap(({ chord, beats }) => (chord ? [{ chord, beats }] : []));

const clip = (text: string) => (text.length > SHOWN ? `${text.slice(0, SHOWN - 1)}…` : text);
/** A problem that shows as much of the text as can be read at a glance. */
const clipped = (found: Problem): Problem =>
  typeof found.args.text === 'string' ? { ...found, args: { ...found.args, text: clip(found.args.text) } } : found;
