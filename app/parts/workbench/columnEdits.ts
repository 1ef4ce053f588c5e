import {
  appliedText,
  decisionFor,
  divide,
  musical,
  shiftPart,
  symbolOf,
  type ArrangedColumn,
  type Cell,
  type ColourOption,
  type Column,
  type Grip,
  type Patch,
} from '../../../core/index.ts';

/** What can be decided about a column; each is one step of undo. Null where there is nothing to decide. */
export function columnEdits(
  column: Column,
  /** The column before it, and the grip that stands. */
  { before, grip }: { readonly before: Column | undefined; readonly grip: Grip | null },
  /** Where it is, in words. */
  place: string,
  edit: (patch: Patch<Cell>, label: string) => void,
) {
  const { slot, decision, move } = column;
  const decide = (cell: Omit<Cell, 'on' | 'degree'> | null, label: string) =>
    edit({ [column.at]: cell && { ...decisionFor(slot), ...cell } }, `${label} in bar ${slot.bar}`);
  const source = decision?.source ?? sourceOf(column.symbol, slot.symbol);
  const pinTo = (to: Grip) => decide({ source, pin: to.grip }, `the grip ${to.grip}`);
  const cut = divide(column);
  return {
    colour: ({ group, suffix, chord }: ColourOption) =>
      decide({ source: group === 'chart' ? { kind: 'chart' } : { kind: 'colour', suffix } }, musical(symbolOf(chord))),
    pinTo,
    /** Pins the grip that stands, or unpins it. */
    pin: () => {
      if (decision?.pin) decide({ source }, 'unpinning the grip');
      else if (grip) decide({ source, pin: grip.grip }, 'pinning the grip');
    },
    /** Holds the grip that stands with other fingers; null: as they lie best. */
    finger: (fingers: string | null) => {
      if (grip)
        decide(
          { source, pin: grip.grip, ...(fingers !== null && { fingers }) },
          fingers === null ? 'fingers as they lie best' : `the fingers ${fingers}`,
        );
    },
    release: () => {
      if (decision) decide(null, 'letting go');
    },
    divide: cut && (() => edit({ [cut.at]: cut.cell }, `two colours in bar ${slot.bar}`)),
    /** Moves the beginning of a part by beats. */
    shift: (beats: number) => {
      const patch = shiftPart(column, before, beats);
      if (patch) edit(patch, `${beats > 0 ? 'beginning later' : 'beginning earlier'} in ${place}`);
    },
    /** Takes the move that made the column away. */
    lift: move && (() => edit({ [move.at]: null }, `lifting the ${appliedText(move).name}`)),
  };
}

/** The change that pins another way's grips, column by column, where they are not those that stand. */
export function wayPatch(columns: readonly ArrangedColumn[], grips: readonly (Grip | null)[]): Patch<Cell> {
  return Object.fromEntries(
    columns.flatMap(({ column, grip: stands }, i) => {
      const grip = grips[i];
      if (!grip || !stands || grip.grip === stands.grip) return [];
      const source = column.decision?.source ?? sourceOf(column.symbol, column.slot.symbol);
      return [[column.at, { ...decisionFor(column.slot), source, pin: grip.grip }]];
    }),
  );
}

/** The chord a default column shows, as a decision: what is pinned is the chord too. */
function sourceOf(symbol: string, plain: string): Cell['source'] {
  if (symbol === plain) return { kind: 'chart' };
  const suffix = symbol.replace(/\/[A-G][b#]?$/, '').replace(/^[A-G][b#]?/, '');
  return { kind: 'colour', suffix };
}
