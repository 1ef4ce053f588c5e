import { binHertz, BINS } from './spectrum.ts';

/** The lowest and highest pitch that is listened for, as in MIDI: B1, of a seventh string … E6. */
export const [FROM, TO] = [40, 88];
/** How quickly the partials of a string grow weaker: bright, usual, dull. */
const SLOPES = [0.5, 1, 1.7];
const PARTIALS = 12;
const ROUNDS = 80;

const made = new Map<number, readonly Float32Array[]>();

/** What each pitch looks like in a window of so many seconds: its partials, each as wide as the window makes it. */
function looks(seconds: number): readonly Float32Array[] {
  const key = Math.round(seconds * 1000);
  const known = made.get(key);
  if (known) return known;
  const all: Float32Array[] = [];
  for (let pitch = FROM; pitch <= TO; pitch++) {
    const hertz = 440 * 2 ** ((pitch - 69) / 12);
    for (const slope of SLOPES) {
      const look = new Float32Array(BINS);
      for (let bin = 0; bin < BINS; bin++) {
        const [at, half] = [binHertz(bin), 2 ** (1 / 72)];
        for (let h = 1; h <= PARTIALS; h++) {
          const to = hertz * h;
          // The strongest within the bin.
          const near = Math.min(Math.max(to, at / half), at * half);
          look[bin]! += h ** -slope * hannLobe((near - to) * seconds);
        }
      }
      const sum = look.reduce((total, value) => total + value, 0);
      all.push(look.map((value) => value / sum));
    }
  }
  made.set(key, all);
  return all;
}

/** The main lobe of a Hann window, and nothing beside it, so many bins off its middle. */
function hannLobe(off: number): number {
  const x = Math.abs(off);
  if (x < 1e-6) return 1;
  if (x >= 2) return 0;
  if (Math.abs(x - 1) < 1e-6) return 0.5;
  return Math.abs(Math.sin(Math.PI * x) / (Math.PI * x * (1 - x * x)));
}

/**
 * How much of a spectrum each pitch from {@link FROM} to {@link TO} makes up: the mixture of their looks that comes closest by
 * divergence, found by multiplicative updates (D. Lee and S. Seung, Algorithms for Non-negative Matrix Factorization, 2000).
 */
export function strengths(heard: Float32Array, seconds: number): Float32Array {
  const all = looks(seconds);
  const weights = new Float64Array(all.length).fill(1);
  for (let round = 0; round < ROUNDS; round++) {
    const mix = new Float64Array(BINS).fill(1e-12);
    all.forEach((look, i) => {
      const weight = weights[i]!;
      if (weight > 1e-9) for (let bin = 0; bin < BINS; bin++) mix[bin]! += weight * look[bin]!;
    });
    const ratio = mix.map((value, bin) => heard[bin]! / value);
    all.forEach((look, i) => {
      if (weights[i]! <= 1e-9) return;
      let sum = 0;
      for (let bin = 0; bin < BINS; bin++) sum += look[bin]! * ratio[bin]!;
      weights[i]! *= sum;
    });
  }
  return Float32Array.from({ length: TO - FROM + 1 }, (_, i) =>
    SLOPES.reduce((sum, _slope, s) => sum + weights[i * SLOPES.length + s]!, 0),
  );
}
