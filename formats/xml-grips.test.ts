import { strToU8, zipSync } from 'fflate';
import { describe, expect, test } from '@jest/globals';
import { lostText } from '../core/index.ts';
import { readFile, type Choices } from './index.ts';

/* Grips as other programs write them: frames, and tab without any (MusicXML 4.0, frame and technical). */

const harmony = (step: string, kind: string, frame = '') =>
  `<harmony><root><root-step>${step}</root-step></root><kind>${kind}</kind>${frame}</harmony>`;
const frame = (strings: number, ...notes: readonly (readonly [string: number, fret: number, finger?: number])[]) =>
  `<frame><frame-strings>${strings}</frame-strings><frame-frets>5</frame-frets>${notes
    .map(
      ([string, fret, finger]) =>
        `<frame-note><string>${string}</string><fret>${fret}</fret>${finger ? `<fingering>${finger}</fingering>` : ''}</frame-note>`,
    )
    .join('')}</frame>`;
const note = (duration: number, string: number, fret: number, more = '') =>
  `<note>${more}<pitch><step>C</step><octave>4</octave></pitch><duration>${duration}</duration><voice>1</voice>
  <notations><technical><string>${string}</string><fret>${fret}</fret></technical></notations></note>`;
const REST = '<note><rest/><duration>4</duration><voice>1</voice></note>';
const score = (measure: string, { details = '', title = 'Grips' } = {}) => `<score-partwise version="4.0">
  <work><work-title>${title}</work-title></work>
  <part-list><score-part id="P1"><part-name>Guitar</part-name></score-part></part-list>
  <part id="P1"><measure number="1"><attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time>
  <staff-details>${details}</staff-details></attributes>${measure}</measure></part></score-partwise>`;
const read = (xml: string, choices?: Choices) => readFile('a.musicxml', strToU8(xml), choices);
const grips = (xml: string) =>
  Object.values(read(xml).takes[0]?.cells ?? {}).map((one) => one.layer === 'chord' && one.voicing);

const C = frame(6, [5, 3, 3], [4, 2, 2], [3, 0], [2, 1, 1], [1, 0]);

describe('a frame', () => {
  test('is the grip of its chord, pinned each time through; fingers count where all are told', () => {
    expect(read(score(harmony('C', 'major', C) + REST)).takes).toEqual([
      {
        name: 'As in the file',
        about: null,
        cells: {
          'bar-1:all:0': {
            ...{ layer: 'chord', on: 'C', degree: '0:', colour: null },
            voicing: { grip: 'x-3-2-0-1-0', fingers: 'x-3-2-0-1-0' },
          },
        },
      },
    ]);
    const bare = frame(6, [5, 3], [4, 2], [3, 0], [2, 1], [1, 0]);
    expect(grips(score(harmony('C', 'major', bare) + REST))).toEqual([{ grip: 'x-3-2-0-1-0' }]);
  });

  test('of seven strings is one of seven; of four, or beyond the neck, it is none', () => {
    const seven = frame(7, [7, 1], [5, 3], [4, 2], [2, 1]);
    expect(grips(score(harmony('C', 'major', seven) + REST))).toEqual([{ grip: '1-x-3-2-x-1-x' }]);
    for (const odd of [frame(4, [4, 2], [3, 0]), frame(6, [5, 99], [4, 2]), frame(6)])
      expect(grips(score(harmony('C', 'major', odd) + REST))).toEqual([]);
  });

  test('another grip of the same chord has no place in a chart, and is told', () => {
    const up = frame(6, [5, 3], [4, 5], [3, 5], [2, 5]);
    const half = REST.replace('4', '2');
    const { lost } = read(score(harmony('C', 'major', C) + half + harmony('C', 'major', up) + half));
    expect(lost.map(lostText)).toEqual(['measure 1: another grip of the same chord passed over']);
  });
});

describe('a tab', () => {
  const more = '<chord/>';
  test('has the grip of each chord in what is struck at once', () => {
    const struck = [note(4, 5, 3), note(4, 4, 2, more), note(4, 3, 0, more), note(4, 2, 1, more)].join('');
    expect(grips(score(harmony('C', 'major') + struck))).toEqual([{ grip: 'x-3-2-0-1-x' }]);
  });
  test('or string by string, as long as it is one grip', () => {
    const broken = [note(1, 5, 3), note(1, 4, 2), note(1, 2, 1), note(1, 2, 3)].join('');
    expect(grips(score(harmony('C', 'major') + broken))).toEqual([{ grip: 'x-3-2-x-1-x' }]);
    const line = [note(1, 2, 1), note(1, 2, 3), note(2, 1, 0)].join('');
    expect(grips(score(harmony('C', 'major') + line))).toEqual([]);
    const into = note(1, 2, 1, more).replace('</technical>', '<hammer-on type="start">H</hammer-on></technical>');
    const hammered = note(3, 3, 2).replace('</technical>', '<hammer-on type="stop"/></technical>');
    const grace = [note(1, 5, 0), note(1, 4, 2, more), note(1, 3, 1, more), into, hammered].join('');
    expect(grips(score(harmony('A', 'major') + grace).replace('<divisions>1<', '<divisions>4<'))).toEqual([
      { grip: 'x-0-2-2-1-x' },
    ]);
    const far = [note(1, 5, 3), note(1, 4, 2), note(2, 1, 12)].join('');
    expect(grips(score(harmony('C', 'major') + far))).toEqual([]);
  });
  test('says how its guitar is tuned, and where the capo is', () => {
    const open = [
      ['D', 2],
      ['A', 2],
      ['D', 3],
      ['G', 3],
      ['B', 3],
      ['E', 4],
    ];
    const details = `${open
      .map(
        ([step, octave], i) =>
          `<staff-tuning line="${i + 1}"><tuning-step>${step}</tuning-step><tuning-octave>${octave}</tuning-octave></staff-tuning>`,
      )
      .join('')}<capo>2</capo>`;
    const struck = [note(4, 6, 0), note(4, 5, 0, more), note(4, 4, 0, more)].join('');
    expect(read(score(harmony('D', 'power') + struck, { details })).guitar).toEqual({
      tuning: 'D2 A2 D3 G3 B3 E4',
      capo: 2,
    });
  });
  test('that accompanies is no melody; a line with chord names may be one, and nothing may be chosen', () => {
    const struck = [note(4, 5, 3), note(4, 4, 2, more), note(4, 3, 0, more), note(4, 2, 1, more)].join('');
    expect(read(score(harmony('C', 'major') + struck))).toMatchObject({ part: -1, hasMelody: false, guessed: false });
    const line = [note(1, 2, 1), note(1, 2, 3), note(2, 1, 0)].join('');
    expect(read(score(harmony('C', 'major') + line))).toMatchObject({ part: 0, hasMelody: true });
    expect(read(score(harmony('C', 'major') + line), { part: -1 })).toMatchObject({ part: -1, hasMelody: false });
  });
});

describe('a packed file with several tunes', () => {
  const tune = (title: string, step: string) => strToU8(score(harmony(step, 'major') + REST, { title }));
  const container = (...paths: readonly string[]) =>
    strToU8(
      `<container><rootfiles>${paths.map((path) => `<rootfile full-path="${path}"/>`).join('')}</rootfiles></container>`,
    );
  const packed = (files: Readonly<Record<string, Uint8Array>>, tune?: number) =>
    readFile('a.mxl', zipSync(files), tune === undefined ? {} : { tune });

  test('names them all, the one of its container first', () => {
    const files = {
      'META-INF/container.xml': container('two.musicxml'),
      'one.musicxml': tune('One', 'C'),
      'two.musicxml': tune('Two', 'D'),
    };
    expect(packed(files)).toMatchObject({ title: 'Two', tunes: ['Two', 'One'], tune: 0 });
    expect(packed(files, 1)).toMatchObject({ title: 'One', tune: 1 });
    expect(packed(files, 9)).toMatchObject({ title: 'One', tune: 1 });
  });
  test('reads those that can be read', () => {
    const files = { 'one.musicxml': tune('One', 'C'), 'two.musicxml': strToU8('<score-partwise>') };
    expect(packed(files)).toMatchObject({ title: 'One', tunes: ['One', 'two.musicxml'] });
    expect(() => packed(files, 1)).toThrow();
  });
});
