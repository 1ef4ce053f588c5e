import { Note } from 'tonal';
import { parseKey, scale, type Key } from '../pitch/key.ts';
import type { NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import { problem, type Place, type Problem } from '../problem.ts';
import { TICKS_PER_QUARTER, type Ticks } from '../time/meter.ts';
import { alignWords, type SungAt, type Syllable } from './abc-words.ts';
import { breathOf, type MelodyNote } from './melody.ts';

/** Before the last note of a phrase (ABC 2.1, 4.14), and, a sign of our own, before one that ends none though it may seem to. */
export const BREATH = '!breath!';
export const NO_BREATH = '!nobreath!';

/** A note in its measure. */
export type AbcNote = Omit<MelodyNote, 'bar' | 'pass'>;

/** What stands between two bar lines. */
export interface Measure {
  readonly notes: readonly AbcNote[];
  /** As long as its notes and rests are together; 0 is a bar of rest, however long. */
  readonly ticks: Ticks;
  /** What is sung instead one time through, by pass. */
  readonly passes: ReadonlyMap<number, Pick<Measure, 'notes' | 'ticks'>>;
  /** What is sung to its notes. */
  readonly words?: readonly Syllable[];
  /** Names of chords that stand in it, as they are written. */
  readonly chords?: readonly { readonly tick: Ticks; readonly text: string }[];
  /** Which ending begins with it; the meter from it on. */
  readonly ending?: number | null;
  readonly meterText?: string | null;
  /** Whether a repeat opens before it, and closes after it. */
  readonly opens: boolean;
  readonly closes: boolean;
  readonly at: Place;
}

/** What was read of a tune's notes. */
export interface ReadNotes {
  readonly measures: readonly Measure[];
  readonly problems: readonly Problem[];
  /** What has no place in a melody and was passed over: ornaments, chord names, signs of expression. */
  readonly passedOver: readonly { readonly text: string; readonly at: Place }[];
}

/** A pitch as it was read: its letter and octave marks, and its name with as many accidentals as it has. */
interface Read {
  readonly pitch: Midi;
  readonly spelled: string;
  readonly letter: string;
  readonly octave: string;
}

/** The elements of ABC's music code (The abc music standard 2.1, sections 4 and 6), in the order they are tried. */
const ELEMENTS = [
  ['space', /[\s`\\]+/y],
  ['comment', /%.*/y],
  ['pass', /\[r:\s*pass\s+(\d+)\s*\]/y],
  ['field', /\[([A-Za-z]):([^\]]*)\]/y],
  ['over', /"[^"]*"|![^!\s]*!|\+[^+\s]*\+|\{[^}]*\}|[.~HLMOPSTuv]/y],
  ['bar', /\[\|\]?|:*\|+(?:\]|:+)?|::/y],
  ['ending', /\[?[1-9](?:[-,][1-9])*(?=[\s"[(_^=A-Ga-gzx])/y],
  ['tuplet', /\((\d)(?::(\d*))?(?::(\d*))?/y],
  ['over', /[()]/y],
  ['broken', /(>{1,3}|<{1,3})/y],
  ['rests', /Z(\d*)/y],
  ['rest', /[zx](\d*)(\/*)(\d*)/y],
  ['over', /y\d*/y],
  ['stack', /\[([^\]|]*)\](\d*)(\/*)(\d*)(-?)/y],
  ['note', /(\^{1,2}|_{1,2}|=)?([A-Ga-g])([,']*)(\d*)(\/*)(\d*)(-?)/y],
] as const;

/** So many notes a tuplet's figure takes the time of, where it does not say (ABC 2.1, 4.13; 5, 7 and 9 in simple meters). */
const IN_THE_TIME_OF: Readonly<Record<number, number>> = { 2: 3, 3: 2, 4: 3, 5: 2, 6: 2, 7: 2, 8: 3, 9: 2 };
/** More bars of rest at once are no melody. */
const MOST_RESTS = 200;
/** What an accidental adds, in half steps, and how it is spelled. */
const ACCIDENTALS: Readonly<Record<string, readonly [number, string]>> = {
  '^': [1, '#'],
  '^^': [2, '##'],
  _: [-1, 'b'],
  __: [-2, 'bb'],
  '=': [0, ''],
};

/** Reads ABC notes, line by line. `key`: where no K: says another; `firstLine`: the number of the first. */
export function readAbcNotes(lines: readonly string[], key: Key, firstLine: number): ReadNotes {
  const reader = new NoteReader(key);
  lines.forEach((line, i) => reader.line(line, firstLine + i));
  return reader.finish();
}

class NoteReader {
  readonly #measures: Measure[] = [];
  readonly #problems: Problem[] = [];
  readonly #passedOver: { readonly text: string; readonly at: Place }[] = [];
  #key: Key;
  /** The unit of lengths, in ticks. */
  #unit: Ticks = TICKS_PER_QUARTER / 2;
  #notes: AbcNote[] = [];
  /** Where in its measure the next note begins; not rounded. */
  #now = 0;
  #passes = new Map<number, Pick<Measure, 'notes' | 'ticks'>>();
  #pass: number | null = null;
  #base: Pick<Measure, 'notes' | 'ticks'> = { notes: [], ticks: 0 };
  #opens = false;
  #chords: { readonly tick: Ticks; readonly text: string }[] = [];
  #ending: number | null = null;
  #meterText: string | null = null;
  #at: Place | null = null;
  /** The notes of the line of music that words may stand under, and how many lines of words did. */
  #line: SungAt[] = [];
  #verses = 0;
  readonly #words = new Map<number, Syllable[]>();
  /** Accidentals written in this measure, by letter: they hold in every octave (ABC 2.1, 11.3). */
  readonly #altered = new Map<string, string>();
  /** The last note, as far as a tie makes the next one the same. */
  #last: { readonly letter: string; readonly octave: string; readonly spelled: string; readonly tied: boolean } | null =
    null;
  #tuplet: { readonly share: number; left: number } | null = null;
  /** Whether a phrase ends with the note that follows, where that is said. */
  #breath: boolean | undefined;
  /** By how much a broken rhythm changes the note that follows. */
  #broken = 1;

  constructor(key: Key) {
    this.#key = key;
  }

  line(line: string, number: number): void {
    const field = /^([A-Za-z]):(.*)$/.exec(line);
    if (field && !line.startsWith('|')) {
      const at = { line: number, column: 1, length: line.length };
      if (field[1] === 'w') this.#lyrics(field[2]!);
      this.#field(field[1]!, field[2]!, at);
      return;
    }
    // Words stand under the line of music before them.
    if (line.trim() !== '') [this.#line, this.#verses] = [[], 0];
    let from = 0;
    while (from < line.length) {
      const [kind, match] = elementAt(line, from);
      const at = { line: number, column: from + 1, length: match[0].length };
      this.#element(kind, match, at);
      from += match[0].length;
    }
  }

  #element(kind: (typeof ELEMENTS)[number][0] | 'unknown', match: readonly (string | undefined)[], at: Place): void {
    const text = match[0]!;
    switch (kind) {
      case 'space':
      case 'comment':
        return;
      case 'ending':
        this.#ending = Number(/\d/.exec(text)![0]);
        return;
      case 'unknown':
        this.#problems.push(problem('melody-unknown', { text }, at));
        return;
      case 'over':
        this.#over(text, at);
        return;
      case 'field':
        this.#field(match[1]!, match[2]!, at);
        return;
      case 'pass':
        this.#closeSegment();
        this.#pass = Number(match[1]);
        this.#at ??= at;
        return;
      case 'bar':
        this.#bar(text);
        return;
      case 'tuplet': {
        const count = Number(match[1]);
        const time = Number(match[2]) || IN_THE_TIME_OF[count];
        if (time === undefined) this.#problems.push(problem('melody-unknown', { text }, at));
        else this.#tuplet = { share: time / count, left: Number(match[3]) || count };
        return;
      }
      case 'broken':
        this.#break(text, at);
        return;
      case 'rests':
        this.#restBars(Number(match[1] || 1), at);
        return;
      case 'rest':
        this.#rest(lengthOf(match[1], match[2], match[3]), at);
        return;
      case 'stack': {
        // Of notes at once the highest is the melody.
        const inner = [...match[1]!.matchAll(/(\^{1,2}|_{1,2}|=)?([A-Ga-g])([,']*)/g)];
        const pitches = inner.map(([, sign, letter, octave]) => this.#pitch(sign, letter!, octave!));
        const highest = pitches.reduce<Read | null>(
          (best, one) => (best && best.pitch >= one.pitch ? best : one),
          null,
        );
        if (highest) this.#note(highest, lengthOf(match[2], match[3], match[4]), match[5] === '-', at);
        else this.#problems.push(problem('melody-unknown', { text }, at));
        return;
      }
      case 'note':
        this.#note(
          this.#pitch(match[1], match[2]!, match[3]!),
          lengthOf(match[4], match[5], match[6]),
          match[7] === '-',
          at,
        );
    }
  }

  #field(name: string, value: string, at: Place): void {
    if (name === 'K') {
      // After the key may stand a clef and more: `K:D clef=treble`.
      const name = value.replace(/\s+[a-z]+=.*$/, '').trim();
      const key = parseKey(/^none$/i.test(name) ? 'C' : name);
      if (key.ok) this.#key = key.value;
      else this.#problems.push(...key.problems.map((found) => ({ ...found, at })));
    } else if (name === 'L') {
      const [, over, under] = /^\s*(\d+)\/(\d+)\s*$/.exec(value) ?? [];
      if (over && Number(under) > 0) this.#unit = (TICKS_PER_QUARTER * 4 * Number(over)) / Number(under);
      else this.#problems.push(problem('melody-length', { text: value.trim() }, at));
    } else if (name === 'M') this.#meterText = value.trim();
    else this.#passedOver.push({ text: `${name}:`, at });
  }

  #lyrics(words: string): void {
    for (const { measure, ...syllable } of alignWords(words, this.#line, this.#verses))
      this.#words.set(measure, [...(this.#words.get(measure) ?? []), syllable]);
    this.#verses++;
  }

  #over(text: string, at: Place): void {
    if (text === BREATH || text === NO_BREATH) {
      this.#breath = text === BREATH;
      return;
    }
    // A chord's name; text over and under the stave begins with a sign of its place (ABC 2.1, 4.19).
    const name = /^"([A-Ga-gN][^"]*)"$/.exec(text)?.[1];
    if (name !== undefined) this.#chords.push({ tick: Math.round(this.#now), text: name });
    if (!/^[()]$|^y/.test(text)) this.#passedOver.push({ text, at });
  }

  #pitch(sign: string | undefined, letter: string, octave: string): Read {
    const name = letter.toUpperCase();
    const { letter: before, octave: height, spelled = '', tied = false } = this.#last ?? {};
    const held = tied && before === letter && height === octave && sign === undefined;
    if (sign !== undefined) this.#altered.set(name, ACCIDENTALS[sign]![1]);
    const inKey = scale(this.#key)
      .find((note) => note.startsWith(name))!
      .slice(1);
    const accidental = held ? spelled.slice(1) : (this.#altered.get(name) ?? inKey);
    const register = (letter === name ? 4 : 5) + [...octave].reduce((sum, mark) => sum + (mark === "'" ? 1 : -1), 0);
    const pitch = Note.midi(`${name}${accidental}${register}`)!;
    return { pitch, spelled: `${name}${accidental}`, letter, octave };
  }

  #note({ pitch, spelled, letter, octave }: Read, long: number, tied: boolean, at: Place): void {
    const spelling: NoteName = spelled.length > 2 ? Note.simplify(spelled) : spelled;
    const [tick, ticks] = this.#take(long, at);
    this.#last = { letter, octave, spelled, tied };
    if (this.#pass === null) this.#line.push({ measure: this.#measures.length, tick });
    this.#notes.push({ tick, ticks, pitch, spelling, tied, ...breathOf({ breath: this.#breath }) });
    this.#breath = undefined;
  }

  #rest(long: number, at: Place): void {
    this.#take(long, at);
    this.#last = null;
    this.#breath = undefined;
  }

  /** Whole bars of rest: measures without a length of their own. */
  #restBars(count: number, at: Place): void {
    for (let i = 1; i < count && i < MOST_RESTS; i++) {
      this.#at = at;
      this.#bar('|');
    }
    this.#at = at;
    this.#last = null;
  }

  /** The time that something so long takes from here on, in ticks. */
  #take(long: number, at: Place): readonly [tick: Ticks, ticks: Ticks] {
    this.#at ??= at;
    const share = this.#tuplet?.share ?? 1;
    if (this.#tuplet && --this.#tuplet.left === 0) this.#tuplet = null;
    const from = this.#now;
    this.#now += long * this.#unit * share * this.#broken;
    this.#broken = 1;
    if (this.#now - from < 1) this.#problems.push(problem('melody-length', { text: String(long) }, at));
    return [Math.round(from), Math.max(1, Math.round(this.#now) - Math.round(from))];
  }

  /** `a>b`: the first is dotted, the second half as long; each sign more halves the second again (ABC 2.1, 4.4). */
  #break(text: string, at: Place): void {
    const last = this.#notes.at(-1);
    if (!last || last.tick + last.ticks !== Math.round(this.#now)) {
      this.#problems.push(problem('melody-unknown', { text }, at));
      return;
    }
    const small = 1 / 2 ** text.length;
    const [first, second] = text.startsWith('>') ? [2 - small, small] : [small, 2 - small];
    this.#now = last.tick + last.ticks * first;
    this.#notes[this.#notes.length - 1] = { ...last, ticks: Math.round(this.#now) - last.tick };
    this.#broken = second;
  }

  /** What was read so far is a time through the bar, or all of them. */
  #closeSegment(): void {
    const segment = { notes: this.#notes, ticks: Math.round(this.#now) };
    if (this.#pass === null) this.#base = segment;
    else this.#passes.set(this.#pass, segment);
    this.#notes = [];
    this.#now = 0;
    this.#altered.clear();
  }

  #bar(text: string): void {
    if (this.#at) {
      this.#closeSegment();
      const closes = text.startsWith(':');
      this.#measures.push({
        ...this.#base,
        passes: this.#passes,
        opens: this.#opens,
        closes,
        at: this.#at,
        chords: this.#chords,
        ending: this.#ending,
        meterText: this.#meterText,
      });
      this.#opens = false;
      [this.#chords, this.#ending, this.#meterText] = [[], null, null];
    }
    if (text.endsWith(':')) this.#opens = true;
    this.#base = { notes: [], ticks: 0 };
    this.#passes = new Map();
    this.#pass = null;
    this.#at = null;
  }

  finish(): ReadNotes {
    this.#bar('|');
    const measures = this.#measures.map((measure, i): Measure => {
      const words = this.#words.get(i);
      return words ? { ...measure, words } : measure;
    });
    return { measures, problems: this.#problems, passedOver: this.#passedOver };
  }
}

/** What stands at a place of a line. */
function elementAt(line: string, from: number) {
  for (const [kind, pattern] of ELEMENTS) {
    pattern.lastIndex = from;
    const match = pattern.exec(line);
    if (match && match[0].length > 0) return [kind, match as readonly (string | undefined)[] as [string]] as const;
  }
  return ['unknown', [line[from]!] as [string]] as const;
}

/** `3/2`, `/`, `//`, nothing: how many units. */
function lengthOf(over = '', slashes = '', under = ''): number {
  const divisor = under === '' ? 2 ** slashes.length : Number(under);
  return (over === '' ? 1 : Number(over)) / divisor;
}
