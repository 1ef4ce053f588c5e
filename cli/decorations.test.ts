import { describe, expect, test } from '@jest/globals';
import { heron } from './heron.ts';
import { libraryOf } from './libraries.oracle.ts';

const TUNE = 'title: Two Ropes\nkey: Em\ntempo: 110\n| Em | Am | Em B7 | Em |\n| Am | B7 | Em | Em |\n';
const asked = (...args: string[]) =>
  heron(args, {
    readText: (name) => (name === 'rest.txt' ? 'key: C\n| C | N.C. | G7 | C |\n' : TUNE),
    readBytes: () => new Uint8Array(),
    writeBytes: () => undefined,
    libraryOf,
  });
interface Made {
  readonly parts: {
    readonly guitar: readonly {
      readonly start: number;
      readonly ticks: number;
      readonly kind: string;
      readonly column: number;
    }[];
  };
}
const score = (...more: string[]) => JSON.parse(asked('score', 'tune.txt', '--json', ...more).stdout) as Made;
const ADDED = ['approach', 'passing', 'run', 'line', 'ornament'];

describe('decorations', () => {
  test('are listed for a bar, each with its reason and what it adds', () => {
    const { stdout } = asked('decorations', 'tune.txt', '--bar', '4', '--json');
    const all = JSON.parse(stdout) as {
      id: string;
      kind: string;
      shiftMm: number;
      reason: string;
      beat: number;
      sounds: unknown[];
      revoiced: unknown[];
    }[];
    const ids = all.map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(['run-up', 'run-down', 'approach-above']));
    expect(all.every(({ kind, sounds, revoiced }) => kind === 'rest' || sounds.length + revoiced.length > 0)).toBe(
      true,
    );
    expect(all.every(({ shiftMm }) => shiftMm >= 0)).toBe(true);
    expect(all.find(({ id }) => id === 'approach-above')!.reason).toMatch(
      /^Am\S* a fret higher, on the off-beat, slides down into it\.$/,
    );
    expect(asked('decorations', 'tune.txt', '--bar', '4').stdout).toContain('Step by step up to');
  });
  test('are made by an amount and a seed: the same for the same', () => {
    const kinds = (made: Made) => made.parts.guitar.filter(({ kind }) => ADDED.includes(kind));
    expect(kinds(score())).toEqual([]);
    expect(kinds(score('--decorate', '0'))).toEqual([]);
    const [some, all] = [score('--decorate', '0.5', '--seed', '3'), score('--decorate', '1', '--seed', '3')];
    expect(score('--decorate', '0.5', '--seed', '3')).toEqual(some);
    expect(kinds(all).length).toBeGreaterThan(kinds(some).length);
    expect(kinds(some).length).toBeGreaterThan(0);
    expect(score('--decorate', '0.5', '--seed', '4')).not.toEqual(some);
    // In the tab, too.
    expect(asked('score', 'tune.txt', '--decorate', '1').stdout).not.toBe(asked('score', 'tune.txt').stdout);
  });
  test('what is not offered has its reason', () => {
    const all = JSON.parse(asked('decorations', 'tune.txt', '--bar', '8', '--why', '--json').stdout) as {
      id: string;
      why: string;
    }[];
    const why = Object.fromEntries(all.map(({ id, why: reason }) => [id, reason]));
    expect(why['approach-above']).toBe('No chord comes straight after it.');
    expect(why['run-up']).toBe('No chord comes straight after it.');
    const half = asked('decorations', 'tune.txt', '--bar', '3', '--why').stdout;
    expect(half).toMatch(/the harmonised scale, up +The chord does not last as long as it takes\./);
    expect(asked('decorations', 'rest.txt', '--bar', '2', '--why').stdout).toBe('No chord is played there.\n');
  });
  test('in a style are of its kinds alone', () => {
    const kinds = (style: string) => {
      const made = score('--decorate', '1', '--style', style);
      return new Set(made.parts.guitar.map(({ kind }) => kind).filter((kind) => ADDED.includes(kind)));
    };
    const [dancehall, openWater] = [kinds('dancehall'), kinds('open-water')];
    expect(dancehall).not.toEqual(new Set());
    expect(dancehall).not.toContain('ornament');
    expect(openWater).toContain('ornament');
    expect(openWater).not.toContain('approach');
  });
  test.each([
    [['score', 'tune.txt', '--decorate', '2'], /--decorate takes 0 to 1/],
    [['score', 'tune.txt', '--decorate', 'much'], /--decorate takes 0 to 1/],
    [['score', 'tune.txt', '--seed', '2'], /--seed goes with --decorate/],
    [['score', 'tune.txt', '--decorate', '1', '--seed', 'x'], /--seed takes a whole number/],
    [['decorations', 'tune.txt'], /--bar N says where/],
    [['decorations', 'tune.txt', '--bar', '99'], /there is no bar 99/],
  ])('%j is wrong in words', (args, words) => {
    const { status, stdout, stderr } = asked(...args);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(words);
  });
});
