import type { Slot } from '../chart/chart.ts';
import type { Ticks } from '../time/meter.ts';

/*
 * The names of a take's decisions, written and read here and nowhere else. A decision is named by its place (bar, pass, and
 * tick from the bar's start) and by its layer:
 *
 *   b7:1:480              the chord on the second beat of bar b7, the first time through
 *   b7:all:0:move         the move whose span begins with the bar, every time through
 *   b7:1:0:wish-top       the wish of the kind `top` whose span begins there
 *   b7:1:0:manner         how the span is comped that begins there
 *   b7:1:0:rhythm         the rhythm of the span that begins there
 *   b7:1:0:texture        how many notes of its grips are played there
 *   b7:1:0:decor          what is added between and within its chords there
 *   b7:1:0:added           what is added to the chord there, whatever is over its span
 *   b7:1:0:carry          that the tune itself is played in the span that begins there, on top of its grips
 *   b7:1:0:line           a line of one's own, on top of the grips of the span that begins there
 *   b7:1:480:note         how the note of the tune that begins there is played in it
 *   b7:1:0:kept           the grip that the chord there was kept with
 *   b7:1:changes          the changes of the bar
 *
 * Names are kept in databases: what is here now must be read for ever.
 */

/** Where a decision is: the id of a bar as written, which time through it, and ticks from the bar's start. */
export interface At {
  readonly bar: string;
  /** From 1; `all`: every time through, where nothing is decided for that very one. */
  readonly pass: number | 'all';
  readonly tick: Ticks;
}

/** What a name says. `kind` tells several of one layer at one place apart. */
export interface Named {
  readonly at: At;
  readonly layer: string;
  readonly kind: string | null;
}

const CHORD = 'chord';
const CHANGES = 'changes';
const NAME = /^([\w-]{1,64}):(\d{1,3}|all):(?:changes|(\d{1,6})(?::([a-z]{1,16})(?:-([a-z-]{1,16}))?)?)$/;

/** The name of a decision; that of a bar's changes has no tick. */
export function nameOf({ bar, pass, tick }: At, layer: string, kind: string | null = null): string {
  if (layer === CHANGES) return `${bar}:${pass}:${CHANGES}`;
  if (layer === CHORD) return `${bar}:${pass}:${tick}`;
  return `${bar}:${pass}:${tick}:${layer}${kind === null ? '' : `-${kind}`}`;
}

/** What a name says; null where it is none. */
export function readName(name: string): Named | null {
  const match = NAME.exec(name);
  if (!match) return null;
  const [, bar, pass, tick, layer = tick === undefined ? CHANGES : CHORD, kind = null] = match;
  return { at: { bar: bar!, pass: pass === 'all' ? pass : Number(pass), tick: Number(tick ?? 0) }, layer, kind };
}

/** The place that a name says; throws where it is none. */
export function atOf(name: string): At {
  const named = readName(name);
  if (!named) throw new RangeError(`not the name of a decision: ${name}`);
  return named.at;
}

/** The name of a chord's decision. */
export const chordName = (at: At): string => nameOf(at, CHORD);
/** The name of the choice of a bar's changes. */
export const changesName = (bar: string, pass: At['pass']): string => nameOf({ bar, pass, tick: 0 }, CHANGES);
/** The name of what begins with a chord that is named so: the move, the kept grip, the manner, the rhythm, the texture, the wish of a kind. */
export const moveName = (chord: string): string => nameOf(atOf(chord), 'move');
export const keptName = (chord: string): string => nameOf(atOf(chord), 'kept');
export const mannerName = (chord: string): string => nameOf(atOf(chord), 'manner');
export const rhythmName = (chord: string): string => nameOf(atOf(chord), 'rhythm');
export const textureName = (chord: string): string => nameOf(atOf(chord), 'texture');
export const decorName = (chord: string): string => nameOf(atOf(chord), 'decor');
export const addedName = (chord: string): string => nameOf(atOf(chord), 'added');
export const carryName = (chord: string): string => nameOf(atOf(chord), 'carry');
export const lineName = (chord: string): string => nameOf(atOf(chord), 'line');
export const noteDecisionName = (chord: string): string => nameOf(atOf(chord), 'note');
export const wishName = (chord: string, kind: string): string => nameOf(atOf(chord), 'wish', kind);
/** Decisions whose bars are called otherwise; those of a bar without a name (null) are left out. */
export const withBarsCalled = <T>(
  cells: Readonly<Record<string, T>>,
  calledNow: (bar: string) => string | null | undefined,
): Readonly<Record<string, T>> =>
  Object.fromEntries(
    Object.entries(cells).flatMap(([name, cell]) => {
      const { at, layer, kind } = readName(name)!;
      const bar = calledNow(at.bar);
      return bar === null || bar === undefined ? [] : [[nameOf({ ...at, bar }, layer, kind), cell] as const];
    }),
  );
/** The chord at another tick of the same bar, in the same pass. */
export const chordNameAt = (chord: string, tick: Ticks): string => chordName({ ...atOf(chord), tick });

/** What a bar is called in a take that lies beside its chart, in a file: by its number there. */
export const barName = (number: number): string => `bar-${number}`;

/** What is decided at a place: for that very pass, or for all. */
export function decidedAt<T>(cells: Readonly<Record<string, T>>, at: At, layer: string = CHORD): T | undefined {
  return cells[nameOf(at, layer)] ?? cells[nameOf({ ...at, pass: 'all' }, layer)];
}

/** The names of the slots' chords. `barIds` in the order of the bars as written, a pickup first. */
export function slotKeys(slots: readonly Slot[], barIds: readonly string[]): string[] {
  const first = slots[0]?.sourceBar ?? 1;
  return slots.map(({ sourceBar, pass, entry }) =>
    chordName({ bar: barIds[sourceBar - first] ?? barName(sourceBar), pass, tick: entry.tick }),
  );
}

/** The slots in which a place lies, one for each time through it. `keys[i]` names slot i's chord. */
export function slotsAt<S extends Slot>(slots: readonly S[], keys: readonly string[], at: At): readonly S[] {
  const { bar, pass, tick } = at;
  return slots.filter(({ entry }, i) => {
    const here = atOf(keys[i]!);
    const samePass = pass === 'all' || here.pass === pass;
    return here.bar === bar && samePass && entry.tick <= tick && tick < entry.tick + entry.ticks;
  });
}
