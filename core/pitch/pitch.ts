/** Sounding pitch as a MIDI number: 69 is A4. Guitar pitch is always *sounding* pitch here. */
export type Midi = number & { readonly __unit?: 'midi' };
/** Pitch class, 0 (C) to 11 (B). */
export type PitchClass = number & { readonly __unit?: 'pitch class' };

/** 0 to 11, C is 0. */
export function pitchClassOf(midi: Midi): PitchClass {
  return ((midi % 12) + 12) % 12;
}

/** Frequency in hertz at equal temperament, A4 = 440 Hz (ISO 16). `hertz(69)` is 440. */
export function hertz(midi: Midi): number {
  return 440 * 2 ** ((midi - 69) / 12);
}

/** A set of pitch classes as a 12-bit mask, bit 0 = C. `maskOf([0, 4, 7])` is 0b10010001. */
export function maskOf(pitchClasses: Iterable<PitchClass>): number {
  let mask = 0;
  for (const pc of pitchClasses) mask |= 1 << pc;
  return mask;
}
