import {
  arrangementOf,
  buildLibrary,
  columnsOf,
  DEFAULT_HAND,
  DEFAULT_WEIGHTS,
  figuresText,
  formatFrets,
  numeralOf,
  ONLY_MOVEMENT,
  parseChart,
  problemLine,
  readChart,
  run,
  Search,
  searchable,
  shapesOf,
  slotTimes,
  STRINGS,
  type ShapeLibrary,
} from '../core/index.ts';
import { readText, UsageError, type Answer } from './heron.ts';
import { table } from './table.ts';

interface Wishes {
  readonly plain: boolean;
  readonly candidates: boolean;
  readonly only?: string | undefined;
}

/** `arrange FILE`: the exact best path for the default hand. */
export function arrange(file: string, wishes: Wishes): Answer {
  if (wishes.only !== undefined && wishes.only !== 'movement') throw new UsageError('--only takes movement');
  const chart = parseChart(readText(file));
  if (!chart.ok) return chart;
  const weights = wishes.only === undefined ? DEFAULT_WEIGHTS : ONLY_MOVEMENT;
  const library = buildLibrary(DEFAULT_HAND);
  const search = new Search(library, weights);
  const slots = readChart(chart.value);
  const columns = columnsOf(
    slots,
    slots.map((_, i) => String(i)),
    {},
    { plain: wishes.plain },
  );
  const { wanted, index } = searchable(columns, search);
  search.setColumns(wanted);
  const arranged = arrangementOf(columns, index, run(search.solve()), library, weights);
  const json = {
    slots: arranged.columns.map(({ column, grip, movement, held, shiftMm }) => {
      const { sourceBar: _s, pass: _p, ...times } = slotTimes(column.slot);
      return {
        ...times,
        plain: column.slot.symbol,
        symbol: column.symbol,
        numeral: column.chord ? numeralOf(column.chord, column.slot.key) : null,
        move: null,
        grip: grip?.grip ?? null,
        pitches: grip?.pitches ?? [],
        fingers: grip?.fingers ?? [],
        movement,
        held,
        shiftMm,
        ...(wishes.candidates ? { candidates: candidatesOf(column.chord, library) } : {}),
      };
    }),
    figures: arranged.figures,
    cost: arranged.cost,
    terms: arranged.terms,
  };
  const rows = json.slots.map((slot) => [
    slot.bar,
    slot.beat,
    slot.plain,
    slot.symbol,
    slot.grip,
    slot.movement,
    slot.held,
    slot.shiftMm,
  ]);
  const text =
    table([['bar', 'beat', 'chart', 'chord', 'grip', 'moved', 'held', 'mm'], ...rows]) +
    `\n${figuresText(arranged.figures)}\n` +
    arranged.problems.map((found) => `${problemLine(found)}\n`).join('');
  return { json, text };
}

function candidatesOf(chord: Parameters<typeof shapesOf>[0] | null, library: ShapeLibrary): { grip: string }[] {
  if (chord === null) return [];
  return Array.from(shapesOf(chord, library), (shape) => ({
    grip: formatFrets(library.frets.subarray(shape * STRINGS, (shape + 1) * STRINGS)),
  }));
}
