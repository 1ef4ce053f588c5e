import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import {
  applyPatch,
  buildLibrary,
  DEFAULT_HAND,
  keptProposals,
  keysOfMode,
  lastFretOf,
  lossText,
  movePatch,
  MOVES,
  parseChart,
  parseTuneChart,
  passageIn,
  priceMove,
  pricingFor,
  run,
  sessionOf,
  shapesOf,
  SHIPPED_MOVES,
  shippedNamed,
  solveTake,
  spanAt,
  STYLES,
  tuningKey,
  TUNINGS,
  wholeTakes,
  type Hand,
  type SolvedTake,
} from '../core/index.ts';
import { KernelNear } from '../kernel/kernel.ts';
import { IS_THOROUGH, some } from '../scripts/thorough.oracle.ts';
import { heron } from './heron.ts';
import { libraryOf } from './libraries.oracle.ts';

/* Kept moves of ours in the demo tunes, in hands and tunings, and in whole takes. */

const DEMO = join(__dirname, '..', 'demo', 'tunes');
const PLAYER = { company: 'alone', area: null, matters: {} } as const;
/** The compiled kernel: the same to the last tenth, and quicker. */
const near = KernelNear.create() ?? undefined;
const playing = (hand: Hand) => {
  const library = buildLibrary(hand);
  const neck = { lastFret: lastFretOf(hand), tuning: tuningKey(hand.tuning) };
  return { library, neck, session: sessionOf(library, { pricing: pricingFor(PLAYER) }, near) };
};
const usual = playing(DEFAULT_HAND);
/** A search of its own: one goes on from take to take. */
const anew = () => sessionOf(usual.library, { pricing: pricingFor(PLAYER) }, near);
const solved = (text: string): SolvedTake => {
  const chart = parseTuneChart(text);
  if (!chart.ok) throw new Error(text);
  const barIds = chart.value.bars.map((_, i) => `b${i + 1}`);
  return run(solveTake(anew(), { chart: chart.value, barIds, cells: {} }));
};

/** Every span of whole bars of a tune, up to eight, and what of ours fits there. */
function fitsIn(of: SolvedTake) {
  const bars = [...new Set(of.slots.map(({ bar }) => bar))].filter((bar) => bar > 0);
  return bars.flatMap((from) =>
    [1, 2, 4, 8].flatMap((long) => {
      const slots = of.slots.filter(({ bar }) => from <= bar && bar < from + long);
      if (!bars.includes(from + long - 1)) return [];
      const { start, meter } = slots[0]!;
      const last = slots.at(-1)!;
      const span = spanAt(of.slots, start, last.start + last.entry.ticks - start);
      if (!span) return [];
      return keptProposals(shippedNamed(), span, meter, { neck: usual.neck, lossText }).map((proposal) => ({
        span,
        proposal,
      }));
    }),
  );
}

test.each(some(readdirSync(DEMO), 3))(
  '%s: what fits costs what the tune solved with it costs more, to the tenth',
  (file) => {
    const text = readFileSync(join(DEMO, file), 'utf8');
    const of = solved(text);
    const fits = fitsIn(of);
    expect(fits.length).toBeGreaterThan(0);
    const seen = new Set<string>();
    for (const { span, proposal } of fits) {
      // That it may end.
      if (seen.size >= (IS_THOROUGH ? 6 : 2) || seen.has(proposal.move.id)) continue;
      seen.add(proposal.move.id);
      const { extra, patch, grips } = priceMove(of, span, proposal);
      const cells = applyPatch({}, movePatch(of.slots, of.keys, {}, span, proposal)).cells;
      expect(patch).toEqual(cells);
      const after = run(solveTake(anew(), { ...of.asked, cells }));
      if (extra === null) continue;
      expect([proposal.move.id, extra]).toEqual([proposal.move.id, after.best - of.best]);
      expect(grips.length).toBeGreaterThanOrEqual(proposal.found.parts.length);
    }
  },
);

test('most of ours fit somewhere in the demo tunes or their like', () => {
  const ids = new Set(
    readdirSync(DEMO).flatMap((file) =>
      fitsIn(solved(readFileSync(join(DEMO, file), 'utf8'))).map(({ proposal }) => proposal.move.id),
    ),
  );
  expect(ids.size / SHIPPED_MOVES.length).toBeGreaterThan(0.7);
});

describe('in the hand', () => {
  /** Moves of which a hand has a grip for every chord, in a key. */
  const held = (hand: Hand) => {
    const library = buildLibrary(hand);
    return shippedNamed().filter(({ move }) =>
      some(keysOfMode(move), 6).every((key) =>
        passageIn(move, key).parts.every(({ chord }) => shapesOf(chord, library).length > 0),
      ),
    );
  };

  test('the usual hand holds every chord of them, in every key', () => {
    expect(held(DEFAULT_HAND).length).toBe(SHIPPED_MOVES.length);
  });

  test('so does a small one but for a few, and every tuning in every key', () => {
    const small = held({ ...DEFAULT_HAND, reach: 90 });
    expect(small.length).toBeGreaterThanOrEqual(SHIPPED_MOVES.length - 6);
    for (const { id, strings } of some(
      TUNINGS.filter((one) => one.id !== 'standard'),
      8,
    ))
      expect([id, held({ ...DEFAULT_HAND, tuning: strings }).length]).toEqual([id, SHIPPED_MOVES.length]);
  });
});

test('whole takes use those that are let, and none else', () => {
  const chart = parseChart('key: C\n| C | C | F | C |');
  if (!chart.ok) throw new Error('no chart');
  const named = shippedNamed().filter(({ id }) => id === 'line-down');
  const taste = { style: STYLES[0]!, off: MOVES.map(({ id }) => id), stray: 3, rings: [] };
  const take = (kept: typeof named) => {
    const tune = { chart: chart.value, barIds: ['a', 'b', 'c', 'd'], cells: {} };
    const [best] = run(wholeTakes(usual.session, { ...tune, taste: { ...taste, kept }, within: null, anew: true }, 1));
    return Object.values(best!.cells).flatMap((cell) => (cell.layer === 'move' ? [cell.id] : []));
  };
  expect(take([]).filter((id) => id.startsWith('kept:'))).toEqual([]);
  expect(take(named)).toContain('kept:line-down');
});

describe('on the command line', () => {
  const TUNE = 'title: Two Ropes\nkey: G\n| Am7 | D7 | G | G |\n';
  const asked = (...args: string[]) =>
    heron(args, {
      readText: (name) => (name === 'bad.json' ? '{' : TUNE),
      readBytes: () => new Uint8Array(),
      writeBytes: () => undefined,
      libraryOf,
    });
  test('moves are listed by a word in a key, and where they fit in a tune, priced', () => {
    const listed = JSON.parse(asked('kept', 'tag three', '--key', 'Eb', '--json').stdout) as {
      id: string;
      columns: { symbol: string; numeral: string }[];
    }[];
    expect(listed.map(({ id }) => id)).toEqual(['ending-tag']);
    expect(listed[0]!.columns[0]).toEqual({ symbol: 'Fm9', beats: 2, numeral: 'ii9' });
    const fits = JSON.parse(
      asked('kept', 'all', '--in', 'tune.txt', '--bar', '1', '--beats', '16', '--json').stdout,
    ) as {
      name: string;
      extra: number | null;
      grips: string[];
    }[];
    expect(fits.map(({ name }) => name)).toContain('ii ♭II7 I');
    expect(fits.every(({ extra, grips }) => extra === null || grips.length > 1)).toBe(true);
    expect(asked('kept', 'tag', '--own', 'bad.json').stderr).toContain('This is no JSON');
  });
});
