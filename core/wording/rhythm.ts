import { decimal, msg, plural, t, type Msg } from '../words/words.ts';
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
export const TEXTURE_WORDS: Readonly<Record<Texture, { readonly name: Msg; readonly words: Msg }>> = {
  full: { name: msg('Full'), words: msg('the whole grip') },
  three: { name: msg('Three notes'), words: msg('what says the chord, and the top') },
  'top-four': { name: msg('Top four'), words: msg('the four highest strings of the grip') },
  'bass-and-chord': { name: msg('Bass and chord'), words: msg('the low note, and up to three above it') },
  'top-two': { name: msg('Top two'), words: msg('the top, and one that says the chord') },
  'double-stops': { name: msg('Double stops'), words: msg('two notes at a time, whatever lies between them') },
  thirds: { name: msg('Thirds'), words: msg('two notes a third apart') },
  fourths: { name: msg('Fourths'), words: msg('two notes a fourth apart') },
  sixths: { name: msg('Sixths'), words: msg('two notes a sixth apart') },
  sevenths: { name: msg('Sevenths'), words: msg('two notes a seventh apart') },
  octaves: { name: msg('Octaves'), words: msg('one line, doubled an octave below') },
  tenths: { name: msg('Tenths'), words: msg('a moving bass with a tenth above it') },
  'low-moves': { name: msg('Two voices, low one moves'), words: msg('long notes above, a line below them') },
  'top-moves': { name: msg('Two voices, top one moves'), words: msg('long notes below, a line above them') },
};

/** How often two notes change. */
export const PACE_WORDS: Readonly<Record<Pace, Msg>> = {
  chord: msg('with the chord'),
  half: msg('twice a bar'),
  beat: msg('on each beat'),
};

/** What two notes at a time say of their chord: `Two by two 1, 3, 5 are heard; the 7 is not.` */
export function impliedText({ heard, missing, inDoubt }: Implied): string {
  const said = plural(heard.length, 'Two by two {notes} is heard', 'Two by two {notes} are heard', {
    notes: listed(heard.map(musical)),
  });
  if (missing.length === 0) return t('{said}: the chord is complete.', { said });
  const left = plural(missing.length, '{said}; {notes} is not', '{said}; {notes} are not', {
    said,
    notes: listed(missing.map(musical)),
  });
  return inDoubt
    ? t('{left}: it may be another chord.', { left })
    : t('{left}, and the chord is known without.', { left });
}

/** How the bass plays. */
export const BASS_WORDS: Readonly<Record<BassWay, Msg>> = {
  two: msg('two to the bar'),
  four: msg('walking'),
  pedal: msg('held'),
};

/** Where the metronome clicks. */
export const CLICK_WORDS: Readonly<Record<ClickWay, Msg>> = {
  beats: msg('on the beats'),
  parts: msg('between them too'),
  weak: msg('on the weak beats'),
  bars: msg('on one'),
};

/** How often a figure and the bars begin together. */
export const togetherText = (bars: number): string =>
  plural(bars, 'Begins with every bar.', 'On the bar line again after {n} bars.');

/** What of a grip a hit sounds; the fingers as they are named on paper. */
export const VOICES_WORDS: Readonly<Record<HitVoices, Msg>> = {
  whole: msg('Whole grip'),
  chord: msg('Above the bass'),
  top: msg('Top note'),
  middle: msg('Inner notes'),
  'other bass': msg('Other low note'),
  bass: msg('Bass note'),
  muted: msg('Muted strings'),
  a: msg('a, ring'),
  m: msg('m, middle'),
  i: msg('i, index'),
  p: msg('p, thumb'),
};

/** How long a hit is, and how it is played. */
export function hitWords({ ticks, accent, damped, push, stroke }: Omit<Hit, 'at' | 'voices'>, meter: Meter): string {
  const counts = Math.round((ticks / ticksPerCount(meter)) * 100) / 100;
  const how = [
    accent === 'even' ? '' : accent === 'accent' ? t('accented') : t('soft'),
    damped && t('damped'),
    stroke === 'up' ? t('upward') : stroke === 'roll' ? t('rolled') : '',
    push && t('with the next chord'),
  ];
  return [t('{plural} long', { plural: plural(counts, '{n} count', '{n} counts') }), ...how].filter(Boolean).join(', ');
}

const HURRY_WORDS: Readonly<Record<HurryKind, (where: string, has: string, needs: string) => string>> = {
  change: (where, has, needs) =>
    t('Too fast for the change into {where}: the hand has {has} s there and needs about {needs} s.', {
      where,
      has,
      needs,
    }),
  strokes: (where, has, needs) =>
    t('Strokes too close in {where}: {has} s apart, and a hand needs about {needs} s.', { where, has, needs }),
  string: (where, has, needs) =>
    t('A string again too soon in {where}: after {has} s, and a finger needs about {needs} s.', { where, has, needs }),
  thumb: (where, has, needs) =>
    t('The thumb has too far to go in {where}: {has} s, and it needs about {needs} s.', { where, has, needs }),
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
    const where = plural(bars.length, 'bar {bars}', 'bars {bars}', {
      bars: listed(more > 0 ? [...bars.slice(0, NAMED_BARS), t('{more} more', { more })] : bars),
    });
    const tightest = some.reduce((one, other) => (other.has - other.needs < one.has - one.needs ? other : one));
    return [HURRY_WORDS[kind](where, inSeconds(tightest.has), inSeconds(tightest.needs))];
  });
}
const inSeconds = (ms: number) => decimal(Math.max(0, ms) / 1000, 2);
