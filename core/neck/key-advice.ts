import type { Chart } from '../chart/chart.ts';
import { keysOfMode } from '../chart/transpose.ts';
import { nameInKey, scale, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { pitchClassOf, type Midi, type PitchClass } from '../pitch/pitch.ts';

/** What a key means for the hand. */
export interface KeyFacts {
  /** Open strings that are notes of the key. */
  readonly openStrings: number;
  /** Of the basses the tune has, how many lie on an open one of the low strings, all but the upper three. */
  readonly openBasses: number;
  readonly basses: number;
  /** Where the tonic lies on the sixth and the fifth string, frets 0–11. */
  readonly tonicFrets: readonly [number, number];
}

/** A key the tune may be moved to. */
export interface KeyChoice extends KeyFacts {
  readonly key: Key;
  /** Semitones up from the key it is in, −5 to 6. */
  readonly up: number;
  /** The friendliest capo for it, or null where none is better than without. */
  readonly capo: Capo | null;
}

/** A capo: at which fret, and the key whose shapes are then played. */
export interface Capo extends KeyFacts {
  readonly fret: number;
  readonly shapes: Key;
}

/** The upper three strings carry no bass. */
const HIGH_STRINGS = 3;
/** Beyond this the frets get narrow and the neck short (common practice). */
const HIGHEST_CAPO = 7;

/** Semitones from one tonic to another by the nearer way, −5 to 6. */
export function nearestUp(from: Key, to: Key): number {
  const up = (pitchClass(to.tonic) - pitchClass(from.tonic) + 12) % 12;
  return up > 6 ? up - 12 : up;
}

/** All keys of the tune's mode, with what each means for the open strings of a tuning, and with a capo. */
export function keyChoices(chart: Chart, tuning: readonly Midi[]): readonly KeyChoice[] {
  const open = tuning.map(pitchClassOf);
  const basses = basesOf(chart);
  return keysOfMode(chart.key).map((key) => {
    const up = nearestUp(chart.key, key);
    const facts = factsOf(key, basses, up, open);
    return { key, up, ...facts, capo: bestCapo(key, basses, up, open, facts) };
  });
}

/** The different lowest notes of the chart, as pitch classes. */
function basesOf(chart: Chart): readonly PitchClass[] {
  const chords = chart.bars.flatMap(({ entries }) => entries).flatMap(({ chord }) => (chord ? [chord] : []));
  return [...new Set(chords.map(({ root, bass }) => pitchClass(bass ?? root)))];
}

function factsOf(key: Key, basses: readonly PitchClass[], up: number, open: readonly PitchClass[]): KeyFacts {
  const notes = scale(key).map(pitchClass);
  const low = open.slice(0, -HIGH_STRINGS);
  const fret = (string: number) => (pitchClass(key.tonic) - open[string]! + 12) % 12;
  return {
    openStrings: open.filter((pc) => notes.includes(pc)).length,
    openBasses: basses.filter((pc) => low.includes((pc + up + 12) % 12)).length,
    basses: basses.length,
    tonicFrets: [fret(open.length - 6), fret(open.length - 5)],
  };
}

/** The capo under which most basses, then most strings, lie open; the lowest of equals. Null: none beats playing without. */
function bestCapo(
  key: Key,
  basses: readonly PitchClass[],
  up: number,
  open: readonly PitchClass[],
  without: KeyFacts,
): Capo | null {
  const friendliness = ({ openBasses, openStrings }: KeyFacts) => openBasses * 10 + openStrings;
  let best: Capo | null = null;
  for (let fret = 1; fret <= HIGHEST_CAPO; fret++) {
    const pc = (pitchClass(key.tonic) - fret + 12) % 12;
    const tonic = keysOfMode(key).find((candidate) => pitchClass(candidate.tonic) === pc)?.tonic ?? nameInKey(key, pc);
    const shapes: Key = { tonic, mode: key.mode };
    const facts = factsOf(shapes, basses, up - fret, open);
    if (friendliness(facts) > friendliness(best ?? without)) best = { fret, shapes, ...facts };
  }
  return best;
}

/** Lowest and highest note, sounding. */
export interface Range {
  readonly low: Midi;
  readonly high: Midi;
}

/** How a key suits a singer: the semitones the tune is moved, and by how many it is out of reach; 0 and 0 fits. */
export interface VoiceFit {
  readonly up: number;
  readonly tooLow: number;
  readonly tooHigh: number;
}

/** How a tune's range lies for a voice when the tune is moved `up` semitones, or an octave off if that is better. */
export function voiceFit(tune: Range, voice: Range, up: number): VoiceFit {
  const fits = [up, up - 12, up + 12].map((shift): VoiceFit => ({
    up: shift,
    tooLow: Math.max(0, voice.low - (tune.low + shift)),
    tooHigh: Math.max(0, tune.high + shift - voice.high),
  }));
  const out = ({ tooLow, tooHigh }: VoiceFit) => tooLow + tooHigh;
  return fits.reduce((best, fit) => (out(fit) < out(best) ? fit : best));
}
