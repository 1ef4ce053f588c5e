/* A kept move as a tune of its own, in one key or through several, by which it is shown, heard and begun with. */
import { parseChart } from '../chart/parse.ts';
import { applyPatch } from '../patch.ts';
import { headerKey, type Key } from '../pitch/key.ts';
import { readChart } from '../reading/read.ts';
import { symbolsIn } from '../reharm/kept/degree-text.ts';
import { passageIn } from '../reharm/kept/passage.ts';
import { spanAt } from '../reharm/moves/span.ts';
import { formatMeter } from '../time/meter.ts';
import type { Decisions } from './decision.ts';
import { asItIs, type NamedMove } from './drop.ts';
import type { OnNeck } from './kept-in-key.ts';
import { slotKeys } from './key.ts';
import { movePatch } from './moves.ts';

/** A tune made of a kept move: its chart as text, and what is decided in its take. */
export interface KeptTune {
  readonly chartText: string;
  readonly barIds: readonly string[];
  readonly cells: Decisions;
  /** The bars it takes in each key. */
  readonly bars: number;
}

/** A kept move in some keys, one after another. */
export function keptTune(
  named: NamedMove,
  keys: readonly Key[],
  { tempo, neck }: { readonly tempo: number; readonly neck: OnNeck },
): KeptTune {
  const { move } = named;
  const { ticks, bars } = passageIn(move, keys[0]!);
  const lines = keys.map((key, i) => `| ${i === 0 ? '' : `{key: ${headerKey(key)}} `}${symbolsIn(move.chords, key)} |`);
  const headers = [
    `title: ${move.name.replace(/\s+/g, ' ')}`,
    `key: ${headerKey(keys[0]!)}`,
    `meter: ${formatMeter(move.meter)}`,
    `tempo: ${tempo}`,
  ];
  const chartText = [...headers, ...lines].join('\n');
  const chart = parseChart(chartText);
  if (!chart.ok) throw new RangeError(`no tune: ${chartText}`);
  const barIds = chart.value.bars.map((_, i) => `bar-${i + 1}`);
  const slots = readChart(chart.value);
  const names = slotKeys(slots, barIds);
  const cells = keys.reduce((made: Decisions, key, i) => {
    const span = spanAt(slots, i * ticks, ticks)!;
    return applyPatch(made, movePatch(slots, names, made, span, asItIs(named, key, span, neck))).cells;
  }, {});
  return { chartText, barIds, cells, bars };
}

/** The keys a move can be carried through, from one on. */
export const KEY_ORDERS = ['one', 'fourths', 'half-steps', 'drawn'] as const;
export type KeyOrder = (typeof KEY_ORDERS)[number];

/** Twelve keys from one on: by fourths round the cycle, by half steps up, or drawn (by numbers from 0 to 1). */
export function keysInOrder(keys: readonly Key[], order: KeyOrder, random: () => number): readonly Key[] {
  const [first, ...rest] = keys;
  if (order === 'one' || !first) return keys.slice(0, 1);
  if (order === 'half-steps') return keys;
  if (order === 'fourths') return keys.map((_, i) => keys[(i * 5) % keys.length]!);
  const drawn = [...rest];
  for (let i = drawn.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [drawn[i], drawn[j]] = [drawn[j]!, drawn[i]!];
  }
  return [first, ...drawn];
}
