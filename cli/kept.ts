import {
  t,
  formatMeter,
  keptProposals,
  keyOn,
  lastFretOf,
  lossText,
  numeralOf,
  parseKey,
  parseTune,
  passageIn,
  prepareTake,
  priceMove,
  priceText,
  readKeptMoves,
  run,
  shippedNamed,
  solveTake,
  spanOf,
  symbolOf,
  tuningKey,
  USE_WORDS,
  wantedMoves,
  type NamedMove,
} from '../core/index.ts';
import { playing, type PlayingWishes } from './arrange.ts';
import { placeTyped } from './moves.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';

interface KeptOptions extends PlayingWishes {
  readonly key?: string | undefined;
  readonly own?: string | undefined;
  readonly in?: string | undefined;
  readonly bar?: string | undefined;
  readonly beat?: string | undefined;
  readonly beats?: string | undefined;
}

/** `kept WORDS [--key K] [--own FILE] [--in TUNE --bar N --beats D]`: kept moves, in a key, or where they fit in a tune and at which price. */
export function kept(words: string, options: KeptOptions, world: World): Answer {
  const brought = options.own === undefined ? null : readKeptMoves(world.readText(options.own));
  if (brought && !brought.ok) return brought;
  const all = [...(brought?.value ?? []), ...shippedNamed()];
  const found = wantedMoves(all, words === 'all' ? {} : { words });
  return options.in === undefined ? listed(found, options.key ?? 'C') : fitting(found, options.in, options, world);
}

function listed(moves: readonly NamedMove[], text: string): Answer {
  const key = parseKey(text);
  if (!key.ok) return key;
  const json = moves.map(({ id, move }) => {
    const there = keyOn(key.value.tonic, move.mode);
    const { parts, bars } = passageIn(move, there);
    const { name, use, mode, over, before, next, stray, mood, reason, chords } = move;
    return {
      ...{ id, name, use, mode, meter: formatMeter(move.meter), bars, over, before, next, stray, mood, reason },
      degrees: chords,
      columns: parts.map(({ chord, beats }) => ({ symbol: symbolOf(chord), beats, numeral: numeralOf(chord, there) })),
    };
  });
  const rows = json.map(({ id, name, use, meter, columns }) => [
    ...[id, name, t(USE_WORDS[use]), meter],
    columns.map(({ symbol }) => symbol).join(' '),
  ]);
  return { json, text: table([['id', 'move', 'for', 'meter', 'chords'], ...rows]) };
}

function fitting(moves: readonly NamedMove[], file: string, options: KeptOptions, world: World): Answer {
  const tune = parseTune(world.readText(file));
  if (!tune.ok) return tune;
  const by = playing(tune.value, options, world);
  if (!by.ok) return by;
  const { session, asked, cells, library } = by;
  const place = placeTyped(options.bar, options.beat);
  const beats = options.beats === undefined ? undefined : Number(options.beats);
  if (beats !== undefined && !(beats > 0)) throw new UsageError(`--beats takes a number, not ${options.beats}`);
  const { slots } = prepareTake(session, { ...asked, cells });
  const span = spanOf(slots, { ...place, ...(beats !== undefined && { beats }) });
  if (!span) throw new UsageError(`there is no chord at bar ${place.bar}, beat ${place.beat}`);
  const { meter } = slots.findLast(({ start }) => start <= span.start)!;
  const neck = { lastFret: lastFretOf(library.hand), tuning: tuningKey(library.hand.tuning) };
  const solved = run(solveTake(session, { ...asked, cells }));
  const json = keptProposals(moves, span, meter, { neck, lossText }).map((proposal) => {
    const { move, found } = proposal;
    const { extra, grips } = priceMove(solved, span, proposal);
    return {
      ...{ id: move.id, name: move.name, reason: move.reason, stray: move.stray, extra },
      columns: found.parts.map(({ chord, beats: long }) => ({ symbol: symbolOf(chord), beats: long })),
      grips: grips.map(({ grip }) => grip),
    };
  });
  const rows = json.map(({ name, columns, extra, reason }) => [
    ...[name, columns.map(({ symbol, beats: long }) => `${symbol} (${long})`).join(' ')],
    ...[extra === null ? 'no grip' : priceText(extra), reason],
  ]);
  return { json, text: table([['move', 'chords (beats)', 'price', 'why'], ...rows]) };
}
