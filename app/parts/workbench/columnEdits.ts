import {
  decisionFor,
  divide,
  keptName,
  shiftPart,
  symbolOf,
  suffixOf,
  type ArrangedColumn,
  type Chord,
  type ChordDecision,
  type Decision,
  type ColourOption,
  type Column,
  type Grip,
  type MoveSaid,
  type Patch,
  t,
  symbolText,
} from '../../../core/index.ts';

/** A change of the decisions, and what undo calls it. */
export interface Change {
  readonly patch: Patch<Decision>;
  readonly label: string;
}

/** What can be decided about a column; each is one step of undo. Null where there is nothing to decide. */
export function columnEdits(
  column: Column,
  /** The column before it, the grip that stands, and what the move that put it here says. */
  {
    before,
    grip,
    said,
  }: { readonly before: Column | undefined; readonly grip: Grip | null; readonly said: MoveSaid | null },
  /** Where it is, in words. */
  place: string,
  edit: (patch: Patch<Decision>, label: string) => void,
) {
  const { slot, decision, move } = column;
  const changed = (made: Pick<ChordDecision, 'colour' | 'voicing'> | null, label: string): Change => ({
    patch: { [column.at]: made && { ...decisionFor(slot), ...made } },
    label: t('{label} in bar {bar}', { label, bar: slot.bar }),
  });
  const decide = (...what: Parameters<typeof changed>) => {
    const { patch, label } = changed(...what);
    edit(patch, label);
  };
  const colour = colourOf(column);
  const cut = divide(column);
  return {
    /** What a colour or a grip would change. */
    toColour: ({ group, suffix, chord }: ColourOption) =>
      changed({ colour: group === 'chart' ? null : suffix }, symbolText(symbolOf(chord))),
    /** Gives the chord the kind of another. */
    toKind: (chord: Chord) => changed({ colour: suffixOf(chord.kind) }, symbolText(symbolOf(chord))),
    toGrip: ({ grip }: Pick<Grip, 'grip'>) => changed({ colour, voicing: { grip } }, t('the grip {grip}', { grip })),
    pinTo: ({ grip }: Pick<Grip, 'grip'>) => decide({ colour, voicing: { grip } }, t('the grip {grip}', { grip })),
    /** Pins the grip that stands, or unpins it. */
    pin: () => {
      if (decision?.voicing) decide({ colour }, t('unpinning the grip'));
      else if (grip) decide({ colour, voicing: { grip: grip.grip } }, t('pinning the grip'));
    },
    /** Holds the grip that stands with other fingers; null: as they lie best. */
    finger: (fingers: string | null) => {
      if (!grip) return;
      // What else is decided of that grip stays: voices that were led there, most of all.
      const { fingers: _, ...voicing } = decision?.voicing?.grip === grip.grip ? decision.voicing : { grip: grip.grip };
      decide(
        { colour, voicing: { ...voicing, ...(fingers !== null && { fingers }) } },
        fingers === null ? t('fingers as they lie best') : t('the fingers {fingers}', { fingers }),
      );
    },
    /** Lets go of what was decided, and of the grip the take was kept with. */
    release: () => {
      const kept = column.kept === null ? {} : { [keptName(column.at)]: null };
      if (decision || column.kept !== null)
        edit({ ...(decision && changed(null, '').patch), ...kept }, t('letting go in bar {bar}', { bar: slot.bar }));
    },
    divide: cut && (() => edit({ [cut.at]: cut.cell }, t('two colours in bar {bar}', { bar: slot.bar }))),
    /** Moves the beginning of a part by beats. */
    shift: (beats: number) => {
      const patch = shiftPart(column, before, beats);
      if (patch)
        edit(
          patch,
          t('{which} in {place}', { which: beats > 0 ? t('beginning later') : t('beginning earlier'), place }),
        );
    },
    /** Takes the move that made the column away. */
    lift: move && (() => edit({ [move.at]: null }, t('lifting the {name}', { name: said?.name ?? t('move') }))),
  };
}
export type ColumnEdits = ReturnType<typeof columnEdits>;

/** The change that pins another way's grips, column by column, where they are not those that stand. */
export function wayPatch(columns: readonly ArrangedColumn[], grips: readonly (Grip | null)[]): Patch<Decision> {
  return Object.fromEntries(
    columns.flatMap(({ column, grip: stands }, i) => {
      const grip = grips[i];
      if (!grip || !stands || grip.grip === stands.grip) return [];
      return [[column.at, { ...decisionFor(column.slot), colour: colourOf(column), voicing: { grip: grip.grip } }]];
    }),
  );
}

/** The colour a column shows, as a decision: what is pinned is the chord too. Null: as the chart has it. */
function colourOf({ decision, symbol, slot, chord }: Column): string | null {
  if (decision) return decision.colour;
  return chord === null || symbol === slot.symbol ? null : suffixOf(chord.kind);
}
