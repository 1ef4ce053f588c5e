/* What is played, and when: what playback, files and tests read. */

/** A chord, or a note, to be played: seconds from the start, and long. */
export interface PlayedChord {
  readonly at: number;
  readonly seconds: number;
  /** Sounding pitches, lowest string first; keys of the percussion map for the brushes. */
  readonly pitches: readonly number[];
  /** On which fret each is played, where that is known: high on a thick string a note is duller, and over sooner. */
  readonly frets?: readonly (number | null)[];
  /** Whether the left hand mutes the strings: a stroke without a pitch. */
  readonly muted?: boolean;
  /** Of which of two takes it is, where two are played at once and one of them is heard. */
  readonly side?: Side;
  /** Who plays it; the guitar where nothing is said. */
  readonly part?: Heard;
  /** Whose volume it has, where that is another's: the tune of a chord-melody has the melody's, whoever plays it. */
  readonly level?: Heard;
  /** As loud as in MIDI; 80 where nothing is said. */
  readonly velocity?: number;
  /** From its first string to its last, in seconds; below 0 the highest string comes first. */
  readonly spread?: number;
}
export type Side = 0 | 1;
/** Who is heard, each as loud as one likes. */
export const HEARD_PARTS = ['guitar', 'melody', 'bass', 'brushes', 'click'] as const;
export type Heard = (typeof HEARD_PARTS)[number];
/** How loud each is, 0 to 1. */
export type Volumes = Readonly<Record<Heard, number>>;
/** As it comes. */
export const USUAL_VOLUMES: Volumes = { guitar: 0.8, melody: 0.7, bass: 0.7, brushes: 0.5, click: 0.4 };

/** How loud each is while some are silent. */
export const without = (volumes: Volumes, silent: readonly Heard[]): Volumes => ({
  ...volumes,
  ...Object.fromEntries(silent.map((part) => [part, 0])),
});
export interface Performance {
  /** From when on each column is the one that sounds. */
  readonly lit: readonly { readonly column: number; readonly at: number }[];
  readonly chords: readonly PlayedChord[];
  readonly clicks: readonly { readonly at: number; readonly accent: boolean }[];
  readonly seconds: number;
  /** From where it is played again and again, in seconds; null or nothing: once. */
  readonly again?: number | null;
}

/** What the guitar plays of a performance. */
export const guitarOf = ({ chords }: Performance): readonly PlayedChord[] =>
  chords.filter(({ part = 'guitar' }) => part === 'guitar');
