import type { Grip } from '../grip/grips.ts';
import type { Neck } from '../neck/hand.ts';
import type { Score } from '../score/score.ts';
import { hardestChanges, type TuneChange } from './hardest.ts';

/* From a take on paper into the hands, in the order a teacher has it (common practice; field guide): grips, changes, bars, the form. */

/** Some columns of a score, from the first to the last. */
export interface ColumnSpan {
  readonly from: number;
  readonly to: number;
}

/** One thing to be practised of a take, and why. Columns are the score's, bars as they are played. */
export type PlanStep =
  /** A grip set cold: where it stands first, and in how many columns. */
  | ({
      readonly kind: 'grip';
      readonly times: number;
      readonly reachMm: number;
      readonly difficulty: number;
    } & ColumnSpan)
  /** From one grip to the next and back; how often it comes. */
  | ({ readonly kind: 'change'; readonly times: number; readonly hardest: TuneChange } & ColumnSpan)
  /** Two, four or eight bars; the hardest change in them or into them, null: none. */
  | ({
      readonly kind: 'bars';
      readonly bars: readonly [number, number];
      readonly hardest: TuneChange | null;
    } & ColumnSpan)
  | ({ readonly kind: 'form' } & ColumnSpan);

/** A change that is no harder than this needs no drill of its own. */
export const EASY_CHANGE = 2.5;
/** So many changes at most are drilled for themselves: the hardest. */
const MOST_CHANGES = 8;
/** Bars are put together two by two, then four, then eight. */
const LENGTHS = [2, 4, 8] as const;

/** A take as it is to be practised. */
export interface ToPractise {
  readonly score: Score;
  /** Of each column; null: none is played. */
  readonly grips: readonly (Pick<Grip, 'grip' | 'frets' | 'fingers' | 'difficulty' | 'reachMm'> | null)[];
  readonly neck: Neck;
  /** Grips that the hand knows. */
  readonly known: ReadonlySet<string>;
}

/** The plan of a take: what to practise of it, in order. What comes twice the same is practised once. */
export function planOf(take: ToPractise): readonly PlanStep[] {
  const { score, grips, neck } = take;
  const changes = hardestChanges(score, grips, neck);
  const spans = LENGTHS.flatMap((length) => barSteps(take, length, changes));
  const form = { kind: 'form', from: 0, to: grips.length - 1 } as const;
  return [...gripSteps(take), ...changeSteps(take, changes), ...spans, ...(grips.some(Boolean) ? [form] : [])];
}

/** Grips that the hand does not know, the hardest first. */
function gripSteps({ grips, known }: ToPractise): readonly PlanStep[] {
  const steps = new Map<string, PlanStep & { kind: 'grip' }>();
  grips.forEach((grip, i) => {
    if (grip === null || known.has(grip.grip)) return;
    const { reachMm, difficulty } = grip;
    const { from, to, times } = steps.get(grip.grip) ?? { from: i, to: i, times: 0 };
    steps.set(grip.grip, { kind: 'grip', from, to, times: times + 1, reachMm, difficulty });
  });
  return [...steps.values()].sort((a, b) => b.difficulty - a.difficulty || a.from - b.from);
}

/** The hardest changes, each once. */
function changeSteps({ grips }: ToPractise, changes: readonly TuneChange[]): readonly PlanStep[] {
  const nameOf = ({ from, to }: TuneChange) => `${grips[from]!.grip} ${grips[to]!.grip}`;
  const times = new Map<string, number>();
  for (const one of changes) times.set(nameOf(one), (times.get(nameOf(one)) ?? 0) + 1);
  const seen = new Set<string>();
  return changes
    .filter((one) => one.difficulty > EASY_CHANGE && !seen.has(nameOf(one)) && seen.add(nameOf(one)))
    .slice(0, MOST_CHANGES)
    .map((hardest) => ({
      kind: 'change',
      from: hardest.from,
      to: hardest.to,
      times: times.get(nameOf(hardest))!,
      hardest,
    }));
}

/** So many bars at a time; two bars the hardest first, more in the order of the tune. */
function barSteps({ score, grips }: ToPractise, length: number, changes: readonly TuneChange[]): readonly PlanStep[] {
  const { columns } = score;
  const bars = score.bars.filter(({ number }) => number > 0);
  if (bars.length <= length) return [];
  const seen = new Set<string>();
  const steps: (PlanStep & { kind: 'bars' })[] = [];
  for (let first = 0; first < bars.length; first += length) {
    const last = Math.min(first + length, bars.length) - 1;
    const [opening, closing] = [bars[first]!, bars[last]!];
    const inside = columns.flatMap(({ bar }, i) => (bar >= opening.number && bar <= closing.number ? [i] : []));
    const [from, to] = [inside[0], inside.at(-1)];
    if (from === undefined || to === undefined) continue;
    const name = inside.map((i) => `${columns[i]!.symbol} ${grips[i]?.grip ?? ''} ${columns[i]!.ticks}`).join('|');
    const hardest = changes.find((one) => one.from >= from && one.to <= to) ?? null;
    // One grip held through needs no practice, and what was practised before comes no second time.
    if (hardest === null || seen.has(name)) continue;
    seen.add(name);
    steps.push({ kind: 'bars', from, to, bars: [opening.number, closing.number], hardest });
  }
  return length === 2 ? steps.sort((a, b) => b.hardest!.difficulty - a.hardest!.difficulty || a.from - b.from) : steps;
}
