import { bad, good, problem, type Outcome } from '../../problem.ts';
import { TICKS_PER_QUARTER, type Meter, type Ticks } from '../../time/meter.ts';

/** Which notes of the grip under it a hit sounds: sets of them, a stroke over strings that the left hand mutes, or the finger that plucks one. */
export const VOICINGS = ['whole', 'bass', 'other bass', 'chord', 'top', 'middle', 'muted', 'p', 'i', 'm', 'a'] as const;
export type HitVoices = (typeof VOICINGS)[number];

/** How strings of one hit follow one another: a stroke goes across them, a roll slowly. */
export type Stroke = 'down' | 'up' | 'roll';

/** One hit of a pattern. */
export interface Hit {
  /** From where the pattern begins. */
  readonly at: Ticks;
  /** As long as written; a damped one is let go early. */
  readonly ticks: Ticks;
  readonly voices: HitVoices;
  readonly accent: 'accent' | 'even' | 'soft';
  readonly stroke: Stroke;
  readonly damped: boolean;
  /** It takes the chord of the beat that follows it. */
  readonly push: boolean;
}

const LETTERS: Readonly<Record<string, HitVoices>> = {
  W: 'whole',
  B: 'bass',
  A: 'other bass',
  C: 'chord',
  T: 'top',
  M: 'middle',
  X: 'muted',
  p: 'p',
  i: 'i',
  m: 'm',
  a: 'a',
};
/** As beats are counted aloud: one, e, and, a; and the second and third of three. */
const PARTS_OF_A_COUNT: Readonly<Record<string, number>> = {
  '': 0,
  e: 1 / 4,
  '&': 1 / 2,
  a: 3 / 4,
  s: 1 / 3,
  t: 2 / 3,
};
const HIT = /^(\d+)([e&ast]?):(\d*\.?\d+)([WBACTMXpima])([>,.^'~]*)$/;

/** How a place in a bar is counted aloud: `1`, `2&`, `3e`; what falls between those is told by a dot. */
export function countedAt(at: Ticks, meter: Meter): string {
  const counts = at / ticksPerCount(meter);
  const [part = '.'] =
    Object.entries(PARTS_OF_A_COUNT).find(([, share]) => Math.abs((counts % 1) - share) < 1e-9) ?? [];
  return `${Math.floor(counts) + 1}${part}`;
}

/** Ticks of what a meter counts: a quarter in 4/4, an eighth in 6/8. */
export const ticksPerCount = ({ unit }: Meter): Ticks => (TICKS_PER_QUARTER * 4) / unit;

/**
 * Reads hits as the table of patterns writes them, bars divided by `|`: `1:1.5W> 2&:.5W.^` is the whole grip on one, for one
 * and a half counts, accented; and on the second half of two for half a count, damped, with the chord of the next beat.
 * Voices: **W**hole grip, **B**ass, **A**nother low note, **C**hord above the bass, **T**op, **M**iddle, X for muted strings, or a finger. Marks:
 * `>` accent, `,` soft, `.` damped, `^` push, `'` up, `~` rolled. Each hit begins in its own bar.
 */
export function readHits(text: string, meter: Meter): Outcome<readonly Hit[]> {
  const count = ticksPerCount(meter);
  const hits: Hit[] = [];
  for (const [b, bar] of text.split('|').entries())
    for (const token of bar.split(/\s+/).filter((one) => one !== '')) {
      const [, number, part, long, voices, marks] = HIT.exec(token) ?? [];
      const ticks = Math.round(Number(long) * count);
      if (number === undefined || !(ticks > 0)) return bad(problem('rhythm-hit', { text: token }));
      if (Number(number) < 1 || Number(number) > meter.count)
        return bad(problem('rhythm-past', { text: token, most: meter.count }));
      hits.push({
        at: Math.round((b * meter.count + Number(number) - 1 + PARTS_OF_A_COUNT[part!]!) * count),
        ticks,
        voices: LETTERS[voices!]!,
        accent: marks!.includes('>') ? 'accent' : marks!.includes(',') ? 'soft' : 'even',
        stroke: marks!.includes('~') ? 'roll' : marks!.includes("'") ? 'up' : 'down',
        damped: marks!.includes('.'),
        push: marks!.includes('^'),
      });
    }
  return good(hits);
}

/** Hits of our own tables. Throws a RangeError for what is no hit. */
export function hitsOf(text: string, meter: Meter): readonly Hit[] {
  const hits = readHits(text, meter);
  if (!hits.ok) throw new RangeError(text);
  return hits.value;
}

/** Writes hits as {@link readHits} reads them. */
export function hitsText(hits: readonly Hit[], meter: Meter): string {
  const count = ticksPerCount(meter);
  const bar = meter.count * count;
  const last = Math.floor((hits.at(-1)?.at ?? 0) / bar);
  const bars = Array.from({ length: last + 1 }, (_, b) => hits.filter(({ at }) => Math.floor(at / bar) === b));
  return bars
    .map((some) => some.map((hit) => hitText(hit, countedAt(hit.at % bar, meter), hit.ticks / count)).join(' '))
    .join(' | ');
}

function hitText({ voices, accent, stroke, damped, push }: Hit, at: string, counts: number): string {
  const letter = Object.keys(LETTERS).find((one) => LETTERS[one] === voices)!;
  const long = String(Math.round(counts * 1e4) / 1e4).replace(/^0\./, '.');
  const marks = [
    accent === 'accent' ? '>' : accent === 'soft' ? ',' : '',
    damped ? '.' : '',
    push ? '^' : '',
    stroke === 'up' ? "'" : stroke === 'roll' ? '~' : '',
  ];
  return `${at}:${long}${letter}${marks.join('')}`;
}
