import { useMemo, useState } from 'react';
import {
  caution,
  difficultyWord,
  symbolOf,
  type ArrangedColumn,
  type Chord,
  type Column,
  type Grip,
} from '../../../core/index.ts';
import type { useGripBook } from '../../keep/player.ts';
import { useColours, useGrips, useMoves, useNextBest, useWaysOut } from '../../work/answers.ts';
import type { MovesWanted, Solved, SteeredOutcome } from '../../work/questions.ts';
import { answersTo } from './answersTo.ts';
import type { OptionsTab } from './tabs.ts';
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
  { style, stray, off, grating }: Pick<MovesWanted, 'style' | 'stray' | 'off'> & { readonly grating: boolean },
  book: ReturnType<typeof useGripBook>,
) {
  const [trying, setTrying] = useState(-1);
  /** A grip shown for a moment, and what is looked for among the moves. */
  const [peek, setPeek] = useState<Grip | null>(null);
  const [words, setWords] = useState('');
  const grip = here?.grip ?? null;

  const colours = useColours(selected, solved, tab === 'colour', { grating, liked: style?.colours ?? NONE });
  const wanted = { from, to, style, stray, off, ...(tab === 'move' ? {} : { most: BEST_MOVES }) };
  const found = useMoves(wanted, solved, tab === 'colour' || tab === 'move');
  const moves = useMemo(
    () => (tab === 'move' ? found.list.filter((move) => answersTo(move, words)) : found.list),
    [found.list, tab, words],
  );
  const grips = useGripList(useGrips(selected, column.symbol, solved, tab === 'grip'), book);
  const voices = useVoices(selected, grip, solved, tab === 'voice');
  const outcomes = voices.steered?.outcomes ?? NO_OUTCOMES;
  const hard = grip && isHard(grip) ? grip.grip : null;
  const easier = useWaysOut(selected, hard, solved);
  const nextBest = useNextBest(selected, grip?.grip ?? null, before?.grip?.pitches ?? null, solved);

  const count = {
    colour: colours.list.length,
    grip: grips.rows.length,
    move: moves.length,
    voice: outcomes.length,
    wish: 0,
  }[tab];
  const tried = {
    colour: colours.list[trying]?.grip,
    grip: grips.at(trying)?.grip,
    move: moves[trying]?.grips[0],
    voice: null,
    wish: null,
  }[tab];
  /** The chord that is tried, where it is another one. */
  const chord: Chord | null = (tab === 'colour' && peek === null && colours.list[trying]?.chord) || null;
  const listed = { colour: colours, move: found, grip: null, voice: null, wish: null }[tab];
  return {
    /** Whether what is on offer is all there, and priced after the newest result. */
    priced: listed === null || listed.done,
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
    /** Tries the option above or below. */
    tryNext: (by: number) => setTrying((at) => Math.max(0, Math.min(count - 1, at + by))),
    setTrying,
    setPeek,
    /** No longer tries anything. */
    rest(): void {
      setTrying(-1);
      setPeek(null);
    },
    /** The grip being tried in the selected column. */
    tried: peek ?? tried ?? null,
    /** What it is a grip of. */
    chord: chord ?? column.chord,
    symbol: chord ? symbolOf(chord) : column.symbol,
    /** Where steered voices would come to, in the column they lead to. */
    led: tab === 'voice' && voices.steered ? (outcomes[trying] ?? null) : null,
  };
}
export type Offered = ReturnType<typeof useOffered>;

/** Whether ways out of a grip are offered. */
const isHard = ({ reachMm, difficulty }: Grip) =>
  difficultyWord(difficulty) !== 'easy' || caution(reachMm, difficulty) !== null;
