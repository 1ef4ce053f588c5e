/*
 * What can be told of a shape from its pitches and strings alone, whatever chord it is: worked out once a
 * shape, as bits. Families and attributes (`labels.ts`) are made of these.
 */
export const TRAIT = {
  /** Four notes within an octave; or four that are once the dropped voices are raised an octave. */
  close: 1 << 0,
  drop2: 1 << 1,
  drop3: 1 << 2,
  drop24: 1 << 3,
  /** Nothing but perfect fourths; perfect fourths with one tritone. */
  fourths: 1 << 4,
  fourthsMixed: 1 << 5,
  /** The three lowest notes a fifth apart each. */
  fifths: 1 << 6,
  /** Three neighbours a second apart; two. */
  cluster: 1 << 7,
  second: 1 << 8,
  /** Notes a third or less apart below C3. */
  muddy: 1 << 9,
  /** No string left out between others. */
  adjacent: 1 << 10,
  open: 1 << 11,
  /** All within the first four frets, open strings among them. */
  nearNut: 1 << 12,
  /** The highest three pitches are a major, minor or augmented triad, none doubled. */
  topTriad: 1 << 13,
  /** Within an octave. */
  octave: 1 << 14,
  third: 1 << 15,
  sixth: 1 << 16,
  tenth: 1 << 17,
  octaves: 1 << 18,
  fourth: 1 << 19,
  seventh: 1 << 20,
} as const;

/* Above the traits stand two numbers up to seven: how many strings sound, and which has the lowest pitch. */
const NOTES_SHIFT = 21;
const BASS_SHIFT = 24;
/** How many notes sound; on which string the lowest lies, counted from the lowest string, 0. */
export const notesOf = (traits: number): number => (traits >>> NOTES_SHIFT) & 7;
export const bassStringOf = (traits: number): number => traits >>> BASS_SHIFT;

/** Below C3 notes a third or less apart are mud (field practice; also why organs thin out there). */
export const MUD_BELOW = 48;
/** Semitones, at most. */
export const MUD_INTERVAL = 4;
const NUT_FRETS = 4;
/** Major, minor and augmented in each inversion: the lower step · 16 + the upper. */
const TRIADS = new Set([0x43, 0x34, 0x35, 0x54, 0x45, 0x53, 0x44]);

/** What can be told by its pitches, sounding and ascending (`count` of them, unisons twice), and the string with the lowest. */
export function pitchTraits(pitches: ArrayLike<number>, count: number, bassString: number): number {
  let traits = (count << NOTES_SHIFT) | (bassString << BASS_SHIFT);
  let unison = false;
  let fourths = 0;
  let tritones = 0;
  let seconds = 0;
  for (let i = 1; i < count; i++) {
    const step = pitches[i]! - pitches[i - 1]!;
    if (step === 0) {
      unison = true;
      continue;
    }
    if (step === 5) fourths++;
    if (step === 6) tritones++;
    if (step <= 2) {
      traits |= TRAIT.second;
      if (++seconds === 2) traits |= TRAIT.cluster;
    } else seconds = 0;
    if (pitches[i - 1]! < MUD_BELOW && step <= MUD_INTERVAL) traits |= TRAIT.muddy;
  }
  const low = pitches[0]!;
  const span = pitches[count - 1]! - low;
  if (span < 12) traits |= TRAIT.octave;
  if (!unison) {
    if (count >= 3 && fourths === count - 1) traits |= TRAIT.fourths;
    if (count >= 3 && fourths === count - 2 && tritones === 1) traits |= TRAIT.fourthsMixed;
    if (count >= 3 && pitches[1]! - low === 7 && pitches[2]! - pitches[1]! === 7) traits |= TRAIT.fifths;
    if (count === 4) traits |= spacing(low, pitches[1]!, pitches[2]!, pitches[3]!);
    if (count === 2) traits |= pair(span);
    if (count >= 5) {
      const [under, mid, top] = [pitches[count - 3]!, pitches[count - 2]!, pitches[count - 1]!];
      if (TRIADS.has((mid - under) * 16 + top - mid)) traits |= TRAIT.topTriad;
    }
  }
  return traits;
}

/** Which voices of a close four-note voicing were dropped an octave to make this one. */
function spacing(a: number, b: number, c: number, d: number): number {
  if (d - a < 12) return TRAIT.close;
  // The lowest raised stands second, or third, from the top of the others; or the lowest two stand between the upper two.
  if (b < a + 12 && d - b < 12 && a + 12 < d) return a + 12 > c ? TRAIT.drop2 : a + 12 < c ? TRAIT.drop3 : 0;
  if (a + 12 < c && c < b + 12 && b + 12 < d && d - a < 24) return TRAIT.drop24;
  return 0;
}

function pair(semitones: number): number {
  if (semitones === 3 || semitones === 4) return TRAIT.third;
  if (semitones === 8 || semitones === 9) return TRAIT.sixth;
  if (semitones === 15 || semitones === 16) return TRAIT.tenth;
  if (semitones === 5 || semitones === 6) return TRAIT.fourth;
  if (semitones === 10 || semitones === 11) return TRAIT.seventh;
  return semitones === 12 || semitones === 24 ? TRAIT.octaves : 0;
}

/** What can be told by its strings: how many ring open, how many are left out between others, and the highest fret. */
export function stringTraits(open: number, mutes: number, highestFret: number): number {
  const nut = highestFret <= NUT_FRETS ? TRAIT.open | TRAIT.nearNut : TRAIT.open;
  return (open > 0 ? nut : 0) | (mutes === 0 ? TRAIT.adjacent : 0);
}
