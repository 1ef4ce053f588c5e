/* Dominants, and what may be put before them. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { noteAbove, pitchClass } from '../../pitch/note.ts';
import type { Role } from '../role.ts';
import {
  chordFrom,
  chordOn,
  fallsTo,
  found,
  isMinorChord,
  isPlace,
  isTonic,
  kept,
  shared,
  whole,
  type Found,
  type Move,
  type Part,
} from './move.ts';
import { evenly, type Span, type SpanChord } from './span.ts';

/** What a dominant of a chord is there. */
export function dominantRole(target: SpanChord): Role {
  if (isPlace(target, 'I')) return 'V';
  if (isPlace(target, 'i')) return 'V-minor';
  if (isPlace(target, 'ii')) return 'V-of-ii';
  return isMinorChord(target) ? 'V-of-minor' : 'V-of-major';
}
const dominantOf = ({ chord }: SpanChord): Chord => chordFrom(chord, '5P', '7');
/** The ii that goes with a target: half-diminished for a minor one. */
function twoOf(target: SpanChord): readonly [Chord, Role] {
  const minor = isMinorChord(target);
  return [chordFrom(target.chord, '2M', minor ? 'm7b5' : 'm7'), minor ? 'iio' : 'ii'];
}

/** The next chord, where a dominant may be put before it: it is no dominant's own, and not diminished. */
function openTarget(span: Span): SpanChord | null {
  const { here, next } = span;
  if (!next || next.family === 'diminished' || next.family === 'half-diminished') return null;
  const isOwn = here.family === 'dominant' && (next.degree - here.degree + 12) % 12 === 5;
  return isOwn || next.degree === here.degree ? null : next;
}

/** Whether what sounds next has the root that a dominant part leads to, `steps` semitones from its own. */
export const leadsBy =
  (...steps: readonly number[]) =>
  ({ parts }: Found, next: Chord | null): boolean =>
    next !== null && steps.includes((pitchClass(next.root) - pitchClass(parts.at(-1)!.chord.root) + 12) % 12);
const fallsFifth = leadsBy(5);

/** What a dominant's reason speaks of. */
export const names = (target: SpanChord, ...chords: readonly Chord[]) => ({
  target: symbolOf(target.chord),
  new: chords.map(symbolOf).join(' '),
});

export const DOMINANT_MOVES: readonly Move[] = [
  {
    id: 'secondary-dominant',
    group: 'dominant',
    name: 'secondary dominant',
    reason: '{new} is the dominant of {target}, which comes next.',
    mood: 'leaning on',
    stray: 2,
    find: (span) => {
      const target = openTarget(span);
      if (!target || !span.single) return [];
      const five = dominantOf(target);
      return found(shared(span, [kept(span), [five, dominantRole(target)]]), names(target, five));
    },
    needsNext: fallsFifth,
  },
  {
    id: 'secondary-dominant-whole',
    group: 'dominant',
    name: 'secondary dominant instead',
    reason: '{new}, the dominant of {target}, takes the whole time before it.',
    mood: 'pulling',
    stray: 3,
    find: (span) => {
      const target = openTarget(span);
      if (!target || !span.single || isTonic(span.here)) return [];
      const five = dominantOf(target);
      return [{ parts: whole(span, five, dominantRole(target)), args: names(target, five) }];
    },
    needsNext: fallsFifth,
  },
  {
    id: 'secondary-ii-v',
    group: 'dominant',
    name: 'ii–V of the next chord',
    reason: '{new} is the ii–V of {target}.',
    mood: 'travelling',
    stray: 3,
    find: (span) => {
      const target = openTarget(span);
      const beats = evenly(span.beats, 4);
      if (!target || !span.single || !beats) return [];
      const [two, twoRole] = twoOf(target);
      const five = dominantOf(target);
      const parts: readonly Part[] = [
        { chord: span.here.chord, role: span.here.role, beats: beats[0]! + beats[1]! },
        { chord: two, role: twoRole, beats: beats[2]! },
        { chord: five, role: dominantRole(target), beats: beats[3]! },
      ];
      return found(parts, names(target, two, five));
    },
    needsNext: fallsFifth,
  },
  {
    id: 'related-ii',
    group: 'dominant',
    name: 'its ii before it',
    reason: '{new} is the ii that belongs to the dominant of {target}.',
    mood: 'rounded',
    stray: 1,
    find: (span) => {
      const target = fallsTo(span);
      if (!target || isPlace(span.prev ?? target, 'ii', 'iio')) return [];
      const [two, role] = twoOf(target);
      return found(shared(span, [[two, role], kept(span)]), names(target, two));
    },
    needsNext: fallsFifth,
  },
  {
    id: 'related-ii-of-substitute',
    group: 'dominant',
    name: 'the ii of a ♭II7',
    reason: '{new} is the ii that belongs to {old}, whose bass falls a half step to {target}.',
    mood: 'far and sure',
    stray: 2,
    find: (span) => {
      const { here, next, single, prev } = span;
      const falls = next !== null && (here.degree - next.degree + 12) % 12 === 1;
      const hasIts = prev?.family === 'minor' && (prev.degree - here.degree + 12) % 12 === 7;
      if (!single || !falls || here.family !== 'dominant' || hasIts) return [];
      const two = chordFrom(here.chord, '5P', 'm7');
      const args = { ...names(next, two), old: symbolOf(here.chord) };
      return found(shared(span, [[two, 'ii'], kept(span)]), args);
    },
    needsNext: leadsBy(11),
  },
  {
    id: 'four-over-five',
    group: 'dominant',
    name: 'IV or ii over the V',
    reason: '{new}: the bass of {old} under the chord a whole step below, its suspension and ninth.',
    mood: 'held breath',
    stray: 1,
    find: (span) => {
      const { here, single } = span;
      const five = isPlace(here, 'V', 'V-minor') && here.family !== 'suspended' && here.chord.bass === null;
      if (!single || !five || !fallsTo(span)) return [];
      const minor = isPlace(here, 'V-minor');
      const over = (interval: string, suffix: string): Chord => ({
        ...chordFrom(here.chord, interval, suffix),
        bass: here.chord.root,
      });
      const [four, two] = [over('-2M', minor ? 'm' : ''), over('5P', minor ? 'm7b5' : 'm7')];
      return [
        ...[four, two].flatMap((chord, i) =>
          found(
            shared(span, [[chord, null], kept(span)]),
            { new: symbolOf(chord), old: symbolOf(here.chord) },
            i === 0 ? 'four' : 'two',
          ),
        ),
        { parts: whole(span, four, null), args: { new: symbolOf(four), old: symbolOf(here.chord) }, variant: 'whole' },
      ];
    },
  },
  ...[2, 3, 4].map((count): Move => ({
    id: `dominant-cycle-${count}`,
    group: 'dominant',
    name: `${count} dominants round the cycle`,
    reason: '{new}: each is the dominant of the next, the last of {target}.',
    mood: 'rolling downhill',
    stray: 3,
    find: (span) => {
      const target = span.next;
      if (!target || target.family === 'diminished') return [];
      const roots = [noteAbove(target.chord.root, '5P')];
      while (roots.length < count) roots.unshift(noteAbove(roots[0]!, '5P'));
      const chords = roots.map((root) => chordOn(root, '7'));
      const roles = chords.map((_, i): Role => (i === count - 1 ? dominantRole(target) : 'V-of-major'));
      return found(
        shared(
          span,
          chords.map((chord, i) => [chord, roles[i]!]),
        ),
        names(target, ...chords),
      );
    },
    needsNext: fallsFifth,
  })),
  ...[1, 2].map((pairs): Move => ({
    id: `ii-v-cycle-${pairs}`,
    group: 'dominant',
    name: pairs === 1 ? 'ii–V instead' : 'two ii–V’s round the cycle',
    reason: '{new}: each pair is the ii–V of what follows, the last of {target}.',
    mood: 'winding home',
    stray: 3,
    find: (span) => {
      const target = span.next;
      if (!target || target.family === 'diminished' || target.family === 'half-diminished') return [];
      const [two, role] = twoOf(target);
      const last: readonly (readonly [Chord, Role])[] = [
        [two, role],
        [dominantOf(target), dominantRole(target)],
      ];
      // The pair before points at the ii, a minor chord.
      const before: readonly (readonly [Chord, Role])[] = [
        [chordFrom(two, '2M', 'm7b5'), 'iio'],
        [chordFrom(two, '5P', '7'), 'V-of-minor'],
      ];
      const chords = pairs === 1 ? last : [...before, ...last];
      return found(shared(span, chords), names(target, ...chords.map(([chord]) => chord)));
    },
    needsNext: fallsFifth,
  })),
  {
    id: 'sus-first',
    group: 'dominant',
    name: 'suspended first',
    reason: 'The fourth comes before the third of {old} and falls into it.',
    mood: 'held breath',
    stray: 1,
    find: (span) => {
      const { here, single } = span;
      if (!single || (here.family !== 'dominant' && !isPlace(here, 'V', 'V-minor')) || here.family === 'suspended')
        return [];
      const seventh = chordOn(here.chord.root, '7');
      const parts = shared(span, [
        [chordOn(here.chord.root, '7sus4'), here.role],
        [seventh, here.role],
      ]);
      return found(parts, { old: symbolOf(here.chord) });
    },
  },
  ...(
    [
      ['7b9', 'the ♭9 falls a half step to its fifth'],
      ['7#9', 'the ♯9 goes by way of ♭9 or to its sixth'],
      ['7b13', 'the ♭13 falls a half step to its ninth'],
      ['13b9', 'the 13 stays as its third, the ♭9 falls'],
      ['7b9b13', 'both lowered tensions fall by half steps'],
      ['7alt', 'every tension is a half step from where it goes'],
      ['aug', 'the raised fifth leads up a half step'],
    ] as const
  ).map(([suffix, why]): Move => ({
    id: `dominant-${suffix.replace('#', 's')}`,
    group: 'dominant',
    name: suffix === 'aug' ? 'augmented triad' : 'altered dominant',
    reason: `{new} before {target}: ${why}.`,
    mood: suffix === 'aug' ? 'old and sweet' : 'tense',
    stray: suffix === '7alt' ? 2 : 1,
    find: (span) => {
      const target = fallsTo(span);
      if (!target || span.here.role === 'substitute') return [];
      // A natural 13 is for a major chord to follow.
      if (suffix.startsWith('13') && isMinorChord(target)) return [];
      const chord = chordOn(span.here.chord.root, suffix);
      return [{ parts: whole(span, chord, span.here.role), args: names(target, chord) }];
    },
    needsNext: leadsBy(5, 11),
  })),
  {
    id: 'drop-ii',
    group: 'dominant',
    name: 'the V alone',
    reason: '{old} takes the time of its ii as well: ii and V are one sound.',
    mood: 'plainer',
    stray: 0,
    find: (span) => {
      const [two, five] = span.chords;
      if (!two || !five || span.chords.length !== 2 || !isMinorChord(two)) return [];
      if ((five.degree - two.degree + 12) % 12 !== 5 || (five.family !== 'dominant' && !isPlace(five, 'V', 'V-minor')))
        return [];
      return [{ parts: whole(span, five.chord, five.role), args: { old: symbolOf(five.chord) } }];
    },
  },
  {
    id: 'dominant-for-ii',
    group: 'dominant',
    name: 'dominant over the ii',
    reason: 'Every voicing of {new} works over {old}: ii and V are one sound.',
    mood: 'broader',
    stray: 1,
    find: (span) => {
      const { here, single } = span;
      if (!single || here.family !== 'minor' || !isPlace(here, 'ii', 'i')) return [];
      const chord = chordFrom(here.chord, '4P', isPlace(here, 'ii') ? '9sus4' : '7');
      return [
        {
          parts: whole(span, chord, isPlace(here, 'ii') ? 'V' : 'IV-minor'),
          args: { new: symbolOf(chord), old: symbolOf(here.chord) },
        },
      ];
    },
  },
];
