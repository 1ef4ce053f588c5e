import { plural, t } from '../words/words.ts';
import type { Arrangement } from '../leading/arrange.ts';
import { characterOf, type Character } from '../leading/side-by-side.ts';
import type { MoveSaid } from './moves.ts';
import { barsText } from './status.ts';

/** A take as it is told beside another. */
export interface ToldTake extends Pick<Arrangement, 'columns'> {
  /** Its moves in words, by the names of their decisions. */
  readonly moves: Readonly<Record<string, Pick<MoveSaid, 'name'>>>;
}

/** Moves told at most; and places of one of them. */
const MOST_MOVES = 4;
/** From this part of its changes on a bass walks; by so much the other must do less for it to be told. */
const WALKS = 0.5;
const APART = 0.15;

/** Sections by written-out bar: the one each bar lies in, or none. */
export type SectionOf = (bar: number) => string | null;

/**
 * What sets one take apart from another, in phrases: its moves that the other has not there, with where they are, then what
 * one hears of it as a whole. `tritone substitute in the bridge`, `the bass walks`. None: nothing that has a name.
 */
export function apartFrom(one: ToldTake, other: ToldTake, sectionOf: SectionOf = () => null): readonly string[] {
  const theirs = new Set(movesIn(other).map(({ name, bar }) => `${name} ${bar}`));
  const own = movesIn(one).filter(({ name, bar }) => !theirs.has(`${name} ${bar}`));
  const names = [...new Set(own.map(({ name }) => name))];
  const byPlace = (name: string) => own.filter((move) => move.name === name).map(({ bar }) => bar);
  const most = [...names].sort((a, b) => byPlace(b).length - byPlace(a).length);
  const told = most.slice(0, MOST_MOVES).map((name) => `${name} ${placesText(byPlace(name), sectionOf)}`);
  const rest = most.length - MOST_MOVES;
  const chords = chordsText(one);
  return [
    ...(chords === null || chords === chordsText(other) ? [] : [chords]),
    ...told,
    ...(rest > 0 ? [`${plural(rest, '{n} more move', '{n} more moves')}`] : []),
    ...heard(characterOf(one.columns), characterOf(other.columns)),
  ];
}

/** What the chords of a take without moves are; null where it has some. */
function chordsText(take: ToldTake): string | null {
  if (movesIn(take).length > 0) return null;
  const isPlain = take.columns.every(({ column: { symbol, slot } }) => symbol === slot.symbol);
  return isPlain ? t('the chart’s own chords') : t('the chart’s own chords in colour');
}

/** The moves of a take, each where it begins. */
const movesIn = ({ columns, moves }: ToldTake): readonly { readonly name: string; readonly bar: number }[] =>
  columns.flatMap(({ column: { move, slot } }, i) => {
    const said = move && columns[i - 1]?.column.move !== move ? moves[move.at] : undefined;
    return said ? [{ name: said.name, bar: slot.bar }] : [];
  });

/** Where some bars are: in one section, or by number. */
function placesText(bars: readonly number[], sectionOf: SectionOf): string {
  const sections = new Set(bars.map(sectionOf));
  const [section = null] = sections;
  return bars.length > 1 && sections.size === 1 && section !== null
    ? t('in {section}', { section })
    : t('in {bars}', { bars: barsText(bars) });
}

/** What is heard of a take as a whole, where the other is otherwise. */
function heard(one: Character, other: Character): readonly string[] {
  const fuller = one.notes - other.notes;
  const higher = one.position - other.position;
  return [
    one.bassSteps >= WALKS && one.bassSteps - other.bassSteps >= APART ? t('the bass walks') : '',
    one.topRange <= NARROW && other.topRange > NARROW ? t('the top line stays within a fifth') : '',
    higher >= FRETS_APART ? t('higher on the neck') : '',
    fuller >= NOTES_APART ? t('fuller grips') : fuller <= -NOTES_APART ? t('smaller grips') : '',
  ].filter((phrase) => phrase !== '');
}
const NARROW = 7;
const FRETS_APART = 1.5;
const NOTES_APART = 0.4;
