import { DRUMS, type Drum } from '../../core/index.ts';
import { noise } from './pluck.ts';

/** What tells one stroke from another: noise through a band, and a tone that falls, each dying away. */
interface StrokeKind {
  readonly seconds: number;
  /** The band its noise is heard in, in hertz; how long it takes to begin and to die away to a third, in seconds; its share. */
  readonly noise: {
    readonly low: number;
    readonly high: number;
    readonly attack: number;
    readonly decay: number;
    readonly gain: number;
  };
  /** A tone that falls from one pitch to another. */
  readonly tone?: { readonly from: number; readonly to: number; readonly decay: number; readonly gain: number };
  /** Partials of a cymbal, in hertz, not harmonic. */
  readonly partials?: readonly number[];
}

/** Brushes and what they are played on (figures set by listening). */
const STROKES: Readonly<Record<Drum, StrokeKind>> = {
  kick: {
    seconds: 0.4,
    noise: { low: 60, high: 900, attack: 0.001, decay: 0.012, gain: 0.25 },
    tone: { from: 110, to: 48, decay: 0.11, gain: 1 },
  },
  tap: {
    seconds: 0.3,
    noise: { low: 700, high: 7000, attack: 0.002, decay: 0.05, gain: 1 },
    tone: { from: 210, to: 180, decay: 0.05, gain: 0.35 },
  },
  sweep: { seconds: 0.6, noise: { low: 900, high: 6000, attack: 0.09, decay: 0.16, gain: 1 } },
  hat: { seconds: 0.16, noise: { low: 5000, high: 14_000, attack: 0.001, decay: 0.028, gain: 1 } },
  'foot hat': { seconds: 0.16, noise: { low: 3500, high: 11_000, attack: 0.004, decay: 0.035, gain: 1 } },
  ride: {
    seconds: 1.4,
    noise: { low: 4500, high: 12_000, attack: 0.001, decay: 0.16, gain: 0.55 },
    partials: [421, 687, 1053, 1497, 2089, 2711, 3517, 4243],
  },
};
/** As loud as the guitar's strings over the time it sounds. */
const PEAK = 0.4;

/** What a key of the percussion map is, among what the brushes play; any other is a tap. */
export const drumAt = (key: number): Drum =>
  (Object.keys(DRUMS) as Drum[]).find((drum) => DRUMS[drum] === key) ?? 'tap';

/** A stroke of the brushes as mono samples in −1…1, the same every time. */
export function renderDrum(drum: Drum, sampleRate: number): Float32Array {
  const { seconds, noise: band, tone, partials = [] } = STROKES[drum];
  const random = noise(drum.length * 7919 + drum.charCodeAt(0));
  const out = new Float32Array(Math.round(seconds * sampleRate));
  // Two one-pole filters make the band.
  const [below, above] = [band.high, band.low].map((hz) => 1 - Math.exp((-2 * Math.PI * hz) / sampleRate)) as [
    number,
    number,
  ];
  let [low, rumble, phase] = [0, 0, 0];
  for (let i = 0; i < out.length; i++) {
    const t = i / sampleRate;
    low += below * (random() - low);
    rumble += above * (low - rumble);
    let value = (low - rumble) * band.gain * Math.min(1, t / band.attack) * Math.exp(-t / band.decay);
    if (tone) {
      phase += (2 * Math.PI * (tone.to + (tone.from - tone.to) * Math.exp(-t / 0.02))) / sampleRate;
      value += Math.sin(phase) * tone.gain * Math.exp(-t / tone.decay) * Math.min(1, t / 0.002);
    }
    partials.forEach((hz, k) => {
      value +=
        (0.05 / (1 + k / 4)) *
        Math.sin(2 * Math.PI * hz * t) *
        Math.exp(-t / (0.5 - k * 0.03)) *
        Math.min(1, t / 0.001);
    });
    // What is left at the end goes in silence.
    out[i] = value * Math.min(1, (out.length - 1 - i) / (0.02 * sampleRate));
  }
  const peak = out.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  return out.map((value) => (value * PEAK) / peak);
}
