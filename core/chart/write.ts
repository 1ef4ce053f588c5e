import { symbolOf, type Chord } from '../chord/chord.ts';
import { beatsPerBar, type Meter } from '../time/meter.ts';
import type { Entry } from './chart.ts';
import { mostShares, sharesOf } from './shares.ts';

type Lasting = Pick<Entry, 'chord' | 'beats'>;

/**
 * The chords of a bar as the grammar writes them: without dots where that says it, else with as few as will
 * do in equal shares. Two chords of two beats are `C F`, three beats and one are `C . . F`. Throws when no
 * share of the bar fits.
 */
export function entriesText(
  entries: readonly Lasting[],
  meter: Meter,
  beats = beatsPerBar(meter),
  nameOf: (chord: Chord) => string = symbolOf,
): string {
  const counts = Array.from({ length: mostShares(meter) + 1 - entries.length }, (_, i) => entries.length + i);
  const ways = counts.flatMap((count) => {
    const shares = sharesOf(count, meter, beats);
    return shares === null ? [] : [shares];
  });
  const equal = ways.filter((shares) => shares.every((share) => share === shares[0]));
  for (const shares of [...ways.slice(0, 1), ...equal, ...ways]) {
    const text = dotted(entries, shares, nameOf);
    if (text !== null) return text;
  }
  throw new RangeError(`no share of a bar of ${beats} beats fits ${entries.map((entry) => entry.beats).join(', ')}`);
}

/** Rounding of thirds of a beat. */
const CLOSE = 1e-9;

/** The entries over these shares, a dot for each share a chord is held; null when they do not fall on them. */
function dotted(
  entries: readonly Lasting[],
  shares: readonly number[],
  nameOf: (chord: Chord) => string,
): string | null {
  const tokens: string[] = [];
  for (const { chord, beats } of entries) {
    tokens.push(chord ? nameOf(chord) : 'N.C.');
    let left = beats - (shares[tokens.length - 1] ?? Infinity);
    while (left > CLOSE) {
      tokens.push('.');
      left -= shares[tokens.length - 1] ?? Infinity;
    }
    if (left < -CLOSE) return null;
  }
  return tokens.length === shares.length ? tokens.join(' ') : null;
}
