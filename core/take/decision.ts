import { readName } from './key.ts';
import { readAddedDecision } from './layers/added.ts';
import { readCarryDecision } from './layers/carry.ts';
import { readChangesDecision } from './layers/changes.ts';
import { readChordDecision } from './layers/chord.ts';
import { readDecorDecision } from './layers/decor.ts';
import { recordOf } from './layers/fields.ts';
import { readKeptDecision } from './layers/kept.ts';
import { readLineDecision } from './layers/line.ts';
import { readMannerDecision } from './layers/manner.ts';
import { readMoveDecision } from './layers/move.ts';
import { readNoteDecision } from './layers/note.ts';
import { readRhythmDecision } from './layers/rhythm.ts';
import { readTextureDecision } from './layers/texture.ts';
import { readWishDecision } from './layers/wish.ts';
import { upgraded } from './upgrade.ts';

/**
 * The layers of a take: what can be decided, each with its reader of what comes from outside. A new one
 * is a module in `layers/` and a line here; the union, the documents and the edits follow.
 */
const LAYERS = {
  chord: readChordDecision,
  changes: readChangesDecision,
  move: readMoveDecision,
  wish: readWishDecision,
  manner: readMannerDecision,
  kept: readKeptDecision,
  rhythm: readRhythmDecision,
  texture: readTextureDecision,
  decor: readDecorDecision,
  added: readAddedDecision,
  carry: readCarryDecision,
  note: readNoteDecision,
  line: readLineDecision,
} as const;

export type LayerName = keyof typeof LAYERS;
/** One decision of a player. */
export type Decision = NonNullable<ReturnType<(typeof LAYERS)[LayerName]>>;
/** All that a player decided in a take, by name (key.ts). Without a decision the default colour and the best grip stand. */
export type Decisions = Readonly<Record<string, Decision>>;

/** What is decided under a name, as it comes from outside, of this schema or an older one; null where it is nothing. */
export function readDecision(name: string, value: unknown): Decision | null {
  const named = readName(name);
  const record = recordOf(value);
  if (!named || !record) return null;
  const now = upgraded(record);
  if (!Object.hasOwn(LAYERS, named.layer) || now.layer !== named.layer) return null;
  const decision = LAYERS[named.layer as LayerName](now);
  return decision?.layer === 'wish' && decision.wish.kind !== named.kind ? null : decision;
}

/** By layer, for each take's decisions that were asked about: they do not change, and there may be thousands. */
const known = new WeakMap<Decisions, ReadonlyMap<LayerName, (readonly [string, Decision])[]>>();

/** The decisions of one layer, in the order they stand in. */
export function decisionsOf<L extends LayerName>(
  cells: Decisions,
  layer: L,
): readonly (readonly [string, Extract<Decision, { readonly layer: L }>])[] {
  let layers = known.get(cells);
  if (!layers) {
    const found = new Map<LayerName, (readonly [string, Decision])[]>();
    for (const entry of Object.entries(cells)) {
      const same = found.get(entry[1].layer);
      if (same) same.push(entry);
      else found.set(entry[1].layer, [entry]);
    }
    known.set(cells, (layers = found));
  }
  return (layers.get(layer) ?? []) as (readonly [string, Extract<Decision, { readonly layer: L }>])[];
}
