import type { Chart } from '../chart/chart.ts';
import { playedBars } from '../chart/played.ts';
import type { NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { Ticks } from '../time/meter.ts';

/** A note of a melody as it is written, in its bar. */
export interface MelodyNote {
  /** The bar as written it stands in, its index in the chart, and which time through that bar, from 1; null: each time. */
  readonly bar: number;
  readonly pass: number | null;
  /** From the bar's start, and long, in ticks; it ends in its bar. */
  readonly tick: Ticks;
  readonly ticks: Ticks;
  /** Sounding, as a voice reads it: `C` is 60. A guitar stave is written an octave higher. */
  readonly pitch: Midi;
  readonly spelling: NoteName;
  /** Whether it sounds on as the next note, of the same pitch. */
  readonly tied: boolean;
  /** Whether a phrase ends with it, where somebody said so; else that is guessed (phrases.ts). */
  readonly breath?: boolean;
}

/**
 * A melody over a chart's bars, one note at a time: bar by bar, in each the notes of every time before those of one, in order
 * of time. A time through a bar that has notes of its own has no others.
 */
export type Melody = readonly MelodyNote[];

/** Of a tune that has none. */
export const NO_MELODY: Melody = [];

/** A note as it sounds: what is tied is one. */
export interface SungNote extends Pick<MelodyNote, 'pitch' | 'spelling' | 'breath'> {
  /** From the tune's start, and long, in ticks. */
  readonly start: Ticks;
  readonly ticks: Ticks;
  /** The played bar it begins in, and where there, in ticks. */
  readonly bar: number;
  readonly tick: Ticks;
}

/** The notes of each bar as written. */
export function barByBar(melody: Melody): readonly Melody[] {
  const bars: MelodyNote[][] = [];
  for (const note of melody) {
    while (bars.length <= note.bar) bars.push([]);
    bars[note.bar]!.push(note);
  }
  return bars;
}

/** Of the notes of a bar those of one time through it. */
export function notesOf(here: Melody, pass: number): Melody {
  const own = here.filter((note) => note.pass === pass);
  return own.length > 0 ? own : here.filter((note) => note.pass === null);
}

/** What was said of the phrase that a note ends, if anything was. */
export const breathOf = ({ breath }: Pick<MelodyNote, 'breath'>): Pick<MelodyNote, 'breath'> =>
  breath === undefined ? {} : { breath };

/** A melody as it is heard, every repeat written out. */
export function sungNotes(chart: Chart, melody: Melody): readonly SungNote[] {
  const bars = barByBar(melody);
  const sung: SungNote[] = [];
  let sounding: MelodyNote | null = null;
  for (const { index, pass, start, number } of playedBars(chart))
    for (const note of notesOf(bars[index] ?? [], pass)) {
      const last = sung.at(-1);
      const from = start + note.tick;
      if (last && sounding?.tied && sounding.pitch === note.pitch && last.start + last.ticks === from)
        sung[sung.length - 1] = { ...last, ticks: last.ticks + note.ticks, ...breathOf(note) };
      else {
        const { pitch, spelling, ticks, tick } = note;
        sung.push({ start: from, ticks, pitch, spelling, bar: number, tick, ...breathOf(note) });
      }
      sounding = note;
    }
  return sung;
}
