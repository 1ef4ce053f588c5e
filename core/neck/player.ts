import { NOTE_NAMES, type NoteNames } from '../words/words.ts';
import { bad, good, problem, type Outcome, type Problem } from '../problem.ts';
import { parsePitch } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import { MANNERS, type Manner } from '../manner.ts';
import { BARRES, DEFAULT_HAND, PLUCKS, type FingerNumber, type Hand } from './hand.ts';
import { MATTERS, WEIGHED_TERMS, type Matters } from './terms.ts';
import { FEWEST_STRINGS, MOST_STRINGS, TUNINGS, type Fret } from './tuning.ts';

/** Who else sounds: a bass player has the roots. */
export const COMPANIES = ['alone', 'bass'] as const;
export type Company = (typeof COMPANIES)[number];

/** How notes are named where a note stands alone; chord symbols stay as the chart has them. */

/** A player: the hand and the guitar, and what they like. */
export interface Player extends Hand {
  readonly name: string;
  /** Frets, counted from the capo, where they like to stay, or null. */
  readonly area: readonly [Fret, Fret] | null;
  readonly company: Company;
  /** How they comp; null: as one does in such company. */
  readonly manner: Manner | null;
  /** The neck is drawn as a left-hander sees it; grips are written the same. */
  readonly leftHanded: boolean;
  readonly noteNames: NoteNames;
  /** What matters otherwise than usual in a way through a tune. */
  readonly matters: Matters;
}

/** Alone, six strings, standard tuning. */
export const DEFAULT_PLAYER: Player = {
  ...DEFAULT_HAND,
  name: 'Player',
  area: null,
  company: 'alone',
  manner: null,
  leftHanded: false,
  noteNames: 'letters',
  matters: {},
};

/** Characters. */
export const LONGEST_NAME = 60;
const FEWEST_IN_USE = 3;

/** What each setting may be: reads a value, undefined where it is none. Ranges are those of guitars and hands there are (from memory). */
const FIELDS: { readonly [Field in keyof Player]: (value: unknown) => Player[Field] | undefined } = {
  name: (value) =>
    typeof value === 'string' && value.trim() !== '' && value.trim().length <= LONGEST_NAME ? value.trim() : undefined,
  scaleLength: (value) => numberWithin(value, 450, 760),
  tuning: readTuning,
  highestFret: (value) => wholeWithin(value, 5, 24),
  capo: (value) => wholeWithin(value, 0, 9),
  reach: (value) => numberWithin(value, 50, 160),
  resting: (value) => listOf(value, (entry) => wholeWithin(entry, 1, 4) as FingerNumber | undefined, 3),
  thumb: readFlag,
  barres: (value) => oneOf(value, BARRES),
  pluck: (value) => oneOf(value, PLUCKS),
  unusedStrings: (value) =>
    listOf(value, (entry) => wholeWithin(entry, 0, MOST_STRINGS - 1), MOST_STRINGS - FEWEST_IN_USE),
  area: (value) => {
    if (value === null) return null;
    const [from, to] = Array.isArray(value) && value.length === 2 ? value.map((fret) => wholeWithin(fret, 0, 24)) : [];
    return from !== undefined && to !== undefined && from < to ? [from, to] : undefined;
  },
  company: (value) => oneOf(value, COMPANIES),
  manner: (value) => (value === null ? null : oneOf(value, MANNERS)),
  leftHanded: readFlag,
  noteNames: (value) => oneOf(value, NOTE_NAMES),
  matters: readMatters,
};

export type PlayerField = keyof Player;
export const PLAYER_FIELDS = Object.keys(FIELDS) as PlayerField[];

/**
 * Reads a player from data that came from outside: a file, a form, the database. What is left out is as the default; each
 * setting that is wrong is a problem of its own, named, and so is one that does not go with the others.
 */
export function readPlayer(data: unknown): Outcome<Player> {
  if (typeof data !== 'object' || data === null || Array.isArray(data)) return bad(problem('player-no-object'));
  const given = data as Readonly<Record<string, unknown>>;
  const problems: Problem[] = [];
  const read: Record<string, unknown> = { ...DEFAULT_PLAYER };
  for (const [name, value] of Object.entries(given)) {
    const field = FIELDS[name as PlayerField];
    if (!Object.hasOwn(FIELDS, name)) problems.push(problem('player-field-unknown', { field: name }));
    else {
      const known = field(value);
      if (known === undefined) problems.push(problem('player-field', { field: name, text: JSON.stringify(value) }));
      else read[name] = known;
    }
  }
  if (problems.length > 0) return bad(...problems);
  const player = read as unknown as Player;
  const strings = player.tuning.length;
  if (player.highestFret - player.capo < 4)
    problems.push(problem('player-capo-high', { capo: player.capo, fret: player.highestFret }));
  if (player.unusedStrings.some((s) => s >= strings) || strings - player.unusedStrings.length < FEWEST_IN_USE)
    problems.push(problem('player-strings', { strings }));
  return problems.length > 0 ? bad(...problems) : good(player);
}

/** The part of a player that decides which shapes can be held. */
export function handOf({
  scaleLength,
  tuning,
  highestFret,
  capo,
  reach,
  resting,
  thumb,
  barres,
  pluck,
  unusedStrings,
}: Hand): Hand {
  return { scaleLength, tuning, highestFret, capo, reach, resting, thumb, barres, pluck, unusedStrings };
}

/** A tuning by name (`drop-d`), as pitches low string first (`D2 A2 D3 G3 B3 E4`, or a list of them), or as MIDI numbers. */
function readTuning(value: unknown): readonly Midi[] | undefined {
  const named = TUNINGS.find(({ id }) => id === value);
  if (named) return named.strings;
  const entries: readonly unknown[] =
    typeof value === 'string' ? value.trim().split(/[\s,]+/) : Array.isArray(value) ? value : [];
  if (entries.length < FEWEST_STRINGS || entries.length > MOST_STRINGS) return undefined;
  const strings = entries.map((entry) => (typeof entry === 'string' ? parsePitch(entry) : entry));
  // From a low F1 to a high F5: what strings are made for.
  return strings.every((pitch) => wholeWithin(pitch, 29, 77) !== undefined) ? (strings as Midi[]) : undefined;
}

/** Terms by name, each with how much it matters. */
function readMatters(value: unknown): Matters | undefined {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return undefined;
  const entries = Object.entries(value);
  const isRight = entries.every(
    ([term, matter]) => oneOf(term, WEIGHED_TERMS) !== undefined && oneOf(matter, MATTERS) !== undefined,
  );
  return isRight ? (Object.fromEntries(entries) as Matters) : undefined;
}

function numberWithin(value: unknown, least: number, most: number): number | undefined {
  return typeof value === 'number' && value >= least && value <= most ? value : undefined;
}

function wholeWithin(value: unknown, least: number, most: number): number | undefined {
  return Number.isInteger(value) ? numberWithin(value, least, most) : undefined;
}

function readFlag(value: unknown): boolean | undefined {
  return typeof value === 'boolean' ? value : undefined;
}

function oneOf<Choice>(value: unknown, choices: readonly Choice[]): Choice | undefined {
  return choices.find((choice) => choice === value);
}

/** A list without doubles, ascending; undefined where an entry is wrong or there are more than `most`. */
function listOf<T extends number>(
  value: unknown,
  read: (entry: unknown) => T | undefined,
  most: number,
): T[] | undefined {
  if (!Array.isArray(value)) return undefined;
  const entries = value.map(read);
  if (entries.some((entry) => entry === undefined)) return undefined;
  const list = [...new Set(entries as T[])].sort((a, b) => a - b);
  return list.length <= most ? list : undefined;
}
