import type { Midi } from '../../pitch/pitch.ts';
import type { Ticks } from '../../time/meter.ts';
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
}

const MOST_PARTS = 64;

function readPart(value: unknown): KeptPart | null {
  const { degree, beats, role, own, into, asNext } = recordOf(value) ?? {};
  if (!isText(degree, 64) || typeof beats !== 'number' || !(beats > 0 && beats <= 400)) return null;
  if ((role !== null && !isText(role, 32)) || (own !== undefined && !isWhole(own, 0, LONGEST_ON))) return null;
  if ((into !== undefined && !isOf(BONDS, into)) || (asNext !== undefined && asNext !== true)) return null;
  return { degree, beats, role, ...(own !== undefined && { own }), ...(into && { into }), ...(asNext && { asNext }) };
}

/** A move that was made, as it comes from outside, or null where it is none. */
export function readMoveDecision(value: Readonly<Record<string, unknown>>): MoveDecision | null {
  const { on, degree, ticks, id, variant, parts, ring } = value;
  if (!hasOnly(value, 'layer', 'on', 'degree', 'ticks', 'id', 'variant', 'parts', 'ring')) return null;
  if (!isText(on, LONGEST_ON) || (degree !== undefined && !isText(degree, LONGEST_ON)) || !isSpan(ticks)) return null;
  if (!isText(id, 64) || (variant !== undefined && !isText(variant, 32))) return null;
  if (ring !== undefined && !isWhole(ring, 0, 127)) return null;
  if (parts !== undefined && !(Array.isArray(parts) && parts.length > 0 && parts.length <= MOST_PARTS)) return null;
  const kept = (parts as unknown[] | undefined)?.map(readPart);
  if (kept?.includes(null)) return null;
  return {
    layer: 'move',
    on,
    ...(degree !== undefined && { degree }),
    ticks,
    id,
    ...(variant !== undefined && { variant }),
    ...(kept && { parts: kept as KeptPart[] }),
    ...(ring !== undefined && { ring }),
  };
}
