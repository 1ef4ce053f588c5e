import { parseChord } from '../chord/symbol.ts';
import type { Versions } from '../chart/played.ts';
import { pitchClass } from '../pitch/note.ts';
import type { ReadSlot } from '../reading/read.ts';
import { chordDegree } from './degree.ts';
import type { Decision, Decisions } from './decision.ts';
import { changesName, decidedAt } from './key.ts';
import type { ChordDecision } from './layers/chord.ts';

/** The changes a take plays each bar with. `barIds` in the order of the bars as written. */
export function versionsOf(cells: Decisions, barIds: readonly string[]): Versions {
  return (index, pass) => {
    const bar = barIds[index] ?? '';
    const chosen = cells[changesName(bar, pass)] ?? cells[changesName(bar, 'all')];
    return chosen?.layer === 'changes' ? chosen.number : 0;
  };
}

/** Of the decisions those that {@link versionsOf} looks at: as long as they stay, the chart is read as it was. */
export const changesOf = (cells: Decisions): Decisions =>
  Object.fromEntries(Object.entries(cells).filter(([, { layer }]) => layer === 'changes'));

/** A decision for a chord of the chart as it now stands: what it was made for, in words of both. */
export function decisionFor({ symbol, entry, key }: ReadSlot): Pick<ChordDecision, 'layer' | 'on' | 'degree'> {
  return { layer: 'chord', on: symbol, ...(entry.chord && { degree: chordDegree(entry.chord, key) }) };
}

/**
 * The decision that stands for a slot: made for its chord, or for the same degree in another key, its grip moved along.
 * No grip is moved beyond `lastFret`, where the neck of this hand ends.
 */
export function standing(cell: Decision | undefined, slot: ReadSlot, lastFret: number): ChordDecision | null {
  const { chord } = slot.entry;
  if (cell?.layer !== 'chord') return null;
  if (chord === null || cell.on === slot.symbol) return cell;
  if (cell.degree === undefined || cell.degree !== chordDegree(chord, slot.key)) return null;
  const before = parseChord(cell.on);
  const { voicing, ...rest } = cell;
  const by = before.ok ? pitchClass(chord.root) - pitchClass(before.value.root) : null;
  const grip = voicing && by !== null ? movedGrip(voicing.grip, by, lastFret) : null;
  return voicing && grip !== null ? { ...rest, voicing: { ...voicing, grip } } : rest;
}

/** The decision that stands for the slot of a name. */
export const standingAt = (cells: Decisions, at: Parameters<typeof decidedAt>[1], slot: ReadSlot, lastFret: number) =>
  standing(decidedAt(cells, at), slot, lastFret);

/** A grip moved along the neck by semitones or an octave off, the nearer way first; null where it has open strings or no room. */
function movedGrip(grip: string, semitones: number, lastFret: number): string | null {
  const frets = (grip.match(/\d+/g) ?? []).map(Number);
  const up = ((semitones % 12) + 12) % 12;
  const by = [up, up - 12]
    .sort((a, b) => Math.abs(a) - Math.abs(b))
    .find((shift) => frets.every((fret) => fret > 0 && fret + shift > 0 && fret + shift <= lastFret));
  return by === undefined ? null : grip.replace(/\d+/g, (fret) => String(Number(fret) + by));
}
