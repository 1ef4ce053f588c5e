/* Whole takes, chords and grips chosen together, beside chords chosen one by one and connected afterwards. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseTuneChart, prepareTake, pricingFor, run, sessionOf, STYLES, waysOf, wholeTakes } from '../core/index.ts';
import { takeLattice } from '../core/leading/joint/take-lattice.ts';
import { kernelNear, library, rows, timed } from './report.ts';

const file = join(import.meta.dirname, '..', 'demo', 'tunes', '1-gangplank-strut.txt');
const chart = parseTuneChart(readFileSync(file, 'utf8'));
if (!chart.ok) throw new Error(file);
const asked = { chart: chart.value };
/** How far takes may stray that are of some ten ways a chord, moves among them. */
const NEAR = 1;
const EIGHT = 8;

for (const style of STYLES) {
  const { manner = null } = style;
  const pricing = pricingFor({ company: 'alone', area: null, matters: {}, manner });
  const fresh = () => sessionOf(library, { pricing }, kernelNear());
  const taste = { style, off: [], stray: style.stray, rings: library.neck.open };
  const costs = { apart: 0, together: 0 };
  timed(
    `36 chords in ${style.name}, chord by chord, then connected`,
    '',
    1,
    (session) => {
      const prepared = prepareTake(session, asked);
      const { lattice, places } = takeLattice(prepared, waysOf(prepared, taste), taste);
      // From chord to chord what costs least a beat, whatever its grips.
      const perSecond = (before: number | null, n: number) => {
        const long = places.reduce(
          (sum, { version }, k) => sum + (version === places[n]!.version ? lattice.nodes[k]!.place.seconds : 0),
          0,
        );
        return (lattice.extra[n]! + (before === null ? 0 : lattice.between(before, n))) / long;
      };
      const isFirst = lattice.nodes.map((_, n) => !lattice.next.some((after) => after.includes(n)));
      const chosen: number[] = [];
      for (let next: readonly number[] = isFirst.flatMap((is, n) => (is ? [n] : [])); next.length > 0;) {
        const before = chosen.at(-1) ?? null;
        const here = next.reduce((best, n) => (perSecond(before, n) < perSecond(before, best) ? n : best));
        chosen.push(here);
        next = lattice.next[here]!;
      }
      const chain = {
        nodes: chosen.map((n) => lattice.nodes[n]!),
        next: chosen.map((_, k) => (k + 1 < chosen.length ? [k + 1] : [])),
        extra: chosen.map((n) => lattice.extra[n]!),
        between: (i: number, j: number) => lattice.between(chosen[i]!, chosen[j]!),
      };
      costs.apart = run(session.wide.solve(chain)).cost;
      return `cost ${costs.apart}`;
    },
    fresh,
  );
  timed(
    '  all together: the first take, exact',
    '1 s',
    1,
    (session) => {
      const laid = takeLattice(prepareTake(session, asked), waysOf(prepareTake(session, asked), taste), taste);
      const { cost } = run(session.wide.solve(laid.lattice));
      costs.together = cost;
      const pairs = laid.lattice.next.reduce((sum, after) => sum + after.length, 0);
      return `cost ${cost}, ${laid.lattice.nodes.length} chords, ${pairs} joins between them`;
    },
    fresh,
  );
  const near = { ...taste, stray: NEAR };
  timed(
    `  of the first ${EIGHT} ways that begin at each chord, straying by ${NEAR} at most: the first take, exact`,
    '1 s',
    3,
    (session) => {
      const prepared = prepareTake(session, asked);
      const from = new Map<number, number>();
      const eight = waysOf(prepared, near).filter(({ start }) => {
        from.set(start, (from.get(start) ?? 0) + 1);
        return from.get(start)! <= EIGHT;
      });
      const { lattice } = takeLattice(prepared, eight, near);
      return `cost ${run(session.wide.solve(lattice)).cost}, ${lattice.nodes.length} chords`;
    },
    fresh,
  );
  const ways = waysOf(prepareTake(fresh(), asked), near);
  const each = Math.round(ways.length / new Set(ways.map(({ start }) => start)).size);
  for (const [count, goal] of [
    [1, '1 s'],
    [3, '3 s'],
  ] as const)
    timed(
      `  of all ways straying by ${NEAR} at most: ${count === 1 ? 'the first take, exact' : 'three that differ'}`,
      goal,
      3,
      (session) => `${run(wholeTakes(session, { ...asked, taste: near }, count)).length} of ${each} ways a chord`,
      fresh,
    );
  timed(
    '  three that differ, without mannerisms',
    '3 s',
    1,
    (session) => `${run(wholeTakes(session, { ...asked, taste }, 3)).length} takes`,
    fresh,
  );
  const saved = Math.round((1 - costs.together / costs.apart) * 100);
  rows.push([
    '  what choosing together saves',
    `${saved} %`,
    `${costs.apart - costs.together} tenths of a semitone`,
    '',
  ]);
}
