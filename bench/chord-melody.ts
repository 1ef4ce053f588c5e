/* A jig of 32 bars as a chord-melody, harmony fixed and free, beside its accompaniment. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  ANY_TASTE,
  carryName,
  gripsByPrice,
  parseTune,
  prepareTake,
  pricingFor,
  run,
  sessionOf,
  solveTake,
  wholeTakes,
  type Decisions,
} from '../core/index.ts';
import { kernelNear, library, timed } from './report.ts';

const file = join(import.meta.dirname, '..', 'demo', 'tunes', '8-lamplighters-landing.txt');
const tune = parseTune(readFileSync(file, 'utf8'));
if (!tune.ok) throw new Error(file);
const { chart } = tune.value;
const melody = tune.value.melody!;
const pricing = pricingFor({ company: 'alone', area: null, matters: {} });
const fresh = () => sessionOf(library, { pricing }, kernelNear());
const { columns } = prepareTake(fresh(), { chart, melody });
const last = columns.at(-1)!.slot;
const carried = (density: number): Decisions => ({
  [carryName(columns[0]!.at)]: { layer: 'carry', ticks: last.start + last.entry.ticks, density, octave: 0 },
});

const solved = (cells: Decisions) => (session: ReturnType<typeof fresh>) => {
  const { best, columns: made } = run(solveTake(session, { chart, melody, cells }));
  return `cost ${best}, ${made.length} columns`;
};
timed('32 bars of a jig, accompanied', '', 3, solved({}), fresh);
timed('  as a chord-melody, grips on strong beats, exact', '1 s', 3, solved(carried(25)), fresh);
timed('  a grip for every note', '1 s', 3, solved(carried(100)), fresh);
timed(
  '  which notes get grips chosen by price, exact',
  '',
  3,
  (session) => {
    const found = run(gripsByPrice(session, { chart, melody, cells: carried(25) }));
    return `cost ${found.cost}, ${found.carried} of ${found.notes} carried`;
  },
  fresh,
);
timed(
  '  chords and grips together, straying by 1 at most: the first take, exact',
  '4 s',
  1,
  (session) => {
    const taste = { ...ANY_TASTE, stray: 1, rings: library.neck.open };
    const [take] = run(wholeTakes(session, { chart, melody, cells: carried(25), taste }, 1));
    return `cost ${take!.cost}`;
  },
  fresh,
);
