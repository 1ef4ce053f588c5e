import type {
  Arrangement,
  Decision,
  Decisions,
  Chord,
  ColourOption,
  Figures,
  Grip,
  Group,
  Labels,
  Melody,
  Midi,
  MovePrice,
  MoveSaid,
  NamedMove,
  LedOutcome,
  Manner,
  Patch,
  Player,
  Rub,
  Serves,
  Serving,
  Shapes,
  Style,
  WayOutId,
  Wish,
} from '../../core/index.ts';

/** What is to be arranged: a chart that can be read, the ids of its bars, and the decisions. */
export interface Job {
  readonly chartText: string;
  readonly barIds: readonly string[];
  /** What is sung to it. */
  readonly melody: Melody;
  readonly cells: Decisions;
  readonly player: Player;
  /** How the tune is comped; null: as the player does. */
  readonly manner: Manner | null;
  /** Grips this player never wants, as `x-3-5-4-5-3`. */
  readonly banished: readonly string[];
}
/** A take as it was arranged, with what its moves say: only the worker has the table of moves. */
export interface ArrangedTake extends Arrangement {
  readonly moves: Readonly<Record<string, MoveSaid>>;
  /** How far it strays from the plain chart on average, 0 to 5. */
  readonly strays: number;
}
/** A take that is solved: the name it is asked about by, and which result it is. */
export interface Solved {
  readonly name: string;
  /** From 1; 0 before the first. */
  readonly result: number;
}
export interface PricedColour extends ColourOption {
  /** What the whole path costs more than the best, in tenths of a semitone; null: no grip for this hand. */
  readonly extra: number | null;
  readonly grip: Grip | null;
  /** What of the melody clashes with it most; null: nothing does. */
  readonly rub: Rub | null;
}
/** Every grip of a chord with its labels. */
export interface ListedGrips {
  readonly chord: Chord;
  readonly shapes: Shapes;
  readonly labels: Labels;
  /** The price of the whole path through each, cheapest first; null outside a tune, where those come first that one would try first. */
  readonly extra: Int32Array | null;
}
export interface PricedGrips extends ListedGrips {
  readonly extra: Int32Array;
}
/** What would stand in a column if what stands could not. */
export interface NextBest {
  readonly grip: string;
  /** From the grip before, in semitones. */
  readonly movement: number;
  readonly extra: number;
  /** A wish that would bring it, or null. */
  readonly wish: Wish | null;
}
/** An easier grip in the place of a hard one. */
export interface EasierGrip {
  readonly way: WayOutId;
  readonly grip: Grip;
  readonly extra: number;
}
/** A string that can carry the tune's note: how many grips have it there, and the cheapest with its price. */
export interface CarryingString {
  readonly string: number;
  readonly count: number;
  readonly grip: Grip;
  readonly extra: number;
}
/** A grip that the player asks for by its frets: what it would be in a column, and its price. */
export interface OwnGrip {
  readonly grip: Grip;
  /** What it is: the chord, or a colour of it, with what it lacks. */
  readonly named: Serving;
  /** Null: what stands around it leaves no way. */
  readonly extra: number | null;
  readonly patch: Patch<Decision>;
}
/** Why it cannot stand there: this hand does not hold it, notes of it are foreign to the chord and all its colours, or it does not have the tune on top. */
export interface RefusedGrip {
  readonly refused: 'hand' | 'foreign' | 'tune';
}
/** Another way through the whole tune. */
export interface OtherWay {
  /** What it costs more than the best, in tenths of a semitone. */
  readonly extra: number;
  readonly figures: Figures;
  /** Column by column. */
  readonly grips: readonly (Grip | null)[];
}
/** Where steered voices can come to, with the price of going there and what makes it. */
export interface SteeredOutcome extends LedOutcome {
  readonly serves: Serves;
  readonly grip: Grip;
  /** What sounds one after another, from the old grip to the new one. */
  readonly row: readonly (readonly Midi[])[];
  readonly extra: number;
  readonly patch: Patch<Decision>;
}
/** What the voices of a column can come to in the next that sounds. */
export interface Steered {
  readonly to: number;
  readonly outcomes: readonly SteeredOutcome[];
  /** How many there are in all; those listed are the nearest. */
  readonly all: number;
}
/** A grip without a chord. */
export type BareGrip = Pick<Grip, 'frets' | 'fingers'>;
/** Where a grip's notes lie elsewhere on the neck. */
export interface Around {
  /** Easier grips in its place, where it is one of the chord it is heard as. */
  readonly easier: readonly { readonly way: WayOutId; readonly grip: BareGrip }[];
  /** The same pitches; the same notes in another order; the voicing an octave away; its inversions on the same strings. */
  readonly strings: readonly BareGrip[];
  readonly spacings: readonly BareGrip[];
  readonly octave: readonly BareGrip[];
  readonly inversions: readonly BareGrip[];
}
/** What a hand can hold: shapes in all, and grips of chords to compare by. */
export interface Survey {
  readonly shapes: number;
  readonly grips: readonly number[];
}
/** A move that could be made over a span, in words and with its price. */
export interface PricedMove extends MovePrice {
  readonly id: string;
  readonly group: Group;
  readonly name: string;
  readonly reason: string;
  readonly mood: string;
  readonly stray: number;
  readonly parts: readonly { readonly symbol: string; readonly numeral: string; readonly beats: number }[];
}
/** Which colours: those that grate too or not, and what the style likes, which comes first. */
export interface ColoursWanted {
  readonly grating: boolean;
  readonly liked: readonly string[];
}
/** A span of columns, and how moves are chosen. */
export interface MovesWanted {
  readonly from: number;
  readonly to: number;
  readonly style: Style | null;
  readonly stray: number;
  readonly off: readonly string[];
  /** At most so many, no two of one group, and no kept ones; all without it. */
  readonly most?: number;
  /** The player's own kept moves, as JSON; those of ours are known. */
  readonly kept?: string;
}
export type Phase = { readonly phase: 'shapes' | 'path'; readonly share: number };

/** What whole takes are wanted. */
export interface TakesWanted {
  readonly style: Style | null;
  readonly stray: number;
  readonly off: readonly string[];
  /** Whether colours that grate are wanted too. */
  readonly grating: boolean;
  /** Nothing may clash with the melody, where anything does not. */
  readonly melodyFirst: boolean;
  /** The part of the tune that may change, in ticks; null: all of it. */
  readonly within: { readonly start: number; readonly end: number } | null;
  /** Colours and moves that were chosen are chosen anew; else they stay. */
  readonly anew: boolean;
  readonly count: number;
  /** Kept moves that may be used. */
  readonly kept: readonly NamedMove[];
}
/** A whole take as it is told. */
export interface FoundTake {
  readonly name: string;
  readonly strays: string;
  readonly pays: string;
  readonly figures: string;
  readonly cells: Decisions;
  /** What keeps its grips as they were found. */
  readonly kept: Decisions;
  readonly columns: readonly {
    readonly bar: number;
    readonly symbol: string;
    readonly moved: boolean;
    readonly grip: string | null;
  }[];
}
