import {
  inSentence,
  MANNER_WORDS,
  mannerName,
  t,
  WISH_KINDS,
  wishName,
  wishText,
  type Column,
  type Decision,
  type Decisions,
  type Manner,
  type Patch,
  type Wish,
  type WishKind,
} from '../../../core/index.ts';
import { spanTicks } from './spanTicks.ts';

/** The wishes that begin with the first of some columns, and how to change them; each is one step of undo. */
export function wishEdits(
  columns: readonly Column[],
  cells: Decisions,
  /** Where they are, in words. */
  place: string,
  edit: (patch: Patch<Decision>, label: string) => void,
) {
  const first = columns[0]!;
  const ticks = spanTicks(columns);
  const beginning = new Map<WishKind, { readonly wish: Wish; readonly hard: boolean }>();
  for (const kind of WISH_KINDS) {
    const decision = cells[wishName(first.at, kind)];
    if (decision?.layer === 'wish') beginning.set(kind, decision);
  }
  const spanManner = cells[mannerName(first.at)];
  return {
    beginning,
    wish(kind: WishKind, wish: Wish | null, hard: boolean): void {
      const decision: Decision | null = wish && { layer: 'wish', wish, hard, ticks };
      edit(
        { [wishName(first.at, kind)]: decision },
        wish ? t('{wish} in {place}', { wish: wishText(wish), place }) : t('a wish less in {place}', { place }),
      );
    },
    /** How the span is comped that begins there, or null. */
    manner: spanManner?.layer === 'manner' ? spanManner.manner : null,
    comp(manner: Manner | null): void {
      const decision: Decision | null = manner && { layer: 'manner', manner, ticks };
      const words = manner ? inSentence(t(MANNER_WORDS[manner].name)) : t('as the rest of the tune');
      edit({ [mannerName(first.at)]: decision }, t('{words} in {place}', { words, place }));
    },
    drop: (at: string) => edit({ [at]: null }, t('a wish less in {place}', { place })),
  };
}
