import FFT from 'fft.js';

/** The lowest and the highest pitch whose partials are looked at, as in MIDI: E2 − a little … above what a guitar's partials tell. */
export const [LOWEST, HIGHEST] = [38, 108];
/** So many bins make a semitone. */
const IN_SEMITONE = 3;
export const BINS = (HIGHEST - LOWEST) * IN_SEMITONE;
/** A bin of the transform is at most so many hertz wide: E2 and F2 are five apart. */
const FINE = 1.5;

/** The middle of a bin in hertz. */
export const binHertz = (bin: number): number => 440 * 2 ** ((LOWEST + (bin + 0.5) / IN_SEMITONE - 69) / 12);

const transforms = new Map<number, FFT>();
function transform(size: number): FFT {
  const made = transforms.get(size) ?? new FFT(size);
  transforms.set(size, made);
  return made;
}

/** Magnitudes of the transform of a stretch of samples under a Hann window, made longer with silence to `size`, a power of two. */
export function magnitudes(samples: Float32Array, from: number, length: number, size: number): Float32Array {
  const input = new Array<number>(size).fill(0);
  const most = Math.min(length, size);
  for (let i = 0; i < most; i++) {
    const value = samples[from + i] ?? 0;
    input[i] = value * (0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / most));
  }
  const fft = transform(size);
  const output = fft.createComplexArray();
  fft.realTransform(output, input);
  return Float32Array.from({ length: size / 2 }, (_, i) => Math.hypot(output[2 * i]!, output[2 * i + 1]!) / most);
}

/** How strong each third of a semitone is in a stretch of samples, {@link BINS} of them: the strongest of its hertz. */
export function spectrum(samples: Float32Array, rate: number, from: number, length: number): Float32Array {
  const size = 2 ** Math.ceil(Math.log2(rate / FINE));
  const all = magnitudes(samples, from, length, size);
  return Float32Array.from({ length: BINS }, (_, bin) => {
    const middle = binHertz(bin);
    const half = 2 ** (1 / (24 * IN_SEMITONE));
    const [low, high] = [(middle / half / rate) * size, ((middle * half) / rate) * size];
    let most = between(all, (low + high) / 2);
    for (let i = Math.ceil(low); i <= high && i < all.length; i++) most = Math.max(most, all[i]!);
    return most;
  });
}

function between(all: Float32Array, at: number): number {
  const i = Math.floor(at);
  const share = at - i;
  return (all[i] ?? 0) * (1 - share) + (all[i + 1] ?? 0) * share;
}
