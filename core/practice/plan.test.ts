import { describe, expect, test } from '@jest/globals';
import { stepReason } from '../wording/practice.ts';
import { columnsOfPassage, practisedIn } from './item.ts';
import { planOf, type PlanStep } from './plan.ts';
import { taken } from './taken.oracle.ts';
import { readPractised, type PassageItem } from './practised.ts';

const ofKind = <K extends PlanStep['kind']>(steps: readonly PlanStep[], kind: K) =>
  steps.filter((step): step is PlanStep & { kind: K } => step.kind === kind);

describe('the plan of a take', () => {
  const take = taken(
    'key: C\ntempo: 140\n| C | A7 | Dm7 | G7 | Em7 | A7 | Dm7 G7 | C |\n| F | Fm6 | C | A7 | Dm7 | G7 | C | C |',
  );
  const steps = planOf(take);

  test('goes from grips to changes to two, four and eight bars to the form', () => {
    const order = steps.map((step) => (step.kind === 'bars' ? String(step.bars[1] - step.bars[0] + 1) : step.kind));
    expect(order.filter((one, i) => one !== order[i - 1])).toEqual(['grip', 'change', '2', '4', '8', 'form']);
  });

  test('has each grip that is played once, the hardest first, and none that is known', () => {
    const played = take.grips.map((grip) => grip!.grip);
    const grips = ofKind(steps, 'grip');
    expect(grips.map(({ from }) => played[from]).sort()).toEqual([...new Set(played)].sort());
    for (const step of grips) expect(step.times).toBe(played.filter((one) => one === played[step.from]).length);
    const hard = grips.map(({ difficulty }) => difficulty);
    expect(hard).toEqual([...hard].sort((a, b) => b - a));
    const knows = planOf({ ...take, known: new Set(played.slice(0, 4)) });
    expect(ofKind(knows, 'grip').map(({ from }) => played[from])).not.toContain(played[0]);
  });

  test('has the hardest changes, each once, the hardest first, and bars that hold them', () => {
    const changes = ofKind(steps, 'change');
    const hard = changes.map(({ hardest }) => hardest.difficulty);
    expect(hard).toEqual([...hard].sort((a, b) => b - a));
    const names = changes.map(({ from, to }) => `${take.grips[from]!.grip} ${take.grips[to]!.grip}`);
    expect(new Set(names).size).toBe(names.length);
    for (const step of ofKind(steps, 'bars')) {
      expect(step.hardest!.from).toBeGreaterThanOrEqual(step.from);
      expect(step.hardest!.to).toBeLessThanOrEqual(step.to);
      const bars = take.score.columns.slice(step.from, step.to + 1).map(({ bar }) => bar);
      expect([bars[0], bars.at(-1)]).toEqual(step.bars);
    }
  });

  test('what is practised in each step can be kept, and its bars are found again in the tune', () => {
    const barIds = take.score.bars.map(({ index }) => `b${index}`);
    const of = { tuneId: 't', takeId: 'k', title: 'T', take: 'Take 1', barIds, tuning: 'E2 A2 D3 G3 B3 E4', ...take };
    for (const step of steps) {
      const item = practisedIn(step, of);
      expect(readPractised(JSON.parse(JSON.stringify(item)))).toEqual(item);
      if (item.kind !== 'passage') continue;
      const { from, to } = step;
      expect(columnsOfPassage(item, barIds, take.score)).toEqual({ from, to });
      // In a chart whose bars are others they are not.
      expect(
        columnsOfPassage(
          item,
          barIds.map((id) => `x${id}`),
          take.score,
        ),
      ).toBeNull();
    }
    const passages = steps
      .map((step) => practisedIn(step, of))
      .filter((one): one is PassageItem => one.kind === 'passage');
    expect(passages.at(-1)).toMatchObject({ bars: 'bars 1–16', first: { bar: 'b0', pass: 1 } });
  });

  test('each step says why', () => {
    for (const step of steps) expect(stepReason(step)).toMatch(/^(new to your hand|.* comes |with a change|all of it)/);
  });
});

test('bars that come twice the same are practised once', () => {
  const twice = planOf(taken('key: C\n|: C | A7 | Dm7 | G7 :|'));
  expect(ofKind(twice, 'bars').filter(({ bars: [from, to] }) => to - from === 1).length).toBeLessThanOrEqual(3);
  const fours = ofKind(twice, 'bars').filter(({ bars: [from, to] }) => to - from === 3);
  expect(fours.length).toBeLessThanOrEqual(2);
});

test('a tune of one chord has its grip and its form, one without chords has nothing', () => {
  expect(planOf(taken('key: C\n| C | % | % | % |')).map(({ kind }) => kind)).toEqual(['grip', 'form']);
  expect(planOf(taken('key: C\n| N.C. | % |'))).toEqual([]);
});
