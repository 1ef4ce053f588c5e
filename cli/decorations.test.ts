import { describe, expect, test } from '@jest/globals';
import { buildLibrary } from '../core/index.ts';
import { heron } from './heron.ts';

const TUNE = 'title: Two Ropes\nkey: Em\ntempo: 110\n| Em | Am | Em B7 | Em |\n| Am | B7 | Em | Em |\n';
const asked = (...args: string[]) =>
  heron(args, {
    readText: () => TUNE,
    readBytes: () => new Uint8Array(),
    writeBytes: () => undefined,
    libraryOf: buildLibrary,
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
const ADDED = ['approach', 'run', 'line', 'ornament'];

describe('decorations', () => {
  test('are listed for a bar, each with its reason and what it adds', () => {
    const { stdout } = asked('decorations', 'tune.txt', '--bar', '4', '--json');
    const all = JSON.parse(stdout) as {
      id: string;
      reason: string;
      beat: number;
      sounds: unknown[];
      revoiced: unknown[];
    }[];
    const ids = all.map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(['run-up', 'run-down', 'approach-above']));
    expect(all.every(({ sounds, revoiced }) => sounds.length + revoiced.length > 0)).toBe(true);
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
