import { expect, test } from '@jest/globals';
import { buildLibrary } from '../grip/library.ts';
import { parseTune } from '../melody/tune-text.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { applyPatch } from '../patch.ts';
import { run } from '../steps.ts';
import type { Decisions } from '../take/decision.ts';
import { gripsByPrice } from './grips-by-price.ts';
import { pricingFor } from './pricing.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 8 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });

/** A tune of two bars of 4/4, an octave lower on the guitar. */
function asked(sung: string, more: Decisions = {}) {
  const tune = parseTune(`key: C\n| C | G7 C |\nmelody:\nL:1/8\n${sung}\n`);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart, melody } = tune.value;
  const cells: Decisions = { 'a:1:0:carry': { layer: 'carry', ticks: 3840, density: 25, octave: -1 }, ...more };
  return { chart, melody: melody!, barIds: ['a', 'b'], cells };
}

/* What a note costs that has no grip, written apart from the code: by its place in a bar of eighths, and by beats it lasts beyond a half. */
const PLACES = [180, 25, 70, 25, 110, 25, 70, 25];
const bareBy = (eighth: number, eighths: number) =>
  PLACES[eighth % 8]! + Math.round(Math.max(0, eighths / 2 - 0.5) * 60);

/** The notes of a tune by when they begin and how long they are, in eighths. */
const notesOf = (sung: string) => {
  let at = 0;
  return [...sung.matchAll(/([a-gz])(\d?)/gi)].flatMap(([, letter, times]) => {
    const eighths = Number(times || 1);
    at += eighths;
    return letter === 'z' ? [] : [{ at: at - eighths, eighths }];
  });
};

test.each([['g2ag e2d2 | f2d2 e4'], ['e4 dcBA | z2d2 c2e2'], ['c2d2 e2f2 | g4 e4']])(
  '%s: the notes that get grips are those it costs least to carry, of every choice there is',
  (sung) => {
    // A chord's first note always has one, where a note begins with it.
    const open = notesOf(sung).filter(({ at }) => ![0, 8, 12].includes(at));
    const nameOf = (at: number) => `${at < 8 ? 'a' : 'b'}:1:${(at % 8) * 240}:note`;
    let least = Infinity;
    for (let choice = 0; choice < 1 << open.length; choice++) {
      const isCarried = (i: number) => (choice & (1 << i)) !== 0;
      const said = open.map(
        ({ at }, i) => [nameOf(at), { layer: 'note', way: isCarried(i) ? 'carried' : 'free' }] as const,
      );
      const take = arrangedTake(run(solveTake(session, asked(sung, Object.fromEntries(said)))));
      if (take.columns.some(({ grip }) => grip === null)) continue;
      const bare = open.reduce((sum, { at, eighths }, i) => sum + (isCarried(i) ? 0 : bareBy(at, eighths)), 0);
      least = Math.min(least, take.cost + bare);
    }
    const found = run(gripsByPrice(session, asked(sung)));
    expect(found.cost).toBe(least);
    // What it says of single notes makes that very take.
    const { cells } = asked(sung);
    const take = arrangedTake(run(solveTake(session, asked(sung, applyPatch(cells, found.patch).cells))));
    expect(take.columns).toHaveLength(found.carried + (sung.includes('| z') ? 1 : 0));
  },
);

test('what the player says of single notes stands', () => {
  const sung = 'g2ag e2d2 | f2d2 e4';
  const said: Decisions = {
    'a:1:480:note': { layer: 'note', way: 'carried' },
    'a:1:960:note': { layer: 'note', way: 'free' },
    'b:1:480:note': { layer: 'note', way: 'two' },
  };
  const { patch } = run(gripsByPrice(session, asked(sung, said)));
  expect(Object.keys(said).filter((name) => name in patch)).toEqual([]);
});

test('where it accompanies nothing is chosen', () => {
  const without = { ...asked('c8|c8'), cells: {} };
  expect(run(gripsByPrice(session, without))).toMatchObject({ patch: {}, notes: 0, carried: 0 });
});
