import type { ArrangedColumn, Chart } from '../../../core/index.ts';

/** The section each written-out bar lies in, and the one that begins with it. */
export function sectionsOf(chart: Chart, columns: readonly ArrangedColumn[]) {
  const first = chart.bars[0]?.number ?? 1;
  const lies = new Map<number, string>();
  const begins = new Map<number, string>();
  let now: string | null = null;
  for (const {
    column: { slot },
  } of columns) {
    const section = chart.bars[slot.sourceBar - first]?.section;
    if (section && slot.entry.tick === 0) {
      now = section;
      begins.set(slot.bar, section);
    }
    if (now !== null) lies.set(slot.bar, now);
  }
  return {
    sectionOf: (bar: number) => lies.get(bar) ?? null,
    sectionAt: (bar: number) => begins.get(bar) ?? null,
  };
}
