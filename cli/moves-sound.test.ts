import { describe, expect, test } from '@jest/globals';
import {
  ANY_TASTE,
  applyPatch,
  arrangedTake,
  buildLibrary,
  DEFAULT_HAND,
  DEFAULT_PLAYER,
  parseChart,
  prepareTake,
  priceMove,
  pricingFor,
  proposalsFor,
  run,
  sessionOf,
  solveTake,
  spanAt,
  type Grip,
  type Proposal,
} from '../core/index.ts';
import { IS_THOROUGH, some } from '../scripts/thorough.oracle.ts';
import { KernelNear } from '../kernel/kernel.ts';
import { CHARTS } from './moves-sound.charts.ts';

/** All of them in `npm run thorough`, which takes about half an hour: a tune is solved anew for each move. */
const LISTENED_TO = IS_THOROUGH ? CHARTS : CHARTS.slice(0, 2);

/** The voices of a grip, told from its pitches. */
const voicesOf = ({ pitches }: Grip) => [...new Set(pitches)].sort((a, b) => a - b);
const oneFretsOff = (a: Grip, b: Grip) => {
  const ways = a.frets.flatMap((fret, s) =>
    fret < 0 && b.frets[s]! < 0 ? [] : [fret < 0 || b.frets[s]! < 0 ? 99 : b.frets[s]! - fret],
  );
  const noOpen = [...a.frets, ...b.frets].every((fret) => fret !== 0);
  return new Set(ways).size === 1 && ways[0] !== 99 && noOpen ? Math.abs(ways[0]!) : null;
};

const LONGEST_MS = 600_000;

describe('a move that is made sounds as its reason says', () => {
  const library = buildLibrary(DEFAULT_HAND);
  const near = KernelNear.create() ?? undefined;
  const sessions = (['alone', 'bass'] as const).map((company) =>
    sessionOf(library, { pricing: pricingFor({ ...DEFAULT_PLAYER, company }) }, near),
  );

  /** How each chord of a proposal must follow the one before it, by its own look at the pitches. */
  function looksRight({ move }: Proposal, from: Grip, to: Grip, k: number): boolean {
    const [a, b] = [voicesOf(from), voicesOf(to)];
    const changed = a.filter((pitch) => !b.includes(pitch)).length;
    if (move.id === 'turnaround-still-top') {
      const falls = k === 1 ? 2 : 0;
      return [1, 2].every((n) => b.at(-n)! === a.at(-n)! - falls);
    }
    if (move.group === 'planing') return oneFretsOff(from, to) !== null;
    if (move.group === 'approach') return [1, 2].includes(oneFretsOff(from, to)!);
    if (move.group === 'line') return a.length === b.length && changed === 1;
    return k < 4 ? b.at(-1)! > a.at(-1)! : b.at(-1)! < a.at(-1)!;
  }

  test.each(LISTENED_TO)(
    '%s',
    (text) => {
      const chart = parseChart(text);
      if (!chart.ok) throw new Error(text);
      let made = 0;
      for (const session of sessions) {
        const asked = { chart: chart.value };
        const take = run(solveTake(session, asked));
        const possible = take.slots.flatMap((slot) => {
          const span = spanAt(take.slots, slot.start, slot.entry.ticks)!;
          return proposalsFor(span, ANY_TASTE)
            .filter(({ found }) => found.parts.some(({ into }) => into))
            .map((proposal) => ({ proposal, ...priceMove(take, span, proposal) }))
            .filter(({ extra }) => extra !== null);
        });
        for (const { proposal, patch } of some(possible, 4)) {
          const { columns, problems } = arrangedTake(
            run(solveTake(session, { ...asked, cells: applyPatch({}, patch).cells })),
          );
          expect(problems).toEqual([]);
          let k = 0;
          columns.forEach(({ column, grip }, i) => {
            if (column.into === null || !columns[i + 1]) return;
            const right = looksRight(proposal, grip!, columns[i + 1]!.grip!, k++);
            expect([proposal.move.id, column.symbol, right]).toEqual([proposal.move.id, column.symbol, true]);
          });
          expect(k).toBeGreaterThan(0);
          made++;
        }
      }
      expect(made).toBeGreaterThan(IS_THOROUGH ? 5 : 1);
    },
    LONGEST_MS,
  );

  test('an approach takes the colour of what it leads to, as that stands', () => {
    const chart = parseChart('key: C\n| C | Dm7 | G7 | C |');
    if (!chart.ok) throw new Error();
    const [session] = sessions;
    const { slots, keys } = prepareTake(session!, { chart: chart.value });
    const span = spanAt(slots, slots[1]!.start, slots[1]!.entry.ticks)!;
    const approach = proposalsFor(span).find(({ move }) => move.id === 'approach-above')!;
    expect(approach.found.parts.map(({ beats }) => beats)).toEqual([3, 1]);
    const take = run(solveTake(session!, { chart: chart.value }));
    const { patch } = priceMove(take, span, approach);
    const { columns } = prepareTake(session!, { chart: chart.value, cells: applyPatch({}, patch).cells });
    expect(columns.map(({ symbol }) => symbol)).toEqual(['C6', 'Dm9', 'Ab9', 'G9', 'C6']);
    expect(keys).toHaveLength(4);
  });
});
