/**
 * What a person typed is answered with an {@link Outcome}: the value, or every problem found.
 * Problems leave the core as a code with arguments; `wording/` turns them into words.
 */
export type Outcome<T> = { readonly ok: true; readonly value: T } | Failure;
export interface Failure {
  readonly ok: false;
  readonly problems: readonly Problem[];
}

/** Where in a text a problem stands: line and column from 1, length in characters. */
export interface Place {
  readonly line: number;
  readonly column: number;
  readonly length: number;
}

export type ProblemCode =
  | 'chord-unknown'
  | 'chord-lower-case'
  | 'chord-german-h'
  | 'chord-two-basses'
  | 'chord-syllable'
  | 'chord-bass-unknown'
  | 'key-unknown'
  | 'key-unwritable'
  | 'meter-unknown'
  | 'tempo-unknown'
  | 'header-unknown'
  | 'header-twice'
  | 'feel-unknown'
  | 'title-too-long'
  | 'chart-empty'
  | 'chart-too-long'
  | 'chart-too-many-bars'
  | 'chart-too-many-played'
  | 'line-unknown'
  | 'bar-unclosed'
  | 'bar-empty'
  | 'bar-share'
  | 'bar-crowded'
  | 'bar-dot-first'
  | 'bar-percent-first'
  | 'bar-percent-mixed'
  | 'repeat-unopened'
  | 'repeat-unclosed'
  | 'repeat-nested'
  | 'ending-outside'
  | 'ending-number'
  | 'times-unclosed'
  | 'times-endings'
  | 'jump-twice'
  | 'jump-sign'
  | 'sign-first'
  | 'brace-unknown'
  | 'alternate-place'
  | 'lyrics-first'
  | 'lyrics-many'
  | 'lyrics-verses'
  | 'pickup-late'
  | 'pickup-unknown'
  | 'note-unknown'
  | 'grip-unknown'
  | 'player-no-json'
  | 'player-no-object'
  | 'player-field-unknown'
  | 'player-field'
  | 'player-capo-high'
  | 'player-strings'
  | 'grip-strings'
  | 'grip-silent'
  | 'move-loose'
  | 'nothing-to-take'
  | 'pin-unplayable'
  | 'pin-unheld'
  | 'pin-not-on-top'
  | 'tune-alone'
  | 'note-not-so'
  | 'tune-off-neck'
  | 'ring-lost'
  | 'rhythm-form'
  | 'rhythm-hit'
  | 'rhythm-past'
  | 'rhythm-empty'
  | 'rhythm-long'
  | 'frame-jumps'
  | 'frame-meter'
  | 'line-empty'
  | 'line-note'
  | 'line-hold'
  | 'line-shares'
  | 'melody-elsewhere'
  | 'melody-unknown'
  | 'melody-length'
  | 'melody-bar-long'
  | 'melody-bar-short'
  | 'melody-pickup'
  | 'melody-long'
  | 'melody-repeat-opens'
  | 'melody-repeat-open'
  | 'melody-repeat-closes'
  | 'chord-unplayable'
  | 'degree-unknown'
  | 'passage-long'
  | 'passage-crowded'
  | 'passage-rest'
  | 'passage-meters'
  | 'passage-pickup'
  | 'moves-no-json'
  | 'moves-no-file'
  | 'moves-newer'
  | 'moves-many'
  | 'moves-field';

export interface Problem {
  readonly code: ProblemCode;
  readonly at: Place | null;
  /** The bar as written, from 1 (a pickup is 0), where one is meant. */
  readonly bar: number | null;
  readonly args: Readonly<Record<string, string | number>>;
}

export function problem(
  code: ProblemCode,
  args: Problem['args'] = {},
  at: Place | null = null,
  bar: number | null = null,
): Problem {
  return { code, at, bar, args };
}

export const good = <T>(value: T): Outcome<T> => ({ ok: true, value });
export const bad = (...problems: readonly Problem[]): Failure => ({ ok: false, problems });
