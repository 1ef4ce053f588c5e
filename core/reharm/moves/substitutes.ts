/* What may stand for a dominant: from a tritone away, from behind, from a half step above. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { leadsBy, names } from './dominants.ts';
import {
  chordFrom,
  degreeChord,
  fallsTo,
  found,
  isPlace,
  isTonic,
  kept,
  shared,
  whole,
  type Move,
  type Part,
} from './move.ts';
import { evenly, type SpanChord } from './span.ts';

const substituteOf = ({ chord }: SpanChord): Chord => chordFrom(chord, '2m', '7');
const fallsHalfStep = leadsBy(11);
export const SUBSTITUTE_MOVES: readonly Move[] = [
  {
    id: 'tritone-substitute',
    group: 'dominant',
    name: 'tritone substitute',
    reason: '{new} has the third and seventh of {old}; its bass falls a half step to {target}.',
    mood: 'sly',
    stray: 3,
    styles: { afterglow: 2 },
    find: (span) => {
      const target = fallsTo(span);
      if (!target) return [];
      const chord = substituteOf(target);
      const args = { ...names(target, chord), old: symbolOf(span.here.chord) };
      return [{ parts: whole(span, chord, 'substitute'), args }];
    },
    needsNext: fallsHalfStep,
  },
  {
    id: 'tritone-substitute-after',
    group: 'dominant',
    name: 'dominant, then its substitute',
    reason: '{new} takes over third and seventh from {old}; the bass goes on down to {target}.',
    mood: 'sliding home',
    stray: 2,
    find: (span) => {
      const target = fallsTo(span);
      if (!target) return [];
      const chord = substituteOf(target);
      const args = { ...names(target, chord), old: symbolOf(span.here.chord) };
      return found(shared(span, [kept(span), [chord, 'substitute']]), args);
    },
    needsNext: fallsHalfStep,
  },
  {
    id: 'tritone-ii-v',
    group: 'dominant',
    name: 'the substitute’s own ii–V',
    reason: '{new}: the substitute for {old}, with its ii before it.',
    mood: 'far and sure',
    stray: 4,
    styles: { afterglow: 3 },
    find: (span) => {
      const target = fallsTo(span);
      if (!target) return [];
      const chord = substituteOf(target);
      const two = chordFrom(chord, '5P', 'm7');
      const args = { ...names(target, two, chord), old: symbolOf(span.here.chord) };
      return found(
        shared(span, [
          [two, 'ii'],
          [chord, 'substitute'],
        ]),
        args,
      );
    },
    needsNext: fallsHalfStep,
  },
  {
    id: 'minor-tritone',
    group: 'dominant',
    name: '♭iii between iii and ii',
    reason:
      '{new} stands in for the dominant of ii: a minor seventh chord a tritone away, and the bass falls by half steps.',
    mood: 'gliding',
    stray: 3,
    find: (span) => {
      const { here, next, key } = span;
      if (!next || !isPlace(next, 'ii')) return [];
      const flat = degreeChord(key, 'bIIIm7');
      const three = degreeChord(key, 'IIIm7');
      const args = { new: symbolOf(flat) };
      if (here.role === 'V-of-ii') return [{ parts: whole(span, flat, null), args }];
      if (!isPlace(here, 'iii', 'I')) return [];
      return found(
        shared(span, [
          [three, 'iii'],
          [flat, null],
        ]),
        args,
      );
    },
    needsNext: fallsHalfStep,
  },
  {
    id: 'alt-in-tonic',
    group: 'dominant',
    name: 'altered dominant slipped in',
    reason: '{new} is slipped into the long tonic, and comes straight back.',
    mood: 'a wink',
    stray: 3,
    find: (span) => {
      const { here, key, single } = span;
      const beats = evenly(span.beats, 4);
      if (!single || !isTonic(here) || !beats) return [];
      const chord = degreeChord(key, 'V7alt');
      const parts: readonly Part[] = [
        { chord: here.chord, role: here.role, beats: beats[0]! + beats[1]! },
        { chord, role: span.minor ? 'V-minor' : 'V', beats: beats[2]! },
        { chord: here.chord, role: here.role, beats: beats[3]! },
      ];
      return [{ parts, args: { new: symbolOf(chord) } }];
    },
  },
  {
    id: 'backdoor',
    group: 'dominant',
    name: 'backdoor',
    reason: '{new} comes home to {target} from a whole step below.',
    mood: 'tender',
    stray: 3,
    styles: { afterglow: 3 },
    find: (span) => {
      const { here, next, key, single } = span;
      if (!single || !next || !isPlace(next, 'I') || !isPlace(here, 'V', 'IV', 'ii', 'vii')) return [];
      const two = degreeChord(key, 'IVm7');
      const five = degreeChord(key, 'bVII7');
      const alone = [{ parts: whole(span, five, 'backdoor'), args: names(next, five), variant: 'alone' }];
      return [
        ...found(
          shared(span, [
            [two, 'iv-borrowed'],
            [five, 'backdoor'],
          ]),
          names(next, two, five),
          'pair',
        ),
        ...alone,
      ];
    },
    needsNext: leadsBy(2),
  },
  {
    id: 'side-slip',
    group: 'dominant',
    name: 'ii–V from a half step above',
    reason: '{new} is the ii–V a half step above, which slips back down into its own.',
    mood: 'outside and back',
    stray: 4,
    find: (span) => {
      const [two, five] = span.chords;
      if (!two || !five || span.chords.length !== 2 || !isPlace(two, 'ii', 'iio') || !isPlace(five, 'V', 'V-minor'))
        return [];
      const above = [chordFrom(two.chord, '2m', 'm7'), chordFrom(five.chord, '2m', '7')] as const;
      const parts = shared(span, [
        [above[0], 'ii'],
        [above[1], null],
        [two.chord, two.role],
        [five.chord, five.role],
      ]);
      return found(parts, { new: above.map(symbolOf).join(' ') });
    },
  },
];
