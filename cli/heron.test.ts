import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { thorough } from '../scripts/thorough.oracle.ts';
import { readBytes, readText } from './files.ts';
import { heron as run } from './heron.ts';
import { libraryOf } from './libraries.oracle.ts';

/** Runs the command in this process. */
const heron = (args: string[], input = '') =>
  run(args, {
    readText: (file) => (file === '-' ? input : readText(file)),
    readBytes,
    writeBytes: () => undefined,
    libraryOf,
  });
const json = (args: string[], input?: string) => JSON.parse(heron([...args, '--json'], input).stdout) as never;

interface Slot {
  bar: number;
  plain: string;
  symbol: string;
  grip: string | null;
  pitches: number[];
  movement: number;
  candidates?: { grip: string }[];
}
interface Arranged {
  slots: Slot[];
  figures: { movement: number; perChange: number; held: number };
  cost: number;
  terms: Record<string, number>;
}

test('read gives every slot of the demo tune with its numeral', () => {
  const reading: { title: string; key: string; slots: { symbol: string; numeral: string }[] } = json([
    'read',
    'demo/tunes/2-slack-water.txt',
  ]);
  expect(reading).toMatchObject({ title: 'Slack Water', key: 'C minor' });
  expect(reading.slots.map(({ numeral }) => numeral).join(' ')).toBe(
    'i V7/3 i/b7 IV/3 bVI bIII/3 iim7b5 V7 i I7 iv bVII7 bIII bVI iim7b5 V7 i',
  );
});

test('grips are complete when piped, and filtered when asked', () => {
  const all: { grip: string; pitches: number[]; difficulty: number }[] = json(['grips', 'C6/9']);
  expect(all.length).toBeGreaterThan(4000);
  const some: typeof all = json(['grips', 'C6/9', '--top', 'E4', '--bass', 'C', '--max-difficulty', '4']);
  expect(some).toEqual(
    all.filter(({ pitches, difficulty }) => pitches.at(-1) === 64 && pitches[0]! % 12 === 0 && difficulty <= 4),
  );
  expect(some.length).toBeGreaterThan(0);
  expect(some.length).toBeLessThan(all.length);
});

test('grips for a player’s hand, labelled, with what their difficulty is made of', () => {
  interface Labelled {
    readonly grip: string;
    readonly families: string[];
    readonly attributes: string[];
    readonly omitted: string[];
    readonly doubled: string[];
    readonly difficulty: number;
    readonly difficultyParts: Record<string, number>;
    readonly reachMm: number;
  }
  const player = JSON.stringify({ reach: 80, tuning: 'drop-d', barres: 'none' });
  const found: Labelled[] = json(['grips', 'Dm7', '--player', '-', '--family', 'drop 2'], player);
  expect(found.length).toBeGreaterThan(5);
  for (const { families, difficultyParts, difficulty, reachMm } of found) {
    expect(families).toContain('drop 2');
    expect(reachMm).toBeLessThanOrEqual(80);
    expect(difficultyParts.barre).toBe(0);
    const sum = Object.values(difficultyParts).reduce((a, b) => a + b, 0);
    expect(Math.abs(Math.min(10, sum) - difficulty)).toBeLessThan(0.35);
  }
  const open = (json(['grips', 'Dm7', '--player', '-'], player) as Labelled[]).find(
    ({ grip }) => grip === '0-0-0-2-1-1',
  )!;
  expect(open).toMatchObject({ families: ['open-chord form'], omitted: [], doubled: ['1', '5'] });
  expect(open.attributes).toContain('open strings');
});

test('name says what a grip or notes may be called, the best first, with what is missing', () => {
  const named: { symbol: string; root: string; bass: string; missing: string[]; score: number }[] = json([
    'name',
    'x-3-5-4-5-3',
  ]);
  expect(named[0]).toEqual({ symbol: 'Cmaj7', root: 'C', bass: 'C', missing: [], score: 100 });
  expect(named.map(({ score }) => score)).toEqual(named.map(({ score }) => score).sort((a, b) => b - a));
  const first = (args: string[]) => (json(['name', ...args]) as typeof named)[0]!.symbol;
  expect(first(['A C E G'])).toBe('Am7');
  expect(first(['D F Ab C', '--bass', 'Bb'])).toBe('Bb9');
  expect(first(['x-x-0-2-1-2', '--tuning', 'drop-d'])).toBe('D7');
  expect(heron(['name', 'C Db D']).stdout).toBe('no common name\n');
});

test('arrange takes a player, too', () => {
  const chart = 'key: D\n| D | G | A7 | D |\n';
  const file = join(mkdtempSync(join(tmpdir(), 'heron-')), 'player.json');
  writeFileSync(file, JSON.stringify({ unusedStrings: [0, 1], resting: [4] }));
  const arranged: { slots: { grip: string; fingers: (number | null)[] }[] } = json(
    ['arrange', '-', '--player', file],
    chart,
  );
  for (const { grip, fingers } of arranged.slots) {
    expect(grip).toMatch(/^x-x-/);
    expect(fingers).not.toContain(4);
  }
});

test('read says why a chord from outside is there', () => {
  const reading: { slots: { numeral: string; outside: object | null; sentence: string }[] } = json(
    ['read', '-'],
    'key: C\n| C | A7 | Dm7 | G7 |\n',
  );
  expect(reading.slots[1]).toMatchObject({
    numeral: 'VI7',
    outside: { kind: 'secondary-dominant', target: 'ii', key: null, lands: null },
    sentence: 'The dominant of ii, a fifth above it.',
  });
});

test('moves tells what could stand at a bar and beat, as the contract has it', () => {
  const chart = 'key: C\n| Dm7 | G7 | C | % |\n';
  const { stdout, status } = heron(['moves', '-', '--bar', '2', '--json'], chart);
  expect(status).toBe(0);
  const moves = JSON.parse(stdout) as { id: string }[];
  expect(moves.find(({ id }) => id === 'tritone-substitute')).toEqual({
    id: 'tritone-substitute',
    group: 'dominant',
    name: 'tritone substitute',
    columns: [{ symbol: 'Db7', beats: 4, numeral: 'bII7' }],
    reason: 'D♭7 has the third and seventh of G7; its bass falls a half step to C.',
    stray: 3,
    mood: 'sly',
  });
  const span = JSON.parse(heron(['moves', '-', '--bar', '1', '--beats', '8', '--json'], chart).stdout) as {
    id: string;
  }[];
  expect(span.map(({ id }) => id)).toContain('side-slip');
  const half = JSON.parse(
    heron(['moves', '-', '--bar', '3', '--beat', '3', '--beats', '2', '--json'], chart).stdout,
  ) as {
    columns: { beats: number }[];
  }[];
  for (const { columns } of half) expect(columns.reduce((sum, { beats }) => sum + beats, 0)).toBe(2);
  expect(heron(['moves', '-', '--bar', '2'], chart).stdout).toContain('sly');
});

interface Told {
  readonly name: string;
  readonly columns: readonly {
    readonly symbol: string;
    readonly beats: number;
    readonly move: string | null;
    readonly grip: string | null;
  }[];
  readonly cost: number;
  readonly terms: Readonly<Record<string, number>>;
  readonly stray: number;
  readonly agreesWith: readonly number[];
  readonly spans?: readonly {
    readonly realisations: readonly {
      readonly move: string | null;
      readonly columns: readonly { readonly symbol: string; readonly grips: readonly string[] }[];
    }[];
  }[];
}

describe('whole takes', () => {
  const CHART = 'key: C\n| C | Am | Dm7 | G7 | C | F | G7 | C |\n';

  test('are the best first, each with its price as the sum of its terms, and three that differ', () => {
    const takes: Told[] = json(['takes', '-', '--style', 'dancehall', '--stray', '2'], CHART);
    expect(takes).toHaveLength(3);
    for (const { columns, cost, terms, agreesWith } of takes) {
      expect(Object.values(terms).reduce((sum, price) => sum + price, 0)).toBe(cost);
      expect(columns.reduce((sum, { beats }) => sum + beats, 0)).toBe(32);
      expect(columns.every(({ grip }) => grip !== null)).toBe(true);
      for (const share of agreesWith) expect(share).toBeLessThanOrEqual(0.75);
    }
    expect(takes.some(({ columns }) => columns.some(({ move }) => move !== null))).toBe(true);
    expect(takes[0]!.columns.at(-1)!.symbol).toMatch(/^C/);
  });

  test('arrange in a style is the first of them, and says which moves', () => {
    const [first]: Told[] = json(['takes', '-', '--style', 'afterglow', '--takes', '1'], CHART);
    const arranged: { slots: Told['columns'] } = json(['arrange', '-', '--style', 'afterglow'], CHART);
    expect(arranged.slots).toEqual(first!.columns);
    const none: typeof arranged = json(['arrange', '-'], CHART);
    expect(none.slots.every(({ move }) => move === null)).toBe(true);
    const { stdout } = heron(['takes', '-', '--style', 'afterglow', '--takes', '1'], CHART);
    expect(stdout).toContain(`take 1: ${first!.name}`);
  });

  thorough(
    'show on request all they were chosen from: eight ways and more where there are as many, each with every grip',
    () => {
      const [take]: Told[] = json(
        ['takes', '-', '--style', 'dancehall', '--takes', '1', '--candidates'],
        '| C | Dm7 | G7 | C |',
      );
      const over = take!.spans!;
      expect(over[0]!.realisations.length).toBeGreaterThanOrEqual(8);
      const grips = over[0]!.realisations[0]!.columns[0]!.grips;
      const all: unknown[] = json(['grips', over[0]!.realisations[0]!.columns[0]!.symbol]);
      expect(grips.length).toBe(all.length);
    },
  );

  test('of a chart that nobody can play say so', () => {
    expect(heron(['takes', '-'], '| N.C. |')).toMatchObject({ status: 2, stdout: '' });
    expect(heron(['takes', '-'], '| N.C. |').stderr).toContain('no chord here');
  });
});

test('simplify writes the chart that is left', () => {
  const { stdout, status } = heron(['simplify', '-'], 'key: C\n| Dm7 G7 | C |\n');
  expect([stdout, status]).toEqual(['key: C\n| G7 | C |\n', 0]);
});

test('arrange takes standard input, keeps the chart when plain, adds up', () => {
  const text = 'key: C\n| Dm7 | G7 | N.C. | C |\n';
  const arranged: Arranged = json(['arrange', '-', '--plain'], text);
  expect(arranged.slots.map(({ symbol }) => symbol)).toEqual(['Dm7', 'G7', 'N.C.', 'C']);
  expect(arranged.slots[2]).toMatchObject({ grip: null, pitches: [], movement: 0 });
  expect(arranged.figures.movement).toBe(arranged.slots.reduce((sum, { movement }) => sum + movement, 0));
  expect(Object.values(arranged.terms).reduce((a, b) => a + b, 0)).toBe(arranged.cost);
});

test('only movement moves no more than the full cost does, over the same candidates', () => {
  const text = 'key: C\n| Dm7 | G7 | C |\n';
  const least: Arranged = json(['arrange', '-', '--only', 'movement', '--candidates'], text);
  const full: Arranged = json(['arrange', '-', '--candidates'], text);
  expect(least.figures.movement).toBeLessThanOrEqual(full.figures.movement);
  expect(least.cost).toBe(least.figures.movement * 10);
  expect(least.slots.map(({ candidates }) => candidates!.length)).toEqual(
    full.slots.map(({ candidates }) => candidates!.length),
  );
  for (const { grip, candidates } of least.slots) expect(candidates!.map((one) => one.grip)).toContain(grip);
});

describe('errors go to stderr, a problem a line, exit 2', () => {
  test.each([
    [
      ['read', '-'],
      '| C | H7 |\n| am |',
      'bar 2: The note below C is written B here: “B7” for “H7”.\nbar 3: Chord letters are capitals: write “Am” for “am”.\n',
    ],
    [['grips', 'Cfoo'], '', '“Cfoo” is no chord I can read. Write it like Am7, F♯m7b5, Eb13 or Bb/D.\n'],
    [
      ['grips', 'C', '--player', '-'],
      '{"reach": 300, "tuning": "lute", "reech": 1}',
      'The reach cannot be 300: it is millimetres between index and little finger, 50 to 160.\n' +
        'The tuning cannot be "lute": it is six or seven strings, lowest first, like "E2 A2 D3 G3 B3 E4", or one of standard, drop-d, dadgad, fourths, seven, seven-a.\n' +
        '“reech” is no setting of a player. There are name, scaleLength, tuning, highestFret, capo, reach, resting, thumb, barres, pluck, unusedStrings, area, company, manner, leftHanded, noteNames, matters.\n',
    ],
    [
      ['name', 'x-3-x'],
      '',
      '“x-3-x” is no grip. Write a fret for each string, low first, x for not played: x-3-5-4-5-3.\n',
    ],
    [['name', 'x-3-2-0-1-0', '--tuning', 'seven'], '', 'x-3-2-0-1-0 has 6 strings, and this tuning 7.\n'],
    [['name', 'x-x-x-x-x-x'], '', 'In x-x-x-x-x-x no string sounds: write a fret for one at least.\n'],
    [['name', 'C H'], '', '“H” is no note. Write it like C, Bb or F#, a pitch like E5.\n'],
    [['grips', 'C', '--top', 'H9'], '', '“H9” is no note. Write it like C, Bb or F#, a pitch like E5.\n'],
  ])('%j', (args, input, message) => {
    expect(heron(args as string[], input as string)).toEqual({ status: 2, stdout: '', stderr: message });
  });

  test.each([
    [['sing', 'x']],
    [['read']],
    [['read', '/no/such/file']],
    [['arrange', '-', '--only', 'speed']],
    [['read', '-', '--bogus']],
    [['arrange', '-', '--style', 'loud']],
    [['grips', 'C', '--max-difficulty', '11']],
    [['grips', 'C', '--family', 'drop 9']],
    [['name', 'C', '--tuning', 'lute']],
    [['grips', 'C', '--player', '/no/such/file']],
    [['arrange', '-', '--top', 'sinking']],
    [['arrange', '-', '--paths', '9']],
    [['arrange', '-', '--area', '9-5']],
    [['arrange', '-', '--thread', 'H']],
    [['arrange', '-', '--family', 'drop 9']],
    [['arrange', '-', '--pin', '1:1=x-3']],
    [['arrange', '-', '--pin', '9:1=x-3-2-0-1-0']],
    [['arrange', '-', '--stray', '9']],
    [['takes', '-', '--takes', '0']],
    [['takes', '-', '--plain']],
    [['arrange', '-', '--plain', '--style', 'grit']],
    [['moves', 'demo/tunes/2-slack-water.txt']],
    [['moves', 'demo/tunes/2-slack-water.txt', '--bar', 'two']],
    [['moves', 'demo/tunes/2-slack-water.txt', '--bar', '99']],
  ])('%j is answered with the usage', (args) => {
    const { status, stdout, stderr } = heron(args, '| C |');
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    expect(stderr).toContain('Usage:');
  });
});

describe('arrange under wishes', () => {
  const CHART = 'title: T\nkey: C\n| C | Am7 | Dm7 | G7 | C |\n';
  interface Wished extends Arranged {
    unmet: { bar: number; beat: number; wish: string }[];
  }
  const wished = (...wishes: string[]): Wished => json(['arrange', '-', ...wishes], CHART);
  const tops = ({ slots }: Arranged) => slots.map(({ pitches }) => pitches.at(-1)!);
  const basses = ({ slots }: Arranged) => slots.map(({ pitches }) => pitches[0]!);

  test('lines go as they are wished', () => {
    const falling = wished('--top', 'falling');
    expect(falling.unmet).toEqual([]);
    expect(tops(falling)).toEqual([...tops(falling)].sort((a, b) => b - a));
    const rising = wished('--bass', 'rising', '--top', 'still');
    expect(basses(rising)).toEqual([...basses(rising)].sort((a, b) => a - b));
    expect(new Set(tops(rising)).size).toBe(1);
  });

  test('grips lie where they are wished, and a pinned one stays', () => {
    const { slots, unmet } = wished('--area', '5-9', '--pin', '3:1=x-5-7-5-6-5');
    expect(unmet).toEqual([]);
    expect(slots[2]!.grip).toBe('x-5-7-5-6-5');
    for (const { grip } of slots)
      for (const fret of grip!.match(/\d+/g)!)
        expect(Number(fret) === 0 || (Number(fret) >= 5 && Number(fret) <= 9)).toBe(true);
  });

  test('what cannot be is told, bar by bar, and the rest is met', () => {
    const { slots, unmet } = wished('--thread', 'G');
    const without = slots.filter(({ pitches }) => !pitches.includes(55)).map(({ bar }) => bar);
    expect(without.length).toBeGreaterThan(0);
    expect(unmet.map(({ bar }) => bar)).toEqual(without);
    expect(new Set(unmet.map(({ wish }) => wish))).toEqual(new Set(['G3 sounds on']));
  });

  test('the next best ways differ, each with its figures, and the first is the arrangement', () => {
    const found: Wished & { paths: { cost: number; figures: { movement: number }; grips: string[] }[] } = json(
      ['arrange', '-', '--paths', '3', '--explain'],
      CHART,
    );
    expect(found.paths).toHaveLength(3);
    expect(found.paths[0]!.grips).toEqual(found.slots.map(({ grip }) => grip));
    expect(found.paths[0]!.cost).toBe(found.cost);
    for (const { cost } of found.paths) expect(cost).toBeGreaterThanOrEqual(found.cost);
    expect(new Set(found.paths.map(({ grips }) => grips.join())).size).toBe(3);
    const whys = (found.slots as (Slot & { why: string })[]).map(({ why }) => why);
    expect(whys[0]).toBe('');
    for (const why of whys.slice(1)) expect(why).toMatch(/ in all$/);
  });

  test('a pin that is no grip of its chord is an error in its bar', () => {
    const { status, stdout, stderr } = heron(['arrange', '-', '--pin', '4:1=x-3-2-0-1-0'], CHART);
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    expect(stderr).toMatch(/^bar 4: /);
  });
});

test('as a program of its own it prints all of a long answer into a pipe, reads standard input, and ends with its status', () => {
  const root = join(__dirname, '..');
  const spawned = (args: string[], input = '') => {
    const tsx = join(root, 'node_modules', 'tsx', 'dist', 'cli.mjs');
    const { status, stdout, stderr } = spawnSync(process.execPath, [tsx, join('cli', 'main.ts'), ...args], {
      cwd: root,
      input,
      encoding: 'utf8',
      maxBuffer: 1 << 28,
    });
    return { status, stdout, stderr };
  };
  for (const [args, input] of [
    [['grips', 'C6/9', '--json'], ''],
    [['read', '-'], '| C | H7 |'],
  ] as const)
    expect(spawned([...args], input)).toEqual(heron([...args], input));
});

test('without --json there is a table for people', () => {
  const { stdout, status } = heron(['arrange', 'demo/tunes/3-foghorn-blues.txt']);
  expect(status).toBe(0);
  expect(stdout).toMatch(/^bar +beat +chart +chord +grip/);
  expect(stdout).toMatch(/\d+ semitones in all/);
});

describe('score', () => {
  const json = (...args: readonly string[]) => {
    const { status, stdout, stderr } = heron(['score', 'demo/tunes/3-foghorn-blues.txt', ...args, '--json']);
    expect(stderr).toBe('');
    expect(status).toBe(0);
    return JSON.parse(stdout) as {
      ticksPerQuarter: number;
      tempo: number;
      bars: { number: number; start: number; ticks: number; meter: string }[];
      parts: Record<
        string,
        {
          start: number;
          ticks: number;
          velocity: number;
          column: number | null;
          notes: { pitch: number; string: number }[];
        }[]
      >;
    };
  };

  test('without a rhythm has one sound a column, beside a bass that walks and brushes', () => {
    const { ticksPerQuarter, tempo, bars, parts } = json();
    expect([ticksPerQuarter, tempo, bars.length]).toEqual([480, 138, 12]);
    expect(bars[1]).toEqual({ number: 2, start: 1920, ticks: 1920, meter: '4/4' });
    expect(parts.guitar!.map(({ column }) => column)).toEqual(parts.guitar!.map((_, i) => i));
    expect(parts.melody).toEqual([]);
    expect(parts.bass!).toHaveLength(48);
    expect(parts.brushes!.length).toBeGreaterThan(48);
  });

  test('in a rhythm and a texture has its hits, with so many notes', () => {
    const { parts } = json('--rhythm', 'four-leaning', '--texture', 'three', '--bassist', 'none');
    expect(parts.guitar!.slice(0, 4).map(({ start, velocity }) => [start, velocity])).toEqual([
      [0, 80],
      [480, 100],
      [960, 80],
      [1440, 100],
    ]);
    for (const { notes } of parts.guitar!) expect(notes.length).toBeLessThanOrEqual(3);
    expect(parts.bass).toEqual([]);
    expect(json('--rhythm', 'usual').parts.guitar).toEqual(json('--rhythm', 'four-leaning').parts.guitar);
  });

  test('in tenths has two notes at a time, twice a bar, that many semitones apart', () => {
    const { parts } = json('--texture', 'tenths', '--bassist', 'none');
    for (const { notes } of parts.guitar!) {
      const [low, high] = notes.map(({ pitch }) => pitch).sort((a, b) => a - b);
      expect([notes.length, [15, 16].includes(high! - low!)]).toEqual([2, true]);
    }
    expect(parts.guitar!.slice(0, 4).map(({ start }) => start)).toEqual([0, 960, 1920, 2880]);
    expect(json('--texture', 'tenths', '--pace', 'beat').parts.guitar!.length).toBeGreaterThan(40);
  });

  test.each([
    [['--rhythm', 'jig'], /jig is for 6\/8, the chart is in 4\/4. There are held-chords, usual, four-leaning/],
    [['--rhythm', 'nonsense'], /there is no nonsense in 4\/4/],
    [['--texture', 'thick'], /--texture takes full, three/],
    [['--texture', 'tenths', '--pace', 'often'], /--pace takes chord, half, beat/],
    [['--texture', 'full', '--pace', 'beat'], /--pace goes with --texture double-stops/],
    [['--swing', '0.9'], /--swing takes 0.5 to 0.75/],
    [['--bassist', 'seven'], /--bassist takes two, four, pedal or none/],
  ])('%j is told what would be right', (args, said) => {
    const { status, stderr } = heron(['score', 'demo/tunes/3-foghorn-blues.txt', ...args]);
    expect(status).toBe(2);
    expect(stderr).toMatch(said);
  });
});
