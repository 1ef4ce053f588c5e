import type { Place } from '../problem.ts';
import type { Chord } from '../chord/chord.ts';
import type { Key } from '../pitch/key.ts';
import type { FoundKey } from './find-key.ts';
import type { Meter, Ticks } from '../time/meter.ts';

export type Feel = 'straight' | 'swing';

/** A chord's span within a bar. `chord` null is N.C. */
export interface Entry {
  readonly chord: Chord | null;
  /** From the bar's start, and long, in ticks. */
  readonly tick: Ticks;
  readonly ticks: Ticks;
  /** From 1, and long, in beats of the meter. */
  readonly beat: number;
  readonly beats: number;
}

/** A bar as written. */
export interface Bar {
  /** From 1 in the order written; a pickup is 0. */
  readonly number: number;
  readonly meter: Meter;
  /** The key written for it: the chart's, or that of the last change before it. */
  readonly key: Key;
  readonly ticks: Ticks;
  /** The section that opens here, or null. */
  readonly section: string | null;
  readonly entries: readonly Entry[];
  /** Its content as text, `%` and spelling resolved: two bars with the same source are the same music. */
  readonly source: string;
  /** Where a repeat opens before this bar, and closes after it. */
  readonly opens: Place | null;
  readonly closes: Place | null;
  /** The ending that opens here, or null. */
  readonly ending: { readonly number: number; readonly at: Place } | null;
  /** Last on its line or before a double bar: a last ending goes no further. */
  readonly endsPhrase: boolean;
  readonly line: number;
  /** Where its chords stand in the text, between the bar lines. */
  readonly at: Place;
}

/** The plain chart, read. */
export interface Chart {
  readonly title: string;
  readonly key: Key;
  /** How the key was found, when none is named; null when it is. */
  readonly keyFound: FoundKey | null;
  readonly meter: Meter;
  /** Beats a minute. */
  readonly tempo: number;
  readonly feel: Feel;
  readonly bars: readonly Bar[];
}

/** A chord's span in the written-out chart. */
export interface Slot {
  /** Written-out bar, from 1; a pickup is 0. */
  readonly bar: number;
  /** Bar as written, and which time through it this is, from 1. */
  readonly sourceBar: number;
  readonly pass: number;
  readonly meter: Meter;
  /** The key written for its bar. */
  readonly key: Key;
  /** From the tune's start, in ticks. */
  readonly start: Ticks;
  readonly entry: Entry;
}
