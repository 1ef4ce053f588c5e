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

export const SIGNS = ['segno', 'coda', 'to-coda', 'fine'] as const;
export type Sign = (typeof SIGNS)[number];

/** D.C. (to the start) or D.S. (to the segno), to the end, the fine or, by way of the coda sign, the coda. */
export interface Jump {
  readonly to: 'start' | 'segno';
  readonly until: 'end' | 'fine' | 'coda';
  readonly at: Place;
}

/** Other changes for a whole bar. */
export interface Alternate {
  readonly entries: readonly Entry[];
  /** As the chart has it. */
  readonly text: string;
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
  /** Other changes the bar is known with. */
  readonly alternates: readonly Alternate[];
  /** Words by verse, each in pieces by chord. */
  readonly lyrics: readonly (readonly string[])[];
  /** Its content as text, `%` and spelling resolved: two bars with the same source are the same music. */
  readonly source: string;
  /** Where a repeat opens before this bar, and closes after it. */
  readonly opens: Place | null;
  readonly closes: Place | null;
  /** The ending that opens here, or null. */
  readonly ending: { readonly number: number; readonly at: Place } | null;
  /** How often the repeat that closes here is played; a vamp goes on until it is cued, and is written out so often. */
  readonly times: { readonly count: number; readonly vamp: boolean; readonly at: Place } | null;
  /** Where signs stand: `segno` and `coda` before the bar, `to-coda` and `fine` after it. */
  readonly signs: Readonly<Partial<Record<Sign, Place>>>;
  /** Where the music jumps after this bar, or null. */
  readonly jump: Jump | null;
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
  /** The written-out bar in which its chord began to sound. */
  readonly since: number;
  /** Whether a phrase, or a section, begins with it. */
  readonly opensPhrase: boolean;
  /** From the tune's start, in ticks. */
  readonly start: Ticks;
  readonly entry: Entry;
}
