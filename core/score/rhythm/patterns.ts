import type { Feel } from '../../chart/chart.ts';
import { parseMeter, ticksPerBar, type Meter } from '../../time/meter.ts';
import { hitsOf } from './hits.ts';
import { readPattern } from './own.ts';
import { fitsMeter, type Pattern } from './pattern.ts';

type Row = readonly [id: string, name: string, hits: string, reason: string];

const IN_FOUR_SWUNG: readonly Row[] = [
  [
    'four-leaning',
    'Four, leaning',
    '1:1W. 2:1W.> 3:1W. 4:1W.>',
    'Four even quarters, the second and fourth lean: the guitar is half of the drums.',
  ],
  [
    'four-long',
    'Four, long',
    '1:1W 2:1W 3:1W 4:1W',
    'Four quarters that touch each other, for a tune that walks slowly.',
  ],
  ['dotted-push', 'Dotted push', '1:1.5W> 2&:.5W.', 'A long and a short: the second hit pulls the bar along.'],
  [
    'dotted-push-late',
    'Dotted push, an eighth late',
    '1&:1.5W> 3:.5W.',
    'The same figure from the off-beat: it answers the one that sits on the beat.',
  ],
  [
    'both-ands',
    'Both ands',
    '2&:1W 4&:1W^',
    'Nothing on the beat, and the next chord an eighth early: for a bass that plays the beats.',
  ],
  [
    'question-answer',
    'Question and answer',
    '1:1.5W> 2&:.5W. | 2:1W 4&:1W^>',
    'A figure, then one that answers it and leads on.',
  ],
  ['two-and-four', 'Two and four', '2:.5W.> 4:.5W.>', 'Short hits where the hands clap.'],
  [
    'boom-chord',
    'Bass and chord',
    '1:1B 2:1C. 3:1A 4:1C.',
    'Two beats to the bar: a low note, the rest of the grip, another low note.',
  ],
  [
    'two-low-two-high',
    'Two low, two high',
    '1:1B 2:1A 3:1C 4:1C.',
    'Bass, bass, chord, chord: the guitar does the work of two.',
  ],
  ['early-whole', 'Whole bar, then early', '1:3.5W 4&:.5W^', 'One long chord, and the next an eighth before its bar.'],
  ['room', 'Room', '1:2W | 2&:1W.', 'Little, so that somebody else may speak.'],
  ['late-two', 'Late two', '2:1.5W> 3&:.5W. | 2:1W 4:.5W.', 'The first beat is the bass player’s.'],
  ['rolled', 'Rolled', '1:4W~', 'One rolled chord a bar.'],
  [
    'push-and-hold',
    'Push and hold',
    '1:1W. 2&:2W> | 1:1W. 2&:1W 4&:.5W^',
    'Short, long, and a push into the next two bars.',
  ],
];
const IN_FOUR_STRAIGHT: readonly Row[] = [
  [
    'thumb-alternating',
    'Thumb by turns',
    '1:1B> 1&:.5i 2:1A 2&:.5m 3:1B 3&:.5i 4:1A 4&:.5a',
    'The thumb goes between two low notes, the fingers fill.',
  ],
  [
    'ballad-rolling',
    'Ballad, rolling',
    '1:4p 1&:3.5i 2:3m 2&:2.5a 3:2m, 3&:1.5i, 4:1m, 4&:.5i,',
    'Thumb, then the fingers up and down; what is plucked rings on.',
  ],
  ['ballad-four', 'Ballad, four notes', '1:4p 2:3i 3:2m 4:1a', 'One note of the grip a beat, from the lowest up.'],
  [
    'ballad-pinch',
    'Ballad, pinched',
    '1:4B 1:4T 2:1M, 3:2A 4:1M,',
    'Outer voices together, the inner ones after: two voices and their shadow.',
  ],
  [
    'deck-strum',
    'Deck strum',
    "1:1W> 2:.5C 2&:.5C' 3&:.5C' 4:.5C> 4&:.5C'",
    'Down on the beats, up between them, the third beat left to the foot.',
  ],
  [
    'deck-chop',
    'Deck strum, chopped',
    "1:1C> 2:.5X> 2&:.5C' 3&:.5C' 4:.5X> 4&:.5C'",
    'The strum with the strings muted on two and four: the guitar brings its own snare.',
  ],
  [
    'thumb-and-three',
    'Thumb and three fingers',
    '1:2B 1:.5C 2:.5C. 2&:1C 3:2A 4:1C | 1:2B 1&:1C 2&:.5C. 3:2A 3:.5C 4:.5C. 4&:.5C^',
    'Low notes on one and three; above them a figure of two bars that leans off the beat.',
  ],
  [
    'off-beats',
    'Off-beats',
    "1&:.5C.' 2&:.5C.' 3&:.5C.' 4&:.5C.'",
    'Short and between the beats, the low strings left to the bass.',
  ],
  ['three-three-two', 'Three, three, two', '1:1.5W> 2&:1.5C 4:1C', 'Eight eighths as three, three and two.'],
  ['half-time', 'Half time', "1:1.5W> 2&:.5C.' 3:2W>", 'The bar as two slow beats.'],
  [
    'sixteenths-tight',
    'Sixteenths, tight',
    "1:.25C.> 1a:.25C.' 2&:.25C. 3e:.25C.' 4:.25C.> 4a:.25C.'",
    'Short sixteenths on the upper strings; the rests are the rhythm.',
  ],
  [
    'sixteenths-two',
    'Sixteenths, two bars',
    "1:.5C.> 1a:.25C.' 2&:.25C. 4:.25C.> | 1e:.25C.' 2:.25C.> 3&:.5C. 4e:.25C.' 4a:.25C.^'",
    'A figure of two bars: the second begins late and ends early.',
  ],
  [
    'sixteenths-scratched',
    'Sixteenths, scratched',
    "1:.25C.> 1e:.25X,' 1&:.25X, 1a:.25C.' 2:.25X, 2e:.25X,' 2&:.25C.> 2a:.25X,' 3:.25X, 3e:.25C.' 3&:.25X, 3a:.25X,' 4:.25C.> 4e:.25X,' 4&:.25X, 4a:.25X,'",
    'The hand never stops: what is not a chord is a scratch over muted strings.',
  ],
  [
    'eighths-even',
    'Eighths, even',
    '1:.5W.> 1&:.5W. 2:.5W. 2&:.5W. 3:.5W.> 3&:.5W. 4:.5W. 4&:.5W.',
    'Eight damped eighths: drive without weight.',
  ],
];
const IN_THREE: readonly Row[] = [
  ['waltz-bass-two', 'Waltz, bass and two', '1:1B> 2:1C, 3:1C,', 'A low note and two light chords.'],
  ['waltz-dotted', 'Waltz, dotted', '1:1.5W> 2&:1W.', 'Two even hits in a bar of three.'],
  ['waltz-arpeggio', 'Waltz, plucked', '1:3p 1&:2.5i 2:2m 2&:1.5a 3:1m, 3&:.5i,', 'Six eighths up and down the grip.'],
  [
    'waltz-two-over-three',
    'Two bars in three',
    '1:2W 3:1W | 2:2W',
    'Three hits over two bars: for a moment the waltz is one slow three.',
  ],
  ['waltz-rolled', 'Waltz, rolled', '1:3W~', 'One rolled chord a bar.'],
];
const IN_SIX: readonly Row[] = [
  ['rocking', 'Rocking', '1:6p 2:5i 3:4m 4:3a 5:2m, 6:1i,', 'Six notes to the bar, up and down.'],
  ['jig', 'Jig', "1:2W> 3:1C', 4:2W 6:1C',", 'Long, short, long, short.'],
  [
    'six-bass-chord',
    'Bass and chord in six',
    '1:3B 3:1C, 4:3A 6:1C,',
    'A low note on each beat, a light chord before the next.',
  ],
];
const IN_TWELVE: readonly Row[] = [
  [
    'twelve-rolling',
    'Slow threes',
    '1:3p 2:2i 3:1m 4:3A 5:2i 6:1m 7:3p 8:2i 9:1m 10:3A 11:2i 12:1m',
    'Three notes to each slow beat.',
  ],
  [
    'twelve-shuffle',
    'Shuffle in twelve',
    '1:2W> 3:1W. 4:2W 6:1W. 7:2W> 9:1W. 10:2W 12:1W.',
    'Long and short on every beat.',
  ],
  [
    'twelve-answer',
    'Twelve, answered',
    '1:3W> 6:1W. 7:3W 12:1W^.',
    'A hit on one and three, each with a short one before the next.',
  ],
];
const IN_FIVE: readonly Row[] = [
  ['five-three-two', 'Five as three and two', '1:1B> 2:1C. 3:1C. 4:1B 5:1C.', 'A bar of three and one of two, in one.'],
  [
    'five-dotted',
    'Five, dotted',
    '1:1.5W> 2&:1.5W 4:2W>',
    'Two dotted quarters and a half: the five runs on four wheels.',
  ],
];
const IN_TWO: readonly Row[] = [
  ['march', 'March', '1:1B> 2:1C.', 'Left, right.'],
  ['hop', 'Hop', '1:.5B> 1&:.5C. 2:.5A 2&:.5C.', 'A low note and a short chord on each beat.'],
];
const IN_SEVEN: readonly Row[] = [
  ['seven-two-two-three', 'Seven as two, two, three', '1:2B> 3:2C. 5:3C', 'Two short steps and a long one.'],
];
/** Each over so many counts, on and on over the bar lines. */
const ACROSS: readonly (readonly [counts: number, ...Row])[] = [
  [
    3,
    'three-across',
    'Three over the bars',
    '1:1W> 2&:.5W.',
    'A figure of three beats: long and short, wherever the bar is.',
  ],
  [5, 'five-across', 'Five over the bars', '1:1W> 2&:.5W. 4:1W', 'A figure of five beats: long, short, long.'],
  [
    7,
    'seven-across',
    'Seven over the bars',
    '1:1.5W> 3:.5W. 5:1W 6&:.5W.',
    'A figure of seven beats: the longest that is still counted.',
  ],
  [1.5, 'dotted-across', 'Dotted, without end', '1:1W.', 'Every dotted quarter a hit, on and on.'],
];

const meterOf = (text: string): Meter => {
  const meter = parseMeter(text);
  if (!meter.ok) throw new RangeError(text);
  return meter.value;
};

const rows = (text: string, feel: Feel | null, table: readonly Row[]): readonly Pattern[] =>
  table.map(([id, name, hits, reason]) => {
    const meter = meterOf(text);
    return {
      id,
      name,
      reason,
      meter,
      feel,
      across: false,
      ticks: hits.split('|').length * ticksPerBar(meter),
      hits: hitsOf(hits, meter),
    };
  });

/** The rhythms that come with the tool, in the order they are offered (field practice; ours, and so are their names). */
export const PATTERNS: readonly Pattern[] = [
  ...rows('4/4', 'swing', IN_FOUR_SWUNG),
  ...rows('4/4', 'straight', IN_FOUR_STRAIGHT),
  ...rows('3/4', null, IN_THREE),
  ...rows('6/8', null, IN_SIX),
  ...rows('12/8', null, IN_TWELVE),
  ...rows('5/4', null, IN_FIVE),
  ...rows('2/4', null, IN_TWO),
  ...rows('7/8', null, IN_SEVEN),
  ...ACROSS.map(([counts, id, name, hits, reason]): Pattern => {
    const read = readPattern(`4/4 over ${counts}: ${hits}`);
    if (!read.ok) throw new RangeError(hits);
    return { ...read.value, id, name, reason };
  }),
];

/** The pattern a take names: one of these, or one of its player's own, which its text says whole (own.ts); null: neither. */
export function patternOf(id: string): Pattern | null {
  const known = PATTERNS.find((pattern) => pattern.id === id);
  if (known) return known;
  const own = readPattern(id);
  return own.ok ? own.value : null;
}

/** What one plays where nothing was chosen: the first of its meter that is at home in the feel; null: there is none. */
export const usualPattern = (meter: Meter, feel: Feel): Pattern | null =>
  PATTERNS.find((pattern) => !pattern.across && fitsMeter(pattern, meter) && (pattern.feel ?? feel) === feel) ?? null;
