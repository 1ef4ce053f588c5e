import { expect, test } from '@jest/globals';
import abcjs from 'abcjs';
import { readAbcNotes } from './abc-notes.ts';

/** The syllables under each note of a line of music, as abcjs (an independent reader) has them. */
function byAbcjs(music: string, words: string): readonly string[] {
  const [tune] = abcjs.parseOnly(`X:1\nL:1/4\nM:4/4\nK:C\n${music}\nw:${words}\n`);
  const elements = tune!.lines[0]!.staff![0]!.voices![0]! as {
    el_type: string;
    rest?: unknown;
    lyric?: { syllable: string; divider: string }[];
  }[];
  return elements
    .filter(({ el_type, rest }) => el_type === 'note' && rest === undefined)
    .map(({ lyric }) => {
      const [one] = lyric ?? [];
      // A space that holds words together is one for us.
      return one
        ? one.syllable.replaceAll('\u00a0', ' ') + (one.divider === '-' && one.syllable !== '' ? '-' : '')
        : '';
    });
}

test.each([
  ['C D E F|G2 E2|C4|', 'Row row row your boat gent-ly'],
  ['C D E F|G2 E2|C4|', 'a-long the ri-ver_ bank'],
  ['C D E F|G2 E2|C4|', 'ti * me | and | tide'],
  ['C D E F|G2 E2|C4|', 'to~the sea\\-side now'],
  ['C D z F|G2 E2|C4|', 'rests have no words at all'],
  ['C D E F|', 'more words than there are notes here'],
  ['C D E F|G2 E2|', 'few'],
])('words under %j: %j stand as abcjs lays them', (music, words) => {
  const [first, ...rest] = readAbcNotes(
    ['K:C', 'L:1/4', music, `w:${words}`],
    { tonic: 'C', mode: 'major' },
    0,
  ).measures;
  const own = [first!, ...rest].flatMap(({ notes, words: laid = [] }) =>
    notes.map(({ tick }) => laid.find((one) => one.tick === tick)?.text ?? ''),
  );
  expect(own).toEqual(byAbcjs(music, words));
});
