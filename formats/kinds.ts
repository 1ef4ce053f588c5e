import type { ChordLength, Draft, FileFault, Lost, Meter } from '../core/index.ts';

/** What a reader makes of a file: the tunes in it, and of one of them all that was understood, and what was not. */
export interface Reading {
  /** The tunes of the file by title, and which of them was read. */
  readonly tunes: readonly string[];
  readonly tune: number;
  /** Parts, voices or tracks with notes, and the one whose notes are the melody; −1: there are none. */
  readonly parts: readonly string[];
  readonly part: number;
  /** Why that one was taken, where it was guessed. */
  readonly guessed: boolean;
  /** Where chords were read from notes that sound together; undefined: a file of this kind names its chords. */
  readonly chordPart?: ChordPart;
  readonly draft: Draft;
  /** What the grips of its chords lie on, where it says so. */
  readonly guitar?: { readonly tuning: string; readonly capo: number };
  readonly lost: readonly Lost[];
}

/** A part by its index, all but the melody's, or none. */
export type ChordPart = number | 'others' | 'none';

/** What one may choose. */
export interface Choices {
  readonly tune?: number;
  /** −1: none, in MusicXML. */
  readonly part?: number;
  /** Octaves that the melody is moved up. */
  readonly octave?: number;
  /** Whose notes, sounding together, are proposed as the chords of a MIDI file. */
  readonly chordPart?: ChordPart;
  /** The shortest note that is heard in a MIDI file, in ticks. */
  readonly grid?: number;
  /** How long each chord over words lasts, in bars. */
  readonly chordBars?: ChordLength;
  /** Without repeats the measures are read once through. */
  readonly repeats?: boolean;
}

/** A file that cannot be read: why, and where in it. */
export class Unreadable extends Error {
  readonly code: FileFault;
  readonly args: Readonly<Record<string, string | number>>;
  constructor(code: FileFault, args: Readonly<Record<string, string | number>> = {}) {
    super(code);
    this.code = code;
    this.args = args;
  }
}
/** Of a file that says no meter. */
export const COMMON_TIME: Meter = { count: 4, unit: 4 };

/** A file, and what a packed one may unpack to, in bytes; measures in a tune. */
export const LARGEST_FILE = 4_000_000;
export const LARGEST_UNPACKED = 16_000_000;
export const MOST_MEASURES = 2000;
