import { hertz } from '../../core/index.ts';

/** How long a plucked string is rendered, in seconds; it has died away by then. */
export const PLUCK_SECONDS = 3.5;

/** Where the string is plucked, as a share of its length: over the sound hole's bridge side. */
const PICK_POSITION = 0.19;
/** Peak of a rendered string, leaving room for six of them together behind the player's gain. */
const PEAK = 0.5;
/** Root mean square over the first half second, the same for every pitch. */
const EVEN_LOUDNESS = 0.08;
/** Seconds a string rings to a thousandth: the low ones longer, and what is left of one that is stopped far up less long. */
const ringSeconds = (midi: number, fret: number) =>
  (5.2 - (Math.min(88, Math.max(40, midi)) - 40) * 0.055) * (1 - 0.025 * fret);
/** Brightness of the loop's low-pass, 0 dull to 1: high strings are thinner; short and thick for its pitch, a string is duller. */
const brightness = (midi: number, fret: number) => 0.42 + (Math.min(88, midi) - 40) * 0.004 - 0.012 * fret;

/** What tells one plucked string from another. */
interface StringKind {
  /** Where it is plucked, as a share of its length when open; what is left of a stopped one is plucked nearer to its middle. */
  readonly picked: number;
  /** Seconds it rings to a thousandth, and the brightness of the loop's low-pass, 0 dull to 1, by pitch and fret. */
  readonly rings: (midi: number, fret: number) => number;
  readonly bright: (midi: number, fret: number) => number;
  /** Share of noise in the pluck: the nail, or the flesh of a finger. */
  readonly noise: number;
  /** How often its pluck is softened by a mean over three samples. */
  readonly softened: number;
  /** The resonances of its box: hertz, width, gain. */
  readonly body: readonly (readonly [number, number, number])[];
  /** As loud as a string that rings, 1, or less. */
  readonly loud: number;
}

/** A steel-strung guitar: the box resonates at about 100 and 210 Hz (common figures for its air and top). */
const GUITAR: StringKind = {
  picked: PICK_POSITION,
  rings: ringSeconds,
  bright: brightness,
  noise: 0.2,
  softened: 1,
  body: [
    [102, 30, 0.05],
    [210, 50, 0.04],
  ],
  loud: 1,
};
/** The same under a hand that lies on its strings: a scrape and a thud. */
const MUTED: StringKind = { ...GUITAR, rings: () => 0.1, bright: () => 0.2, noise: 0.9, loud: 0.35 };
/** An upright bass, plucked with the flesh of a finger: dull, round, over sooner (common figures for its air and top). */
const BASS: StringKind = {
  picked: 0.28,
  rings: (midi) => 2.6 - (Math.min(60, Math.max(28, midi)) - 28) * 0.03,
  bright: () => 0.3,
  noise: 0.08,
  softened: 6,
  body: [
    [62, 24, 0.06],
    [110, 40, 0.05],
  ],
  // An ear hears low notes less: so loud, they stand out of the guitar's (measured in band-heard.test.ts).
  loud: 1.7,
};

/** A small repeatable noise source (a linear congruential generator), so that a pitch always sounds the same. */
export function noise(seed: number): () => number {
  let state = (seed * 2654435761) >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 31 - 1;
  };
}

/**
 * A plucked string as mono samples in −1…1: an extended Karplus–Strong loop (K. Karplus and A. Strong;
 * D. Jaffe and J. Smith, both Computer Music Journal 7(2), 1983) with pick position, a low-pass in the
 * loop, decay set by the string, and an all-pass that tunes the fraction of a sample. The pitch is right
 * within 3 cents from E2 to E6, at every fret.
 */
export const renderPluck = (midi: number, sampleRate: number, fret = 0): Float32Array =>
  plucked(midi, sampleRate, GUITAR, fret);

/** The same with the strings muted by the left hand: hardly a pitch, and over at once. */
export const renderMuted = (midi: number, sampleRate: number): Float32Array => plucked(midi, sampleRate, MUTED);

/** The same for the string of an upright bass, E1 to G3. */
export const renderBass = (midi: number, sampleRate: number): Float32Array => plucked(midi, sampleRate, BASS);

function plucked(midi: number, sampleRate: number, kind: StringKind, fret = 0): Float32Array {
  const frequency = hertz(midi);
  const period = sampleRate / frequency;
  // The loop filter y = (1−s)·x + s·x₋₁ delays by its phase delay at the fundamental.
  const s = 1 - (0.5 + kind.bright(midi, fret) / 2);
  const omega = (2 * Math.PI * frequency) / sampleRate;
  const filterDelay = Math.atan2(s * Math.sin(omega), 1 - s + s * Math.cos(omega)) / omega;
  let length = Math.floor(period - filterDelay - 0.1);
  let fraction = period - filterDelay - length;
  if (fraction < 0.1) {
    length -= 1;
    fraction += 1;
  }
  // First-order all-pass with the wanted phase delay at the fundamental (Jaffe and Smith, eq. 16).
  const allpass = Math.sin(((1 - fraction) * omega) / 2) / Math.sin(((1 + fraction) * omega) / 2);
  // The filter takes its share of the fundamental too; the rest of the decay is put in here.
  const filterGain = Math.hypot(1 - s + s * Math.cos(omega), s * Math.sin(omega));
  const wanted = 10 ** (-3 / (kind.rings(midi, fret) * frequency));
  const decay = Math.min(0.99999, wanted / filterGain);

  const loop = excitation(length, midi, kind.picked * 2 ** (fret / 12), kind);
  const samples = new Float32Array(Math.round(sampleRate * PLUCK_SECONDS));
  let at = 0;
  let filterBefore = 0;
  let inBefore = 0;
  let outBefore = 0;
  for (let i = 0; i < samples.length; i++) {
    const x = loop[at]!;
    const low = ((1 - s) * x + s * filterBefore) * decay;
    filterBefore = x;
    const tuned = allpass * low + inBefore - allpass * outBefore;
    inBefore = low;
    outBefore = tuned;
    loop[at] = tuned;
    at = at + 1 === length ? 0 : at + 1;
    samples[i] = x;
  }
  return shaped(withBody(samples, sampleRate, kind), sampleRate, kind.loud);
}

/**
 * One period of the string at the moment it is let go: the force of an ideal pluck at the pick position (a
 * rectangle, whose harmonics are sin(nπp)/n) with a little noise, softened, without a constant part.
 */
function excitation(length: number, midi: number, share: number, kind: StringKind): Float32Array {
  const random = noise(midi);
  const picked = Math.max(1, Math.round(length * Math.min(1 / 2, share)));
  const raw = Float32Array.from({ length }, (_, i) => (i < picked ? 1 : 0) + kind.noise * random());
  let soft = raw;
  for (let time = 0; time < kind.softened; time++) {
    const hard = soft;
    soft = hard.map((_, i) => (hard[i]! + hard[(i + 1) % length]! + hard[(i + 2) % length]!) / 3);
  }
  const mean = soft.reduce((sum, value) => sum + value, 0) / length;
  return soft.map((value) => value - mean);
}

/** The box it is strung on. */
function withBody(samples: Float32Array, sampleRate: number, { body }: StringKind): Float32Array {
  const out = samples.slice();
  for (const [frequency, width, gain] of body) {
    const r = Math.exp((-Math.PI * width) / sampleRate);
    const a = 2 * r * Math.cos((2 * Math.PI * frequency) / sampleRate);
    let y1 = 0;
    let y2 = 0;
    for (let i = 0; i < out.length; i++) {
      const y = (1 - r) * samples[i]! + a * y1 - r * r * y2;
      y2 = y1;
      y1 = y;
      out[i]! += gain * y;
    }
  }
  return out;
}

/** Every pitch as loud as the next, no click at either end. */
function shaped(samples: Float32Array, sampleRate: number, loud: number): Float32Array {
  const attack = Math.round(sampleRate * 0.002);
  const release = Math.round(sampleRate * 0.08);
  for (let i = 0; i < attack; i++) samples[i]! *= i / attack;
  for (let i = 0; i < release; i++) samples[samples.length - 1 - i]! *= i / release;
  // Loudness is judged over the first half second; the peak is bounded whatever it says.
  const window = Math.round(sampleRate * 0.5);
  let energy = 0;
  let peak = 0;
  for (let i = 0; i < samples.length; i++) {
    const value = Math.abs(samples[i]!);
    if (i < window) energy += value * value;
    if (value > peak) peak = value;
  }
  const even = EVEN_LOUDNESS / Math.sqrt(energy / window);
  const gain = loud * Math.min(even, PEAK / peak);
  return samples.map((value) => value * gain);
}

/** A click of the metronome: a short damped sine, higher on the first beat of a bar. */
export function renderClick(accent: boolean, sampleRate: number): Float32Array {
  const frequency = accent ? 1760 : 1320;
  return Float32Array.from({ length: Math.round(sampleRate * 0.06) }, (_, i) => {
    const t = i / sampleRate;
    return 0.35 * Math.sin(2 * Math.PI * frequency * t) * Math.exp(-t * 90) * Math.min(1, t / 0.001);
  });
}
