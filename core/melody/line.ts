import { parseNote, parsePitch, pitchClass, writtenPitch, type NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import { bad, good, problem, type Outcome } from '../problem.ts';
import type { Ticks } from '../time/meter.ts';

/** A note of a line, from the beginning of its span. */
export interface LineNote {
  readonly tick: Ticks;
  readonly ticks: Ticks;
  readonly pitch: Midi;
  readonly spelling: NoteName;
}

/** No note of a line is shorter than a sixteenth. */
const SHORTEST: Ticks = 120;
const TRIPLET: Ticks = 160;
const HOLD = '-';
const REST = 'z';
const NOTE = /^([A-Ga-g][b#♭♯]?)(\d?)$/;

/**
 * A line as it is typed: notes, each for one share of the span, `-` to hold one for a share more, `z` for a rest:
 * `E5 D C - B`. Without an octave a note is the nearest to the one before, the first to `near`.
 */
export function parseLine(text: string, ticks: Ticks, near: Midi): Outcome<readonly LineNote[]> {
  const tokens = text.replaceAll(/[,|]/g, ' ').trim().split(/\s+/).filter(Boolean);
  if (tokens.length === 0 || tokens.every((token) => token === REST)) return bad(problem('line-empty'));
  const share = ticks / tokens.length;
  if (!isCounted(share))
    return bad(problem('line-shares', { count: tokens.length, text: fitting(tokens.length, ticks).join(' or ') }));
  const notes: LineNote[] = [];
  let last = near;
  let sounds = false;
  for (const [i, token] of tokens.entries()) {
    const tick = i * share;
    if (token === REST) {
      sounds = false;
      continue;
    }
    if (token === HOLD) {
      const held = notes.pop();
      if (!held || !sounds) return bad(problem('line-hold'));
      notes.push({ ...held, ticks: held.ticks + share });
      continue;
    }
    const match = NOTE.exec(token);
    const spelling = match && parseNote(match[1]![0]!.toUpperCase() + match[1]!.slice(1));
    if (!spelling) return bad(problem('line-note', { text: token }));
    last = match[2] ? parsePitch(spelling + match[2])! : nearest(spelling, last);
    notes.push({ tick, ticks: share, pitch: last, spelling });
    sounds = true;
  }
  return good(notes);
}

/** Whether a share can be counted: in sixteenths, or in triplets of eighths. */
const isCounted = (share: Ticks): boolean => share >= SHORTEST && (share % SHORTEST === 0 || share % TRIPLET === 0);

/** The nearest pitch of a name; of two the lower. */
function nearest(name: NoteName, to: Midi): Midi {
  const up = (((pitchClass(name) - to) % 12) + 12) % 12;
  return up < 6 ? to + up : to + up - 12;
}

/** The nearest numbers of shares that a span has, below and above. */
function fitting(count: number, ticks: Ticks): readonly number[] {
  const fits = (n: number) => isCounted(ticks / n);
  const below = Array.from({ length: count }, (_, i) => count - i).find((n) => n > 0 && fits(n));
  const above = Array.from({ length: ticks / SHORTEST }, (_, i) => count + 1 + i).find(fits);
  return [below, above].filter((n) => n !== undefined && n !== count) as number[];
}

/** A line as it could be typed again: in the fewest shares it can be told in. */
export function lineText(notes: readonly LineNote[], ticks: Ticks): string {
  const edges = notes.flatMap((note) => [note.tick, note.tick + note.ticks]);
  const share = edges.reduce((a, b) => common(a, b), ticks);
  return Array.from({ length: ticks / share }, (_, i) => {
    const note = notes.find(({ tick, ticks: long }) => tick <= i * share && i * share < tick + long);
    if (!note) return REST;
    return note.tick === i * share ? writtenPitch(note.pitch, note.spelling) : HOLD;
  }).join(' ');
}

const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b));
