import type { Midi } from '../../pitch/pitch.ts';
import type { Ticks } from '../../time/meter.ts';
import type { Stray } from '../../reharm/moves/groups.ts';
import { BONDS, type Bond } from '../../reharm/moves/bond.ts';
import { hasOnly, isOf, isSpan, isText, isWhole, LONGEST_ON, recordOf } from './fields.ts';

/** A chord that a move put in, by degree (`spelledDegree`), how long in beats, and what it is there (a role). */
export interface KeptPart {
  readonly degree: string;
  readonly beats: number;
  readonly role: string | null;
  /** It is a chord of the span itself, by number, left there: it takes its colour as ever. */
  readonly own?: number;
  /** How it goes on to what follows, and that it takes the colour of what follows the move. */
  readonly into?: Bond;
  readonly asNext?: true;
}

/** A move that was made. It brings its own chords: a move of the table that is renamed, or made anew, changes no tune. */
export interface MoveDecision {
  readonly layer: 'move';
  /** The plain chords of its span with their beats, and the same by degree, as a chord's decision has them. */
  readonly on: string;
  readonly degree?: string;
  readonly ticks: Ticks;
  /** Of the move in the table, and which of those it finds. */
  readonly id: string;
  readonly variant?: string;
  /** Left out by documents of schema 1: then they are what the table says. */
  readonly parts?: readonly KeptPart[];
  /** A pitch that is to sound in each of the parts. */
  readonly ring?: Midi;
  /** What a kept move was called, and why it is there: the take has it also when the move is changed or gone. */
  readonly told?: ToldMove;
}

/** What a kept move says of itself. */
export interface ToldMove {
  readonly name: string;
  readonly reason: string;
  readonly stray: Stray;
}
/** The reason of a kept move, and what became of it in its span. */
const LONGEST_REASON = 2000;
const STRAYS: readonly Stray[] = [0, 1, 2, 3, 4, 5];

function readTold(value: unknown): ToldMove | null {
  const { name, reason, stray } = recordOf(value) ?? {};
  return isText(name, 120) && isText(reason, LONGEST_REASON) && isOf(STRAYS, stray) ? { name, reason, stray } : null;
}

const MOST_PARTS = 256;

function readPart(value: unknown): KeptPart | null {
  const { degree, beats, role, own, into, asNext } = recordOf(value) ?? {};
  if (!isText(degree, 64) || typeof beats !== 'number' || !(beats > 0 && beats <= 400)) return null;
  if ((role !== null && !isText(role, 32)) || (own !== undefined && !isWhole(own, 0, LONGEST_ON))) return null;
  if ((into !== undefined && !isOf(BONDS, into)) || (asNext !== undefined && asNext !== true)) return null;
  return { degree, beats, role, ...(own !== undefined && { own }), ...(into && { into }), ...(asNext && { asNext }) };
}

/** A move that was made, as it comes from outside, or null where it is none. */
export function readMoveDecision(value: Readonly<Record<string, unknown>>): MoveDecision | null {
  const { on, degree, ticks, id, variant, parts, ring, told } = value;
  if (!hasOnly(value, 'layer', 'on', 'degree', 'ticks', 'id', 'variant', 'parts', 'ring', 'told')) return null;
  if (!isText(on, LONGEST_ON) || (degree !== undefined && !isText(degree, LONGEST_ON)) || !isSpan(ticks)) return null;
  if (!isText(id, 64) || (variant !== undefined && !isText(variant, 32))) return null;
  if (ring !== undefined && !isWhole(ring, 0, 127)) return null;
  if (parts !== undefined && !(Array.isArray(parts) && parts.length > 0 && parts.length <= MOST_PARTS)) return null;
  const kept = (parts as unknown[] | undefined)?.map(readPart);
  const says = told === undefined ? undefined : readTold(told);
  if (kept?.includes(null) || says === null) return null;
  return {
    layer: 'move',
    on,
    ...(degree !== undefined && { degree }),
    ticks,
    id,
    ...(variant !== undefined && { variant }),
    ...(kept && { parts: kept as KeptPart[] }),
    ...(ring !== undefined && { ring }),
    ...(says && { told: says }),
  };
}
