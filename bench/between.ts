/* A tune in two notes at a time, beside its grips; and what could be added between its chords. */
import { readFileSync } from 'node:fs';
import {
  arrangedTake,
  decorPlaces,
  DEFAULT_HAND,
  offersAt,
  parseTune,
  pricingFor,
  run,
  scoreOf,
  sessionOf,
  solveTake,
  type Decisions,
  type Pace,
  type SmallTexture,
} from '../core/index.ts';
import { count, kernelNear, library, timed } from './report.ts';

const tune = parseTune(readFileSync('demo/tunes/1-gangplank-strut.txt', 'utf8'));
if (!tune.ok) throw new Error('demo/tunes/1-gangplank-strut.txt');
const { chart } = tune.value;
const pricing = pricingFor({ company: 'alone', area: null, matters: {} });
const fresh = () => sessionOf(library, { pricing }, kernelNear());
const solved = (texture: SmallTexture | null, pace: Pace = 'half') => {
  const cells: Decisions = texture
    ? { 'bar-1:all:0:texture': { layer: 'texture', ticks: 100_000, texture, pace } }
    : {};
  return (session: ReturnType<typeof fresh>) => {
    const { best, columns: made } = run(solveTake(session, { chart, cells }));
    return `cost ${best}, ${made.length} columns`;
  };
};
timed('32 bars in grips, harmony fixed, exact', '300 ms', 3, solved(null), fresh);
timed('  in tenths, twice a bar', '', 3, solved('tenths'), fresh);
timed('  in two voices, a note a beat', '', 3, solved('low-moves', 'beat'), fresh);

const { columns } = arrangedTake(run(solveTake(fresh(), { chart })));
const of = { chart, open: library.neck.open, columns };
timed(
  'all that could be added to 36 chords, by hand and reason',
  '',
  3,
  (score) => `${count(decorPlaces(score, of, DEFAULT_HAND).flatMap(offersAt).length)} offers`,
  () => scoreOf(of),
);
