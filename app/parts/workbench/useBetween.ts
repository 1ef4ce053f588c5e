import { useMemo, useState } from 'react';
import {
  addedName,
  decidedOver,
  decorName,
  notesAdded,
  notOfferedText,
  type AddedNote,
  type Column,
  type Decision,
  type Decisions,
  type Decorated,
  type DecorKind,
  type DecorStyle,
  type Hand,
  type Midi,
  type Offered,
  type Patch,
  type ReadSlot,
  type Score,
  type Scored,
  t,
} from '../../../core/index.ts';
import type { AddedMark } from '../stream/AddedMarks.tsx';
import type { Change } from './columnEdits.ts';
import { spanTicks } from './spanTicks.ts';
import type { Workings } from './useWorkings.ts';

/** Something that could be added to the selected chord, and whether it stands there. */
export interface BetweenOffer {
  readonly offer: Offered;
  readonly reason: string;
  /** How far the hand goes for it, in millimetres. */
  readonly mm: number;
  readonly stands: boolean;
}

interface Asked {
  /** Null until it is fetched: then nothing is offered. */
  readonly workings: Workings | null;
  /** How the tune sounds without anything added; null until it is voiced, or where nobody asks. */
  readonly bare: Score | null;
  readonly of: Scored;
  readonly hand: Hand;
  readonly columns: readonly Column[];
  readonly slots: readonly ReadSlot[];
  readonly keys: readonly string[];
  readonly cells: Decisions;
  readonly selected: number;
  readonly from: number;
  readonly to: number;
  readonly place: string;
  /** What stands. */
  readonly added: readonly Decorated[];
}

/** How much is decorated where nobody said. */
const USUAL_AMOUNT = 50;
const NO_OFFERS: readonly BetweenOffer[] = [];
/** So many ways are compared. */
const WAYS = 3;
const MOST_SEED = 99;

/** What could be added to the chord that is selected, and to what is selected as a whole; and what makes it. */
export function useBetween(asked: Asked) {
  const { workings, bare, of, hand, columns, slots, keys, cells, selected, from, to, place, added } = asked;
  const places = useMemo(
    () => (workings && bare ? workings.decorPlaces(bare, of, hand) : []),
    [workings, bare, of, hand],
  );
  const here = places.find(({ column }) => column === selected) ?? null;
  const stands = added.find(({ column }) => column === selected) ?? null;
  const offers = useMemo((): readonly BetweenOffer[] => {
    if (!workings || !here) return NO_OFFERS;
    return workings.offersAt(here).map((offer) => ({
      offer,
      reason: workings.decorationReason(offer),
      mm: workings.effortOf(offer, here),
      stands: stands?.id === offer.decoration.id && stands.variant === offer.variant,
    }));
  }, [workings, here, stands]);
  const not = useMemo(() => (workings && here ? workings.notOfferedAt(here) : []), [workings, here]);

  // What is selected, or the whole tune.
  const span = from === to ? columns : columns.slice(from, to + 1);
  const name = decorName(span[0]!.at);
  const decided = cells[name];
  const decor = decided?.layer === 'decor' ? decided : null;
  const [asks, setAsks] = useState<{ readonly name: string; readonly first: number } | null>(null);
  const first = asks?.name === name ? asks.first : null;
  const amount = decor?.amount || USUAL_AMOUNT;
  const style = decor?.style ?? 'any';
  const decisionOf = (seed: number, more: { readonly amount?: number; readonly style?: DecorStyle } = {}): Decision => {
    const own = more.style ?? style;
    return {
      layer: 'decor',
      ticks: spanTicks(span),
      amount: more.amount ?? amount,
      seed,
      ...(own !== 'any' && { style: own }),
    };
  };
  const inSpan = ({ column }: { readonly column: number }) => from === to || (column >= from && column <= to);
  /** Three ways to decorate it, by seed, with what each adds. */
  const ways = useMemo(() => {
    if (!workings || first === null || places.length === 0) return [];
    return Array.from({ length: WAYS }, (_, i) => {
      const seed = 1 + ((first + i) % MOST_SEED);
      const wanted = workings.wantedIn(of, { slots, keys, cells: { ...cells, [name]: decisionOf(seed) } });
      return { seed, made: wanted ? workings.chosenDecorations(places, wanted).filter(inSpan) : [] };
    });
    // The decision is made of what is listed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [workings, first, places, of, slots, keys, cells, name, amount, style, from, to]);
  const where = from === to ? t('the tune') : place;
  /** The chords for which something was decided. */
  const own = columns.flatMap(({ at, slot }, column) => {
    const decision = cells[addedName(at)];
    return inSpan({ column }) && decision?.layer === 'added' ? [{ at, column, bar: slot.bar, decision }] : [];
  });
  function lostIn({ at, column, bar, decision }: (typeof own)[number]) {
    if (decision.decoration === null || added.some((one) => one.column === column)) return [];
    const there = places.find((one) => one.column === column);
    const found =
      workings && there && workings.notOfferedAt(there).find(({ decoration }) => decoration.id === decision.decoration);
    const why = found
      ? notOfferedText(found.decoration, found.why)
      : t('No chord is played there, or none that it fits.');
    return [{ at, column, bar, name: t(found?.decoration.name ?? 'something chosen'), why }];
  }

  return {
    /** Null while it is worked out, or where no chord is played. */
    here,
    /** Whether the guitar has the tune there. */
    isTune: columns[selected]?.carry !== null,
    offers,
    not,
    stands,
    standing: added.filter(inSpan),
    /** Chords that were told to have nothing. */
    silent: own.filter(({ decision }) => decision.decoration === null),
    /** What was chosen for a chord, and cannot be there any more, with the reason. */
    lost: bare === null ? [] : own.flatMap(lostIn),
    where,
    decor,
    amount,
    style,
    ways,
    /** Asks for three ways, or for three others. */
    ask: () => setAsks({ name, first: first === null ? 0 : first + WAYS }),
    changes: {
      /** Adds an option to the selected chord; the one that stands is taken away. */
      toOffer: ({ offer, stands: is }: BetweenOffer): Change =>
        is ? without(columns[selected]!, offer.decoration.name) : adding(columns[selected]!, offer),
      /** The chord as it would be without anything of its own. */
      off: (one: Decorated): Change => without(columns[one.column]!, one.name),
      /** As its span has it again. */
      on: ({ at, bar }: { readonly at: string; readonly bar: number }): Change => ({
        patch: { [addedName(at)]: null },
        label: t('bar {bar} decorated again', { bar }),
      }),
      toWay: (seed: number): Change => ({
        patch: { [name]: decisionOf(seed) },
        label: t('decorated in {where}', { where }),
      }),
      /** Nothing in a part of the tune is a decision of its own: more may be added around it. */
      toAmount: (next: number): Change => ({
        patch: {
          [name]: next === 0 && from === to ? null : decisionOf(decor?.seed ?? 1, { amount: next }),
        },
        label:
          next === 0 ? t('nothing added in {where}', { where }) : t('{next} % decorated in {where}', { next, where }),
      }),
      toStyle: (next: DecorStyle): Change => ({
        patch: { [name]: decisionOf(decor?.seed ?? 1, { style: next }) },
        label: t('decorated otherwise in {where}', { where }),
      }),
    },
  };
  function adding({ at, slot }: Column, { decoration, variant }: Offered): Change {
    const patch: Patch<Decision> = { [addedName(at)]: { layer: 'added', decoration: decoration.id, variant } };
    return { patch, label: t('{name} in bar {bar}', { name: t(decoration.name), bar: slot.bar }) };
  }
  function without({ at, slot }: Column, what: string): Change {
    const own = cells[addedName(at)];
    // What was chosen here goes; what its span gives is told not to come.
    const isOwn = own?.layer === 'added' && own.decoration !== null;
    const comes = isOwn && decidedOver(slots, keys, cells, 'decor')(slot.start) !== null;
    const patch: Patch<Decision> = {
      [addedName(at)]: isOwn && !comes ? null : { layer: 'added', decoration: null, variant: '' },
    };
    return { patch, label: t('without {what} in bar {bar}', { what, bar: slot.bar }) };
  }
}
/** What is added as it is drawn: what is tried stands in the place of what the selected chord has; and the notes that has on the neck. */
export function useAddedShown(
  { added, columns, selected }: Pick<Asked, 'added' | 'columns' | 'selected'>,
  tried: Offered | null,
  open: readonly Midi[],
) {
  const marks = useMemo((): ReadonlyMap<number, AddedMark> => {
    const standing = added
      .filter(({ column }) => columns[column] !== undefined && column !== tried?.column)
      .map(({ column, kind, name, notes }) => markOf(columns, column, { kind, name, notes, isTried: false }));
    if (!tried) return new Map(standing);
    const { column, decoration, added: more } = tried;
    const { kind, name } = decoration;
    return new Map([
      ...standing,
      markOf(columns, column, { kind, name, notes: notesAdded(more, open), isTried: true }),
    ]);
  }, [added, columns, tried, open]);
  const own = added.find(({ column }) => column === selected)?.notes ?? NO_NOTES;
  return { marks, notes: tried ? notesAdded(tried.added, open) : own };
}
const NO_NOTES: readonly AddedNote[] = [];

function markOf(
  columns: readonly Column[],
  column: number,
  { kind, name, notes, isTried }: Pick<Decorated, 'kind' | 'name' | 'notes'> & { readonly isTried: boolean },
): readonly [number, AddedMark] {
  const { start, entry } = columns[column]!.slot;
  const spots = notes.map((note) => ({ at: (note.start - start) / entry.ticks, pitch: note.pitch }));
  return [column, { kind: kind as DecorKind, name: t(name), isTried, notes: spots }];
}
export type Between = ReturnType<typeof useBetween>;
