import { msg, t, type Msg } from '../words/words.ts';
import { degreeIn, noteIn, outsideDegree, type Chord } from '../chord/chord.ts';
import { spell } from '../pitch/degree.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { ToHear } from '../practice/ear.ts';
import { SURE_ENOUGH, type Fault, type Judged, type Unlike } from '../practice/verdict.ts';
import { noteText, symbolText } from './music.ts';
import { toneWord } from './steer.ts';

/** Something the ear says of a stroke. */
export interface EarLine {
  /** `bar 3, G7`. */
  readonly where: string;
  /** `the third did not sound`. */
  readonly words: string;
  readonly sure: number;
}

/** How sure the ear is, in a word. */
export const sureWord = (sure: number): 'sure' | 'probably' | 'perhaps' =>
  sure >= 0.8 ? 'sure' : sure >= SURE_ENOUGH ? 'probably' : 'perhaps';

/** Lengths a player knows, in quarters; one is meant where the ear is off by no more than a fifth of it. */
const LENGTHS: readonly (readonly [number, Msg])[] = [
  [1 / 4, msg('a sixteenth')],
  [1 / 3, msg('a triplet eighth')],
  [1 / 2, msg('an eighth')],
  [3 / 4, msg('a dotted eighth')],
  [1, msg('a quarter')],
];
const ALMOST = 0.2;

/** How far off its time: `late by an eighth`, `early by 90 ms`. */
export function offTimeText(seconds: number, quarter: number): string {
  const quarters = Math.abs(seconds) / quarter;
  const off = ([length]: (typeof LENGTHS)[number]) => Math.abs(quarters - length) / length;
  const nearest = LENGTHS.reduce((best, one) => (off(one) < off(best) ? one : best));
  const by =
    off(nearest) <= ALMOST ? nearest[1] : t('{seconds} ms', { seconds: Math.round(Math.abs(seconds) * 100) * 10 });
  return t('{which} by {by}', { which: seconds > 0 ? t('late ¦ played') : t('early ¦ played'), by });
}

/** What a pitch is of a chord, as one says it. */
function ofChord(chord: Chord | null, pitch: Midi): string {
  const degree = chord && degreeIn(chord, pitchClassOf(pitch));
  return degree === null
    ? t('a note')
    : degree === 'bass'
      ? t('the bass')
      : t('the {tone}', { tone: toneWord(degree) });
}
const NATURALS: Readonly<Record<number, string>> = { 0: 'C', 2: 'D', 4: 'E', 5: 'F', 7: 'G', 9: 'A', 11: 'B' };
/** A pitch over a chord, by the simplest name: an open E is no F♭. */
function noteOver(chord: Chord | null, pitch: Midi): string {
  const pc = pitchClassOf(pitch);
  const natural = NATURALS[pc];
  if (natural !== undefined) return natural;
  return chord ? noteText(noteIn(chord, pc) ?? spell(chord.root, outsideDegree(chord, pc))) : t('another note');
}

/** What the ear says of a stroke of a chord, on strings tuned so; a quarter lasts `quarter` seconds. */
export function heardFaultText(fault: Fault, chord: Chord | null, open: readonly Midi[], quarter: number): string {
  const strings = open.length;
  switch (fault.kind) {
    case 'unstruck':
      return t('was not heard');
    case 'off-time':
      return offTimeText(fault.seconds, quarter);
    case 'missing': {
      const { pitch, string, instead } = fault;
      const what = `${ofChord(chord, pitch)}${string === null ? '' : ` ${t('(string {strings})', { strings: strings - string })}`}`;
      return instead === null
        ? t('{what} did not sound', { what })
        : t('{what}: {note} sounded in its place', { what, note: noteOver(chord, instead) });
    }
    case 'extra': {
      const string = open.indexOf(fault.pitch);
      const along = t('{note} sounded along', { note: noteOver(chord, fault.pitch) });
      return string < 0 ? along : t('{along}: string {strings}, open', { along, strings: strings - string });
    }
    case 'out-of-tune':
      return t('string {strings} is {cents} cents {which}', {
        strings: strings - fault.string,
        cents: Math.round(Math.abs(fault.cents)),
        which: fault.cents < 0 ? t('flat ¦ tuning') : t('sharp ¦ tuning'),
      });
  }
}

/** What the ear says of a round, in its order; `columns[i]` its column i. */
export function earLines(
  { verdicts }: Judged,
  { strokes, quarter }: ToHear,
  columns: readonly { readonly chord: Chord | null; readonly symbol: string }[],
  open: readonly Midi[],
): readonly EarLine[] {
  return verdicts.flatMap(({ stroke, faults }) => {
    const { bar, column } = strokes[stroke]!;
    const at = column === null ? undefined : columns[column];
    const where = t('bar {bar}{more}', { bar, more: at ? `, ${symbolText(at.symbol)}` : '' });
    return faults.map((fault) => ({
      where,
      words: heardFaultText(fault, at?.chord ?? null, open, quarter),
      sure: fault.sure,
    }));
  });
}

const HALF_STEPS = ['', msg('a half step'), msg('a whole step')];

/** What was heard instead of what was to be played. */
function unlikeText(unlike: Unlike): string {
  switch (unlike.kind) {
    case 'silence':
      return t('Nothing was heard. Is the microphone on, and near enough?');
    case 'tuned':
      return t('All of it sounds {by} too {which}: look at the tuning, and at the capo.', {
        by: HALF_STEPS[Math.abs(unlike.off)]!,
        which: unlike.off < 0 ? t('low') : t('high'),
      });
    case 'other':
      return t('What was heard is not what stands here: another tune, another tuning, or another instrument?');
  }
}

/** A round in a line: `14 of 16 strokes as written`. */
export function earSummary({ unlike, verdicts, latency }: Judged, { strokes }: ToHear): string {
  if (unlike) return unlikeText(unlike);
  const wrong = verdicts.filter(({ faults }) => faults.some(({ sure }) => sure >= SURE_ENOUGH)).length;
  const late =
    Math.abs(latency) < TOLD_LATENCY
      ? ''
      : ` ${t('All of it came {latency} ms {which}, as a sound card makes it: that is not counted.', { latency: Math.round(Math.abs(latency) * 100) * 10, which: latency > 0 ? t('late ¦ played') : t('early ¦ played') })}`;
  return t('{strokes} of {all} strokes as written.{late}', {
    strokes: strokes.length - wrong,
    all: strokes.length,
    late,
  });
}
/** From here on a machine's own delay is worth a word, in seconds. */
const TOLD_LATENCY = 0.06;
