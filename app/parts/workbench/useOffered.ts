import { useMemo, useState } from 'react';
import {
  caution,
  isEasy,
  parseChord,
  servingText,
  symbolOf,
  t,
  type ArrangedColumn,
  type Chord,
  type Column,
  type Grip,
  type Rub,
  symbolText,
} from '../../../core/index.ts';
import type { useGripBook } from '../../keep/player.ts';
import { useColours, useGrips, useMoves, useNextBest, useWaysOut } from '../../work/answers.ts';
import type { MovesWanted, PricedMove, Solved, SteeredOutcome } from '../../work/questions.ts';
import { answersTo } from './answersTo.ts';
import type { OptionsTab } from './tabs.ts';
import type { BetweenOffer } from './useBetween.ts';
import { useGripList } from './useGripList.ts';
import { useVoices } from './useVoices.ts';

/** What is selected, as it stands in the newest result. */
interface Selected {
  readonly selected: number;
  readonly from: number;
  readonly to: number;
  readonly column: Column;
  /** As voiced, and the last one before it that sounds. */
  readonly here: ArrangedColumn | null;
  readonly before: ArrangedColumn | null;
  readonly solved: Solved;
}

const NONE: readonly string[] = [];
const NO_OUTCOMES: readonly SteeredOutcome[] = [];
/** Moves shown beside the colours. */
const BEST_MOVES = 4;

/** What could stand in what is selected, by the tab that is open, and which of it is being tried. */
export function useOffered(
  { selected, from, to, column, here, before, solved }: Selected,
  tab: OptionsTab,
  {
    style,
    stray,
    off,
    grating,
    melodyFirst,
    kept,
  }: Pick<MovesWanted, 'style' | 'stray' | 'off'> & {
    readonly grating: boolean;
    readonly melodyFirst: boolean;
    /** The player's own kept moves, as one text. */
    readonly kept: string;
  },
  book: ReturnType<typeof useGripBook>,
  between: readonly BetweenOffer[],
) {
  /** What is to be tried; it may be further down than what has come so far: keys are quicker than prices. */
  const [wanted, setTrying] = useState(-1);
  /** A grip shown for a moment, and what is looked for among the moves. */
  const [peek, setPeek] = useState<Grip | null>(null);
  const [words, setWords] = useState('');
  const grip = here?.grip ?? null;

  // Of a chord that cannot be held they are the remedy, whatever is looked for.
  const isUnheld = here !== null && grip === null && column.chord !== null;
  const priced = useColours(selected, solved, tab === 'colour' || isUnheld, {
    grating,
    liked: style?.colours ?? NONE,
  });
  const colours = useMemo(() => ({ ...priced, list: underMelody(priced.list, melodyFirst) }), [priced, melodyFirst]);
  const how = { from, to, style, stray, off, ...(tab === 'move' ? { kept } : { most: BEST_MOVES }) };
  const found = useMoves(how, solved, tab === 'colour' || tab === 'move');
  const moves = useMemo(
    () =>
      tab === 'move'
        ? groupsUnderMelody(
            found.list.filter((move) => answersTo(move, words)),
            melodyFirst,
          )
        : underMelody(found.list, melodyFirst),
    [found.list, tab, words, melodyFirst],
  );
  const grips = useGripList(useGrips(selected, column.symbol, solved, tab === 'grip'), book);
  const voices = useVoices(selected, grip, solved, tab === 'voice');
  const outcomes = voices.steered?.outcomes ?? NO_OUTCOMES;
  const hard = grip && isHard(grip) ? grip.grip : null;
  const easier = useWaysOut(selected, hard, solved);
  const nextBest = useNextBest(selected, grip?.grip ?? null, before?.grip?.pitches ?? null, solved);

  /** What is listed is of another chord yet: it stays in sight, and cannot be tried. */
  const past = {
    colour: colours.past,
    grip: grips.priced?.past ?? false,
    move: found.past,
    voice: voices.past,
    wish: false,
    between: false,
  }[tab];
  const listedCount = {
    colour: colours.list.length,
    grip: grips.rows.length,
    move: moves.length,
    voice: outcomes.length,
    wish: 0,
    between: between.length,
  }[tab];
  const count = past ? 0 : listedCount;
  /** Whether no more will come. */
  const isWhole =
    !past &&
    {
      colour: colours.done,
      grip: grips.priced !== null,
      move: found.done,
      voice: voices.steered !== null,
      wish: true,
      between: true,
    }[tab];
  const last = count - 1;
  const trying = isWhole ? Math.min(wanted, last) : wanted > last ? -1 : wanted;
  const tried = {
    colour: colours.list[trying]?.grip,
    grip: grips.at(trying)?.grip,
    move: moves[trying]?.grips[0],
    voice: null,
    wish: null,
    between: null,
  }[tab];
  /** The chord that is tried, where it is another one; of a move the first it would put there. */
  const chord: Chord | null = (peek === null && chordTried()) || null;
  function chordTried(): Chord | null | undefined {
    if (tab === 'colour') return colours.list[trying]?.chord;
    const symbol = tab === 'move' ? moves[trying]?.parts[0]?.symbol : undefined;
    const parsed = symbol === undefined ? null : parseChord(symbol);
    return parsed?.ok ? parsed.value : null;
  }
  /** What is tried, as it is called. */
  const name = {
    colour: chord && symbolText(symbolOf(chord)),
    grip: grips.at(trying)?.grip.grip,
    move: moves[trying] && moves[trying].parts.map(({ symbol }) => symbolText(symbol)).join(' '),
    voice: outcomes[trying] && servingText(outcomes[trying].end),
    wish: null,
    between: between[trying] ? t(between[trying].offer.decoration.name) : null,
  }[tab];
  const listed = { colour: colours, move: found, grip: null, voice: null, wish: null, between: null }[tab];
  return {
    /** Whether what is on offer is all there, and priced after the newest result. */
    priced: !past && (listed === null || listed.done),
    past,
    colours,
    moves,
    /** Whether the moves are of what stands now, and whether they are all there. */
    moving: found,
    words,
    setWords,
    grips,
    voices,
    outcomes,
    /** Easier grips than a hard one; null while they are looked for, or where it is not hard. */
    easier: hard === null ? null : easier,
    nextBest,
    trying,
    /** Whether what is to be tried may still come. */
    awaited: wanted >= 0 && !isWhole,
    /** Tries the option above or below. */
    tryNext: (by: number) => setTrying((at) => Math.max(0, isWhole ? Math.min(last, at + by) : at + by)),
    setTrying,
    setPeek,
    /** No longer tries anything. */
    rest(): void {
      setTrying(-1);
      setPeek(null);
    },
    /** The grip being tried in the selected column. */
    tried: peek ?? tried ?? null,
    /** Its name: of a colour or move the chords, else the grip. */
    name: peek?.grip ?? name ?? '',
    peek,
    /** What it is a grip of. */
    chord: chord ?? column.chord,
    symbol: chord ? symbolOf(chord) : column.symbol,
    /** Where steered voices would come to, in the column they lead to. */
    led: tab === 'voice' && voices.steered ? (outcomes[trying] ?? null) : null,
  };
}
export type Offered = ReturnType<typeof useOffered>;

/** What clashes with the melody comes last; where that comes first, not at all. */
function underMelody<T extends { readonly rub: Rub | null }>(list: readonly T[], melodyFirst: boolean): readonly T[] {
  const agree = list.filter(({ rub }) => rub === null);
  if (agree.length === list.length || (melodyFirst && agree.length > 0)) return agree;
  return [...agree, ...list.filter(({ rub }) => rub !== null)];
}
/** The same, group by group. */
const groupsUnderMelody = (moves: readonly PricedMove[], melodyFirst: boolean): readonly PricedMove[] =>
  [...new Set(moves.map(({ group }) => group))].flatMap((group) =>
    underMelody(
      moves.filter((move) => move.group === group),
      melodyFirst,
    ),
  );

/** Whether ways out of a grip are offered. */
const isHard = ({ reachMm, difficulty }: Grip) => !isEasy(difficulty) || caution(reachMm, difficulty) !== null;
