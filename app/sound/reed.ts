import { hertz } from '../../core/index.ts';

/** As long as a breath; a note that lasts longer has died away by then. */
const SECONDS = 6;
/** So much weaker each partial is than the first; even ones more: a cylinder closed at one end has hardly any (common knowledge of clarinets). */
const FALL = 1.7;
const EVEN = 0.35;
const HIGHEST_HERTZ = 5000;
/** A breath begins softly, trembles a little once it stands, and ebbs. */
const ATTACK = 0.035;
const RELEASE = 0.12;
const TREMBLE = { hertz: 4.8, depth: 0.06, from: 0.35 } as const;
const EBB = 0.12;
/** Root mean square over the first half second, the same for every pitch. */
const LOUDNESS = 0.07;

/** A soft reed-like voice for the melody, as mono samples in −1…1. */
export function renderReed(midi: number, sampleRate: number): Float32Array {
  const frequency = hertz(midi);
  const most = Math.max(1, Math.floor(Math.min(HIGHEST_HERTZ, sampleRate / 2.2) / frequency));
  const partials = Array.from({ length: Math.min(most, 14) }, (_, i) => ({
    turn: (2 * Math.PI * frequency * (i + 1)) / sampleRate,
    strength: (i % 2 === 0 ? 1 : EVEN) / (i + 1) ** FALL,
  }));
  const samples = new Float32Array(Math.round(SECONDS * sampleRate));
  for (const { turn, strength } of partials)
    for (let i = 0; i < samples.length; i++) samples[i]! += strength * Math.sin(turn * i);
  let energy = 0;
  for (let i = 0; i < samples.length; i++) {
    const time = i / sampleRate;
    const trembles = Math.min(1, Math.max(0, (time - TREMBLE.from) / TREMBLE.from));
    const breath =
      Math.min(1, time / ATTACK, (SECONDS - time) / RELEASE) *
      Math.exp(-EBB * time) *
      (1 + trembles * TREMBLE.depth * Math.sin(2 * Math.PI * TREMBLE.hertz * time));
    samples[i]! *= breath;
    if (time < 1 / 2) energy += samples[i]! ** 2;
  }
  const gain = LOUDNESS / Math.sqrt(energy / (sampleRate / 2));
  return samples.map((value) => value * gain);
}
