import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  arrangedTake,
  buildLibrary,
  carryName,
  DEFAULT_HAND,
  NO_MELODY,
  parseTune,
  pricingFor,
  run,
  scoreOfTake,
  sessionOf,
  solveTake,
  sungNotes,
  usualBass,
  type Chart,
  type Decisions,
  type Melody,
  type Score,
  type Scored,
} from '../core/index.ts';
import { KernelNear } from '../kernel/kernel.ts';

/** A score of a demo tune, and what it is made of. */
export interface DemoScore {
  readonly name: string;
  readonly chart: Chart;
  readonly melody: Melody;
  readonly scored: Scored;
  readonly score: Score;
}

/** The search by the compiled kernel: some times as quick, and the same to the last tenth (`kernel/kernel.test.ts`). */
const near = KernelNear.create() ?? undefined;
const folder = join(import.meta.dirname, '..', 'demo');
const takes = JSON.parse(readFileSync(join(folder, 'takes.json'), 'utf8')) as Readonly<Record<string, Decisions>>;

/** Every demo tune with a bass, as its take in its rhythm, and as a chord-melody where it has a melody. */
export function demoScores(): readonly DemoScore[] {
  const library = buildLibrary(DEFAULT_HAND);
  return readdirSync(join(folder, 'tunes')).flatMap((file): readonly DemoScore[] => {
    const tune = parseTune(readFileSync(join(folder, 'tunes', file), 'utf8'));
    if (!tune.ok) throw new Error(file);
    const { chart } = tune.value;
    const melody = tune.value.melody ?? NO_MELODY;
    const barIds = chart.bars.map(({ number }) => String(number));
    const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) }, near);
    const made = (what: string, cells: Decisions): DemoScore => {
      const solved = run(solveTake(session, { chart, barIds, cells, melody }));
      const { slots, keys } = solved;
      const scored = { chart, open: library.neck.open, columns: arrangedTake(solved).columns };
      const sung = sungNotes(chart, melody);
      const along = { bass: usualBass(chart.meter, chart.feel) };
      const score = scoreOfTake(scored, { slots, keys, cells, sung, hand: DEFAULT_HAND }, along);
      return { name: `${file}, ${what}`, chart, melody, scored, score };
    };
    const { keys } = run(solveTake(session, { chart, barIds }));
    const all = chart.bars.reduce((sum, { ticks }) => sum + ticks, 0) * 4;
    return [
      ...(file[0]! in takes ? [made('its take', takes[file[0]!]!)] : []),
      ...(melody.length === 0
        ? []
        : [made('chord-melody', { [carryName(keys[0]!)]: { layer: 'carry', ticks: all, density: 25, octave: 0 } })]),
    ];
  });
}
