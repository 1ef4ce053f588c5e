import {
  arrangedTake,
  carryingShapes,
  coloursOf,
  consequenceOf,
  decisionFor,
  differentPaths,
  distinct,
  formatFrets,
  fretsAt,
  gripOf,
  gripsByPrice,
  holdingOthers,
  keptProposals,
  labelsOf,
  ladderText,
  lastFretOf,
  likedFirst,
  lossText,
  movement,
  moveReason,
  namedMove,
  outcomesOf,
  parseFrets,
  parseSuffix,
  pick,
  pinDecision,
  pitchesOf,
  plainNumeral,
  priceMove,
  pricePatch,
  proposalsFor,
  servesHow,
  servingOf,
  shapeAt,
  shippedNamed,
  spanOfColumns,
  spanWays,
  steeredPatch,
  symbolOf,
  t,
  tuneStrings,
  tuningKey,
  waysOut,
  whereItLies,
  wishFor,
  worstRub,
  type ColourOption,
  type Column,
  type Consequence,
  type Decision,
  type HeldChange,
  type LedOutcome,
  type Lies,
  type Midi,
  type NamedMove,
  type Patch,
  type Proposal,
  type Serves,
  type ShapeLibrary,
  type SolvedTake,
  type Span,
  type SpanNamed,
  type SpanWay,
  type Steer,
  type Ticks,
} from '../../core/index.ts';
import { follow, pause } from './follow.ts';
import type {
  CarryingString,
  ColoursWanted,
  EasierGrip,
  ListedGrips,
  MovesWanted,
  NextBest,
  OtherWay,
  OwnGrip,
  PricedColour,
  PricedGrips,
  PricedMove,
  RefusedGrip,
  Steered,
  SteeredOutcome,
} from './questions.ts';
import type { Sessions } from './sessions.ts';

/** Outcomes of steering that are priced: more than one looks through. */
const MOST_OUTCOMES = 80;

/** Where the tune lies on top voices go only to grips that have it there, all at once. */
function carriedOnly<O extends LedOutcome>(outcomes: readonly O[], { carry, chord }: Column, library: ShapeLibrary) {
  if (carry === null || carry.pitch === null || chord === null) return outcomes;
  const carrying = new Set(carryingShapes(chord, carry.pitch, library));
  return outcomes.filter(({ end, early, late }) => carrying.has(end.shape) && !early && late.length === 0);
}

/** Beside the best: three in all are what one can compare. */
const OTHER_WAYS = 2;

/** Pitches a thread may have on the frets: where a top or an inner voice lies (A3 to E5, common practice). */
const FRETTED_RINGS: readonly Midi[] = Array.from({ length: 20 }, (_, i) => 57 + i);

/** The player's own kept moves, read once for each change of them. */
let own: { readonly text: string; readonly moves: readonly NamedMove[] } = { text: '', moves: [] };
const ownMoves = (text = ''): readonly NamedMove[] => {
  if (own.text !== text) own = { text, moves: text === '' ? [] : (JSON.parse(text) as readonly NamedMove[]) };
  return own.moves;
};

/** The kept moves that fit in a span, within what was asked for. */
function keptFor({ session, slots, columns }: SolvedTake, span: Span, { kept, stray, off }: MovesWanted) {
  const { hand } = session.library;
  // Where one wished to be, their grips go.
  const area = columns
    .find(({ slot }) => slot.start >= span.start)
    ?.wishes.map(({ wish }) => wish)
    .find((wish) => wish.kind === 'area');
  const near = area ? ([area.from, area.to] as const) : null;
  const neck = { lastFret: lastFretOf(hand), tuning: tuningKey(hand.tuning), near };
  const meter = slots.findLast(({ start }) => start <= span.start)!.meter;
  return keptProposals([...ownMoves(kept), ...shippedNamed()], span, meter, { neck, lossText }).filter(
    ({ move }) => move.stray <= stray && !off.includes(move.id),
  );
}

/** A proposal with the price of the whole path through what it would put in its span. */
function pricedMove(of: SolvedTake, span: Span, proposal: Proposal): PricedMove {
  const { move, found } = proposal;
  const price = priceMove(of, span, proposal);
  return {
    id: move.id,
    group: move.group,
    name: namedMove(proposal, of.session.library.neck.open),
    reason: [moveReason(proposal), ladderText(proposal, price.top)].filter(Boolean).join(' '),
    mood: move.group === 'kept' ? move.mood : t(move.mood),
    stray: move.stray,
    parts: found.parts.map(({ chord, beats }) => ({
      symbol: symbolOf(chord),
      numeral: plainNumeral(chord, span.key),
      beats,
    })),
    ...price,
  };
}

/** The grips of a column's chord, each with the exact price of taking it. */
function gripsAt(of: SolvedTake, at: number, column: number): PricedGrips {
  const chord = of.columns[column]!.chord!;
  const found = at < 0 ? [] : of.session.search.gripAlternatives(at, chord);
  const shapes = pick(
    of.session.library,
    found.map(({ shape }) => shape),
  );
  return {
    chord,
    shapes,
    labels: labelsOf(chord, shapes),
    extra: Int32Array.from(found, ({ cost }) => cost - of.best),
  };
}

/** A colour in a column with the price of the whole path through it; also where the chord that stands cannot be held. */
function pricedColour(
  of: SolvedTake,
  at: number,
  column: number,
  { chord, group, suffix }: ColourOption,
): Pick<PricedColour, 'extra' | 'grip'> {
  if (at < 0) {
    const { at: name, slot } = of.columns[column]!;
    const patch = { [name]: { ...decisionFor(slot), colour: group === 'chart' ? null : suffix } };
    const { extra, grips } = pricePatch(of, { start: slot.start, ticks: slot.entry.ticks }, patch);
    return { extra, grip: grips[0] ?? null };
  }
  const found = of.session.search.alternative(at, chord);
  return { extra: found && found.cost - of.best, grip: found && gripOf(chord, of.session.library, found.shape) };
}

/** What can be asked of a take that is open under a name, once it is solved. */
export const takeAnswers = (sessions: Sessions) => ({
  /** Prices the colours of a column, one by one as they are found; with `grating` also those that grate. Returns how many; null: something newer came. */
  async colours(
    name: string,
    column: number,
    { grating, liked }: ColoursWanted,
    onOption: (option: PricedColour) => void,
  ): Promise<number | null> {
    const priced = await sessions.price(name, 'colours', column);
    if (priced === null) return null;
    const { of, at, current } = priced;
    const { slot, context } = of.columns[column]!;
    if (slot.entry.chord === null) return 0;
    const options = likedFirst(coloursOf(slot.entry.chord, context, { grating }), liked);
    for (const option of options) {
      const rub = worstRub(of.slots, [{ ...of.columns[column]!, chord: option.chord }]);
      onOption({ ...option, ...pricedColour(of, at, column, option), rub });
      await pause();
      if (!current()) return null;
    }
    return options.length;
  },

  /** Prices the moves over a span of columns, one by one; the best for the style first. Returns how many; null: something newer came. */
  async moves(name: string, wanted: MovesWanted, onMove: (move: PricedMove) => void): Promise<number | null> {
    const priced = await sessions.price(name, 'moves', wanted.from);
    if (priced === null) return null;
    const { of, current } = priced;
    const span = spanOfColumns(of.slots, of.columns.slice(wanted.from, wanted.to + 1));
    const rings = [...of.session.library.neck.open, ...(wanted.most === undefined ? FRETTED_RINGS : [])];
    const kept = span && wanted.most === undefined ? keptFor(of, span, wanted) : [];
    const all = span ? [...proposalsFor(span, { ...wanted, rings }), ...kept] : [];
    const groups = all.filter(({ move }, i) => all.findIndex((other) => other.move.group === move.group) === i);
    /** Of the octaves in which a thread lies on the frets only the cheapest is told. */
    const fretted = new Map<string, PricedMove>();
    let told = 0;
    for (const proposal of wanted.most === undefined ? all : groups.slice(0, wanted.most)) {
      const { ring } = proposal.found;
      const one = pricedMove(of, span!, proposal);
      if (ring === undefined || of.session.library.neck.open.includes(ring)) {
        onMove(one);
        told++;
      } else if (one.extra !== null) {
        const key = `${one.id} ${ring % 12}`;
        const known = fretted.get(key);
        if (!known || one.extra < known.extra!) fretted.set(key, one);
      }
      await pause();
      if (!current()) return null;
    }
    for (const one of fretted.values()) onMove(one);
    return told + fretted.size;
  },

  /** Every grip of a column's chord with its labels and its exact price, cheapest first. */
  async grips(name: string, column: number): Promise<ListedGrips | null> {
    const priced = await sessions.price(name, 'grips', column);
    if (priced === null || priced.of.columns[column]!.chord === null) return null;
    return gripsAt(priced.of, priced.at, column);
  },

  /** What a grip, by its frets, would be in a column, and what it costs; with it comes the colour it is a grip of. */
  async ownGrip(name: string, column: number, frets: readonly number[]): Promise<OwnGrip | RefusedGrip | null> {
    const priced = await sessions.price(name, 'ownGrip', column);
    if (priced === null) return null;
    const { of } = priced;
    const { library } = of.session;
    const here = of.columns[column]!;
    const shape = shapeAt(frets, library);
    if (shape === null) return { refused: 'hand' };
    const decision = pinDecision(here, frets, library);
    if (decision === null) return { refused: here.carry === null || here.carry.pitch === null ? 'foreign' : 'tune' };
    const patch = { [here.at]: decision };
    const { extra } = pricePatch(of, { start: here.slot.start, ticks: here.slot.entry.ticks }, patch);
    const plain = here.slot.entry.chord!;
    const chord = decision.colour === null ? plain : { ...plain, kind: parseSuffix(decision.colour)! };
    return { grip: gripOf(chord, library, shape), named: servingOf(chord, library.mask[shape]!), extra, patch };
  },

  /** What would stand in a column if the grip that stands could not, after `before`; null: nothing, or something newer came. */
  async nextBest(name: string, column: number, grip: string, before: readonly Midi[] | null): Promise<NextBest | null> {
    const priced = await sessions.price(name, 'nextBest', column);
    if (priced === null || priced.at < 0) return null;
    const { of, at } = priced;
    const chord = of.columns[column]!.chord!;
    const stands = shapeAt(parseFrets(grip)!, of.session.library);
    const next = of.session.search.gripAlternatives(at, chord).find(({ shape }) => shape !== stands);
    if (!next || stands === null) return null;
    const rival = (shape: number) => ({ shape, grip: gripOf(chord, of.session.library, shape) });
    const [wanted, here] = [rival(next.shape), rival(stands)];
    return {
      grip: wanted.grip.grip,
      movement: before === null ? 0 : movement(before, wanted.grip.pitches),
      extra: next.cost - of.best,
      wish: wishFor(wanted, here, before && { pitches: before }, chord, of.session.library),
    };
  },

  /**
   * Where the voices of the grip in a column can come to in the next that sounds, `ways` from the lowest up; the best
   * serving first, and of those the cheapest. Null: there is no next, or something newer came.
   */
  async steer(name: string, column: number, grip: string, ways: readonly Steer[]): Promise<Steered | null> {
    const priced = await sessions.price(name, 'steer', column);
    const to = priced && priced.at >= 0 ? priced.of.index.findIndex((at, i) => i > column && at >= 0) : -1;
    if (priced === null || to < 0) return null;
    const { of, current } = priced;
    const [left, right] = [of.columns[column]!, of.columns[to]!];
    const frets = parseFrets(grip)!;
    const pitches = distinct(frets.flatMap((fret, s) => (fret < 0 ? [] : [of.session.library.neck.open[s]! + fret])));
    const all = outcomesOf({ pitches, frets }, ways, { from: left.chord!, to: right.chord! }, of.session.library);
    const ticks = right.slot.start + right.slot.entry.ticks - left.slot.start;
    const outcomes: SteeredOutcome[] = [];
    const possible = carriedOnly(all, right, of.session.library);
    for (const outcome of possible.slice(0, MOST_OUTCOMES)) {
      const patch = steeredPatch(left, grip, right, outcome, of.session.library);
      const { extra } = pricePatch(of, { start: left.slot.start, ticks }, patch);
      const { chord, shape } = outcome.end;
      const between = [...(outcome.early ? [outcome.early] : []), ...outcome.late];
      if (extra !== null)
        outcomes.push({
          ...outcome,
          serves: servesHow(outcome, right.chord!),
          grip: gripOf(chord, of.session.library, shape),
          row: [
            pitches,
            ...between.map((one) => pitchesOf(of.session.library, one.shape)),
            pitchesOf(of.session.library, shape),
          ],
          extra,
          patch,
        });
      await pause();
      if (!current()) return null;
    }
    const order = (serves: Serves) => outcomes.findIndex((one) => one.serves === serves);
    const groups = new Map(outcomes.map(({ serves }) => [serves, order(serves)]));
    outcomes.sort((a, b) => groups.get(a.serves)! - groups.get(b.serves)! || a.extra - b.extra);
    return { to, outcomes, all: possible.length };
  },

  /** The next best ways through the tune that differ for a quarter of the time, at most two; null: something newer came. */
  async otherWays(name: string): Promise<OtherWay[] | null> {
    const priced = await sessions.price(name, 'otherWays', 0);
    if (priced === null) return null;
    const { of, current } = priced;
    // What stands keeps its tables: other ways are looked for beside it.
    const { search, library } = of.session;
    const steps = differentPaths(search.beside(), library, of.nodes, OTHER_WAYS + 1);
    const paths = await follow(steps, current);
    return (
      paths &&
      paths
        .slice(1)
        .map((path) => {
          const way = arrangedTake(of, path);
          return { extra: way.cost - of.best, figures: way.figures, grips: way.columns.map(({ grip }) => grip) };
        })
        .sort((a, b) => a.extra - b.extra)
    );
  },

  /** How the melody lies on the neck, octave by octave, the best first; null: something newer came. */
  async lies(name: string): Promise<readonly Lies[] | null> {
    const priced = await sessions.price(name, 'lies', 0);
    return priced && whereItLies(priced.of.columns, priced.of.session.library);
  },

  /** A span with a change (a line on top of it), as it is played best, and in other ways; null: something newer came. */
  async spanWays(name: string, span: SpanNamed, change: Patch<Decision>): Promise<readonly SpanWay[] | null> {
    const priced = await sessions.price(name, 'spanWays', 0);
    return priced && follow(spanWays(priced.of, span, change), priced.current);
  },

  /** The strings that can carry the tune's note in a column, the thinnest first, each with its cheapest grip. */
  async tuneStrings(name: string, column: number): Promise<readonly CarryingString[] | null> {
    const priced = await sessions.price(name, 'tuneStrings', column);
    const pitch = priced?.of.columns[column]?.carry?.pitch ?? null;
    if (priced === null || priced.at < 0 || pitch === null) return null;
    const { chord, shapes, extra } = gripsAt(priced.of, priced.at, column);
    return tuneStrings(shapes, pitch).map(({ string, count, cheapest }) => ({
      string,
      count,
      grip: gripOf(chord, shapes, cheapest),
      extra: extra[cheapest]!,
    }));
  },

  /** Which notes of the tune get grips by price, within a span or (null) everywhere: the change that says so. Null: something newer came. */
  async gripsByPrice(
    name: string,
    within: { readonly start: Ticks; readonly end: Ticks } | null,
  ): Promise<Patch<Decision> | null> {
    const priced = await sessions.price(name, 'gripsByPrice', 0);
    if (priced === null) return null;
    const { session, asked } = priced.of;
    const found = await follow(gripsByPrice(session, asked, within), priced.current);
    return found && found.patch;
  },

  /** What a change about a column would come to over the whole take; null: something newer came. */
  async consequence(name: string, column: number, patch: Patch<Decision>): Promise<Consequence | null> {
    const priced = await sessions.price(name, 'consequence', column);
    return priced && follow(consequenceOf(priced.of, patch), priced.current);
  },

  /** The same change with every other grip held in its place; null: it cannot be, or something newer came. */
  async holdingOthers(name: string, column: number, patch: Patch<Decision>): Promise<HeldChange | null> {
    const priced = await sessions.price(name, 'holdingOthers', column);
    return priced && follow(holdingOthers(priced.of, patch), priced.current);
  },

  /** Easier grips in the place of the one that stands in a column, each with its price. */
  async waysOut(name: string, column: number, grip: string): Promise<EasierGrip[] | null> {
    const priced = await sessions.price(name, 'waysOut', column);
    if (priced === null || priced.at < 0) return null;
    const { chord, shapes, extra } = gripsAt(priced.of, priced.at, column);
    const hard = Array.from({ length: shapes.size }, (_, i) => i).find((i) => formatFrets(fretsAt(shapes, i)) === grip);
    if (hard === undefined) return [];
    return waysOut(hard, shapes).map(({ id, shape }) => ({
      way: id,
      grip: gripOf(chord, shapes, shape),
      extra: extra[shape]!,
    }));
  },
});
