import { msg, plural, t, type Msg } from '../words/words.ts';
import type { Chart } from '../chart/chart.ts';
import { playedOrder } from '../chart/form.ts';
import type { Cadence, CadenceKind, Section } from '../reading/form.ts';

const CADENCES: Readonly<Record<CadenceKind, Msg>> = {
  authentic: msg('authentic'),
  plagal: msg('plagal'),
  backdoor: msg('backdoor'),
  half: msg('half'),
  deceptive: msg('deceptive'),
};

/** How a phrase ends, in two words. */
export function cadenceLabel({ kind }: Pick<Cadence, 'kind'>): string {
  return t('{kind} cadence', { kind: CADENCES[kind] });
}

const barsText = (count: number) => `${plural(count, '{n} bar', '{n} bars')}`;

/** The lengths of a section's phrases: `4 + 4 bars`; empty without a section. */
export function phrasesText(section: Section | undefined): string {
  const lengths = (section?.phrases ?? [])
    .map(({ firstBar, lastBar }) => lastBar - Math.max(1, firstBar) + 1)
    .filter((length) => length > 0);
  if (lengths.length === 0) return '';
  return lengths.length === 1 ? barsText(lengths[0]!) : t('{lengths} bars', { lengths: lengths.join(' + ') });
}

/** The sections as they are played and how long it all is: `A, A, Bridge, Last A · 34 bars`. */
export function playedText(chart: Chart): string {
  const order = playedOrder(chart.bars);
  let section: string | null = null;
  const played: string[] = [];
  let last = -1;
  for (const { index } of order) {
    const bar = chart.bars[index]!;
    if (bar.section !== null) section = bar.section;
    // A section begins where it is written, and again where a repeat leads back into it.
    if (bar.section !== null || (index <= last && section !== null)) played.push(section!);
    last = index;
  }
  const bars = order.filter(({ index }) => chart.bars[index]!.number > 0).length;
  const runs: { name: string; times: number }[] = [];
  for (const name of played) {
    const before = runs.at(-1);
    if (before?.name === name) before.times++;
    else runs.push({ name, times: 1 });
  }
  const sections = runs.map(({ name, times }) =>
    times > 2 ? `${name} × ${times}` : Array(times).fill(name).join(', '),
  );
  return [sections.join(', '), barsText(bars)].filter(Boolean).join(' · ');
}
