import { useState } from 'react';
import {
  carryDecidedAt,
  carryName,
  chordNameAt,
  noteDecisionName,
  spelledPitch,
  USUAL_DENSITY,
  type CarryDecision,
  type Column,
  type Decision,
  type Decisions,
  type Lies,
  type NoteName,
  type NoteWay,
  type Patch,
  t,
} from '../../../core/index.ts';
import { useLies } from '../../work/answers.ts';
import { solver } from '../../work/solver.ts';
import { spanTicks } from './spanTicks.ts';
import type { Wishing } from './wishing.ts';

interface Carried extends Wishing {
  readonly keys: readonly string[];
}

/** A note of the tune in the chords that are selected, and how it is played. */
export interface SaidNote {
  /** The name of what is decided for it. */
  readonly at: string;
  readonly name: string;
  /** As the player says; null: as it comes. */
  readonly way: NoteWay | null;
  readonly isCarried: boolean;
  /** Whether it goes on to the next by a step. */
  readonly steps: boolean;
}

/** The notes that begin in some columns. */
function notesIn(columns: readonly Column[], after: Column | undefined, cells: Decisions): readonly SaidNote[] {
  const notes = columns.flatMap(({ at, slot, carry }) => {
    if (carry === null || carry.isLine) return [];
    const own =
      carry.pitch !== null && carry.struck ? [{ start: slot.start, pitch: carry.pitch, spelling: carry.spelling }] : [];
    return [...own, ...carry.free].map(({ start, pitch, spelling }) => ({
      at: noteDecisionName(chordNameAt(at, slot.entry.tick + start - slot.start)),
      pitch,
      spelling: spelling as NoteName,
      isCarried: start === slot.start,
    }));
  });
  return notes.map(({ at, pitch, spelling, isCarried }, i): SaidNote => {
    const said = cells[at];
    const next = notes[i + 1]?.pitch ?? after?.carry?.pitch ?? null;
    const by = next === null ? 0 : Math.abs(next - pitch);
    return {
      at,
      name: spelledPitch(pitch, spelling),
      way: said?.layer === 'note' ? said.way : null,
      isCarried,
      steps: by === 1 || by === 2,
    };
  });
}

/** Whether the guitar plays the tune itself: in the whole of it, or where several chords are selected in those. */
export function useCarry({ columns, slots, keys, cells, from, to, place, edit, solved }: Carried) {
  const isWhole = from === to;
  const span = isWhole ? columns : columns.slice(from, to + 1);
  const name = carryName(span[0]!.at);
  const decidedAt = carryDecidedAt(slots, keys, cells);
  const standing = decidedAt(columns[from]!.slot.start);
  const lies = useLies(solved);
  const where = isWhole ? t('the tune') : place;
  const [choosing, setChoosing] = useState(false);
  const notes = notesIn(columns.slice(from, to + 1), columns[to + 1], cells);
  const set = (next: Pick<CarryDecision, 'density' | 'octave'>, words: string) => {
    // Over the whole tune nothing else stands.
    edit(
      {
        ...(isWhole && without(cells, 'carry')),
        [name]: { layer: 'carry', ticks: spanTicks(span), ...next },
      },
      t('{words} in {where}', { words, where }),
    );
  };
  return {
    where,
    /** What stands where the selection begins. */
    standing: standing && standing.density !== null ? { density: standing.density, octave: standing.octave } : null,
    /** Octave by octave, the best first; null while it is worked out. */
    lies,
    async carry(): Promise<void> {
      const known: readonly Lies[] | null = lies ?? (await solver().lies(solved.name));
      set({ density: USUAL_DENSITY, octave: known?.[0]?.octave ?? 0 }, 'chord-melody');
    },
    accompany(): void {
      if (isWhole) edit(without(cells, 'carry'), t('accompaniment in the tune'));
      else set({ density: null, octave: 0 }, 'accompaniment');
    },
    notes,
    /** Some notes are played so, or (null) as they come. */
    say(which: readonly SaidNote[], way: NoteWay | null): void {
      const words = which.length === 1 ? which[0]!.name : t('{which} notes', { which: which.length });
      edit(
        Object.fromEntries(which.map(({ at }) => [at, way && { layer: 'note', way }])),
        t('{words} played otherwise', { words }),
      );
    },
    /** Whether the search is at work. */
    choosing,
    /** The search chooses which notes get grips. */
    async choose(): Promise<void> {
      setChoosing(true);
      const [first, last] = [span[0]!.slot, span.at(-1)!.slot];
      const within = isWhole ? null : { start: first.start, end: last.start + last.entry.ticks };
      const patch = await solver().gripsByPrice(solved.name, within);
      setChoosing(false);
      if (patch && Object.keys(patch).length > 0) edit(patch, t('grips where they come easily in {where}', { where }));
    },
    /** What is said of single notes, and how to take it back: all of the tune’s. */
    said: ofLayer(cells, 'note').length,
    unsay: () => edit(without(cells, 'note'), t('nothing said of single notes')),
    change: (next: Partial<Pick<CarryDecision, 'density' | 'octave'>>, words: string) =>
      standing && set({ density: standing.density, octave: standing.octave, ...next }, words),
  };
}
export type Carries = ReturnType<typeof useCarry>;

const ofLayer = (cells: Decisions, layer: Decision['layer']): readonly string[] =>
  Object.keys(cells).filter((name) => cells[name]!.layer === layer);
const without = (cells: Decisions, layer: Decision['layer']): Patch<Decision> =>
  Object.fromEntries(ofLayer(cells, layer).map((name) => [name, null]));
