/* Finding kept moves: by words, degrees, length, meter, use, stray. */
import { formatMeter } from '../time/meter.ts';
import { keyOn, passageIn, type PassageUse } from '../reharm/kept/passage.ts';
import { KEPT_IN, type KeptMove } from './kept-move.ts';
import type { NamedMove } from './drop.ts';

/** What is looked for; what is left out may be anything. */
export interface KeptWanted {
  /** Words of its name, mood, reason, tags, note or tune; or degrees in a row: `ii V I`. */
  readonly words?: string;
  readonly use?: PassageUse | null;
  readonly mode?: 'major' | 'minor' | null;
  readonly bars?: number | null;
  readonly meter?: string | null;
  readonly stray?: number | null;
}

const plain = (text: string) => text.toLowerCase().replaceAll('♭', 'b').replaceAll('♯', '#').replaceAll('–', ' ');

/** The degrees of a passage as they are looked for: roots alone, `ii v bvi i`. */
const degreesOf = ({ chords }: KeptMove): readonly string[] =>
  chords.split(/[\s|]+/).flatMap((token) => {
    const degree = /^[b#]?(?:VII|VI|V|IV|III|II|I)/.exec(token)?.[0];
    return degree === undefined ? [] : [degree.toLowerCase()];
  });

const isDegrees = (words: readonly string[]) =>
  words.length > 0 && words.every((word) => /^[b#]?(?:vii|vi|v|iv|iii|ii|i)$/.test(word));

/** Whether degrees stand in a row in others, a chord said again counted once. */
function hasInRow(all: readonly string[], wanted: readonly string[]): boolean {
  const once = all.filter((one, i) => one !== all[i - 1]);
  return once.some((_, i) => wanted.every((one, k) => once[i + k] === one));
}

/** Whether a kept move is one that is looked for. */
export function isWantedMove(move: KeptMove, wanted: KeptWanted): boolean {
  const { words = '', use = null, mode = null, bars = null, meter = null, stray = null } = wanted;
  if (use !== null && move.use !== use) return false;
  if (mode !== null && move.mode !== mode) return false;
  if (stray !== null && move.stray > stray) return false;
  if (meter !== null && formatMeter(move.meter) !== meter) return false;
  if (bars !== null && passageIn(move, keyOn(KEPT_IN, move.mode)).bars !== bars) return false;
  const asked = plain(words).split(/\s+/).filter(Boolean);
  if (asked.length === 0) return true;
  const text = plain(
    [move.name, move.use, move.mood, move.reason, move.note, move.from?.title ?? '', ...move.tags].join(' '),
  );
  if (asked.every((word) => text.includes(word))) return true;
  return isDegrees(asked) && hasInRow(degreesOf(move), asked);
}

/** The moves that are looked for, in their order. */
export const wantedMoves = (moves: readonly NamedMove[], wanted: KeptWanted): readonly NamedMove[] =>
  moves.filter(({ move }) => isWantedMove(move, wanted));
