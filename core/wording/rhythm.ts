import type { Hurry, HurryKind } from '../score/hand-in-time.ts';
import type { ClickWay } from '../score/band/click.ts';
import type { BassWay } from '../score/band/bass.ts';
import { ticksPerCount, type Hit, type HitVoices } from '../score/rhythm/hits.ts';
import type { Meter } from '../time/meter.ts';
import { listed } from './hand.ts';
import type { Implied } from '../leading/implied.ts';
import type { Pace, Texture } from '../texture.ts';
import { musical } from './music.ts';

/** What a texture is called, and what it sounds. */
export const TEXTURE_WORDS: Readonly<Record<Texture, { readonly name: string; readonly words: string }>> = {
  full: { name: 'Full', words: 'the whole grip' },
  three: { name: 'Three notes', words: 'what says the chord, and the top' },
  'top-four': { name: 'Top four', words: 'the four highest strings of the grip' },
  'bass-and-chord': { name: 'Bass and chord', words: 'the low note, and up to three above it' },
  'top-two': { name: 'Top two', words: 'the top, and one that says the chord' },
  'double-stops': { name: 'Double stops', words: 'two notes at a time, whatever lies between them' },
  thirds: { name: 'Thirds', words: 'two notes a third apart' },
  fourths: { name: 'Fourths', words: 'two notes a fourth apart' },
  sixths: { name: 'Sixths', words: 'two notes a sixth apart' },
  sevenths: { name: 'Sevenths', words: 'two notes a seventh apart' },
  octaves: { name: 'Octaves', words: 'one line, doubled an octave below' },
  tenths: { name: 'Tenths', words: 'a moving bass with a tenth above it' },
  'low-moves': { name: 'Two voices, low one moves', words: 'long notes above, a line below them' },
  'top-moves': { name: 'Two voices, top one moves', words: 'long notes below, a line above them' },
};

/** How often two notes change. */
export const PACE_WORDS: Readonly<Record<Pace, string>> = {
  chord: 'with the chord',
  half: 'twice a bar',
  beat: 'on each beat',
};

/** What two notes at a time say of their chord: `Two by two 1, 3, 5 are heard; the 7 is not.` */
export function impliedText({ heard, missing, inDoubt }: Implied): string {
  const said = `Two by two ${listed(heard.map(musical))} ${heard.length === 1 ? 'is' : 'are'} heard`;
  if (missing.length === 0) return `${said}: the chord is complete.`;
  const left = `${said}; ${listed(missing.map(musical))} ${missing.length === 1 ? 'is' : 'are'} not`;
  return inDoubt ? `${left}: it may be another chord.` : `${left}, and the chord is known without.`;
}

/** How the bass plays. */
export const BASS_WORDS: Readonly<Record<BassWay, string>> = {
  two: 'two to the bar',
  four: 'walking',
  pedal: 'held',
};

/** Where the metronome clicks. */
export const CLICK_WORDS: Readonly<Record<ClickWay, string>> = {
  beats: 'on the beats',
  parts: 'between them too',
  weak: 'on the weak beats',
  bars: 'on one',
};

/** How often a figure and the bars begin together. */
export const togetherText = (bars: number): string =>
  bars === 1 ? 'Begins with every bar.' : `On the bar line again after ${bars} bars.`;

/** What of a grip a hit sounds; the fingers as they are named on paper. */
export const VOICES_WORDS: Readonly<Record<HitVoices, string>> = {
  whole: 'Whole grip',
  chord: 'Above the bass',
  top: 'Top note',
  middle: 'Inner notes',
  'other bass': 'Other low note',
  bass: 'Bass note',
  muted: 'Muted strings',
  a: 'a, ring',
  m: 'm, middle',
  i: 'i, index',
  p: 'p, thumb',
};

/** How long a hit is, and how it is played. */
export function hitWords({ ticks, accent, damped, push, stroke }: Omit<Hit, 'at' | 'voices'>, meter: Meter): string {
  const counts = Math.round((ticks / ticksPerCount(meter)) * 100) / 100;
  const how = [
    accent === 'even' ? '' : accent === 'accent' ? 'accented' : 'soft',
    damped && 'damped',
    stroke === 'up' ? 'upward' : stroke === 'roll' ? 'rolled' : '',
    push && 'with the next chord',
  ];
  return [`${counts} ${counts === 1 ? 'count' : 'counts'} long`, ...how].filter(Boolean).join(', ');
}

const HURRY_WORDS: Readonly<Record<HurryKind, (where: string, has: string, needs: string) => string>> = {
  change: (where, has, needs) =>
    `Too fast for the change into ${where}: the hand has ${has} s there and needs about ${needs} s.`,
  strokes: (where, has, needs) => `Strokes too close in ${where}: ${has} s apart, and a hand needs about ${needs} s.`,
  string: (where, has, needs) =>
    `A string again too soon in ${where}: after ${has} s, and a finger needs about ${needs} s.`,
  thumb: (where, has, needs) => `The thumb has too far to go in ${where}: ${has} s, and it needs about ${needs} s.`,
};
/** So many bars are named. */
const NAMED_BARS = 4;

/** What a hand has too little time for, a sentence for each kind, by its tightest place. */
export function hurriesText(hurries: readonly Hurry[]): readonly string[] {
  return (Object.keys(HURRY_WORDS) as HurryKind[]).flatMap((kind) => {
    const some = hurries.filter((one) => one.kind === kind);
    if (some.length === 0) return [];
    const bars = [...new Set(some.map(({ bar }) => bar))].map(String);
    const more = bars.length - NAMED_BARS;
    const where = `${bars.length === 1 ? 'bar' : 'bars'} ${listed(more > 0 ? [...bars.slice(0, NAMED_BARS), `${more} more`] : bars)}`;
    const tightest = some.reduce((one, other) => (other.has - other.needs < one.has - one.needs ? other : one));
    return [HURRY_WORDS[kind](where, inSeconds(tightest.has), inSeconds(tightest.needs))];
  });
}
const inSeconds = (ms: number) => (Math.max(0, ms) / 1000).toFixed(2);
