import { describe, expect, test } from '@jest/globals';
import { strToU8, Zip, ZipDeflate, zipSync } from 'fflate';
import { writeMidi, type MidiData, type MidiEvent } from 'midi-file';
import { faultText, lostText, parseTune, sungNotes, writeTuneFile } from '../core/index.ts';
import { playedByAbcjs, TUNES } from '../core/melody/traditional.oracle.ts';
import { readFile, Unreadable, type Choices } from './index.ts';

const bytesOf = (text: string) => strToU8(text);
const read = (name: string, content: string | Uint8Array, choices?: Choices) =>
  readFile(name, typeof content === 'string' ? bytesOf(content) : content, choices);
const heard = (text: string) => {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  return sungNotes(tune.value.chart, tune.value.melody ?? []);
};
const chordsIn = (text: string) =>
  text
    .split('melody:')[0]!
    .split('\n')
    .filter((line) => line.includes('|') && !line.startsWith('>'))
    .join(' / ');
const notesIn = (text: string) => text.split('melody:\n')[1]?.trim() ?? '';
const wordsIn = (text: string) => text.split('\n').flatMap((line) => (line.startsWith('>') ? [line.slice(2)] : []));
const fault = (name: string, content: string | Uint8Array) => {
  try {
    read(name, content);
  } catch (error) {
    if (error instanceof Unreadable) return faultText(error.code, error.args);
    throw error;
  }
  return null;
};

describe('ABC files', () => {
  const file = ([name, key, meter, unit, , notes]: (typeof TUNES)[number]) =>
    `X:1\nT:${name}\nM:${meter}\nL:${unit}\nK:${key}\n${notes}\n`;
  test.each(TUNES)('%s comes in as abcjs plays it', (...row) => {
    const { text, lost } = read('a.abc', file(row));
    const round = (value: number) => Math.round(value * 1920);
    const expected = playedByAbcjs(row);
    // From the first note on: a rest before the pickup is part of a bar in one and not in the other.
    const own = heard(text);
    const from = own[0]!.start - round(expected[0]![1]!);
    expect(own.map(({ pitch, start }) => [pitch, start - from])).toEqual(
      expected.map(([pitch, start]) => [pitch, round(start!)]),
    );
    expect(lost).toEqual([]);
  });

  const TWO = `%abc-2.1
X:1
T:First of two
M:C
L:1/4
Q:1/4=96
K:G
P:A
"G"GABc|"D7"d2"G/B"B2|1"C"cBAG|"D"A4:|2"Am7"A2"D"D2|"G"G4|]
w:la la la

X:7
T:Second of two
M:6/8
K:D dor
|:"Dm"d2e {g}f2d|"C"[ce]3 !trill!c3:|
`;
  const words = (music: string) => wordsIn(read('a.abc', `X:1\nM:4/4\nL:1/4\nK:C\n${music}\n`).text);
  test('words stand under their bars, in verses, parted where the chords change', () => {
    expect(
      words(
        '"C"C D "F"E F|"G7"G2 E2|"C"C4|\nw: Row-ing down the|ri-ver|home\nw: Drift-ing on the wa-ter now\n"F"F4|"C"C4|\nw: la | ~lu',
      ),
    ).toEqual(['Rowing ~ down the | river | home | la', 'Drifting ~ on the | water | now', 'lu']);
  });
  test('a syllable that goes on in the next bar keeps its hyphen; a note may have none, or hold the last', () => {
    expect(words('C D E F|G2 E2|C4|\nw: A-way * riv-|er _ | side')).toEqual(['Away riv- | er | side']);
    expect(words('C D E F|G2 E2|C4|\nw: a b | c')).toEqual(['a b | c']);
    expect(words('C D E F|\nC D E F|\nw: a b\nw: c')).toEqual([' | a b', ' | c']);
  });

  test('all tunes are listed, one is read, with its chords, endings, sections and tempo', () => {
    const first = read('two.abc', TWO);
    expect(first.tunes).toEqual(['First of two', 'Second of two']);
    expect(first.text).toContain('title: First of two\nkey: G\nmeter: 4/4\ntempo: 96\n');
    expect(first.text).toContain('[A]');
    expect(chordsIn(first.text)).toBe('|: G | D7 G/B |1 C | D :|2 Am7 D | / | G |');
    expect(wordsIn(first.text)).toEqual(['la la la']);
    expect(first.lost).toEqual([]);
    const second = read('two.abc', TWO, { tune: 1 });
    expect(second.text).toContain('key: D dorian\nmeter: 6/8\n');
    expect(chordsIn(second.text)).toBe('|: Dm | C :|');
    expect(notesIn(second.text)).toBe('d2 e f2 d | e3 c3 |');
    expect(second.lost.map(lostText)).toEqual(['line 16: {g} passed over', 'line 16: !trill! passed over']);
    expect(notesIn(read('two.abc', TWO, { tune: 1, octave: -1 }).text)).toBe('D2 E F2 D | E3 C3 |');
  });

  test('what is no ABC tune is told', () => {
    expect(fault('a.abc', 'cdef|gabc|')).toMatch(/^There is no tune in this ABC file/);
  });
});

/** A score of blanks, packed to a thousandth; `told`: the size that its headers claim. */
function bomb(size: number, told = size): Uint8Array {
  const score = new Uint8Array(size).fill(0x20);
  score.set(bytesOf('<?xml version="1.0"?><score-partwise>'));
  const packed = zipSync({ 'a.xml': score });
  const view = new DataView(packed.buffer, packed.byteOffset);
  // The size unpacked, in the file's own header and in the directory at the end, which the last bytes say the place of.
  view.setUint32(22, told, true);
  view.setUint32(view.getUint32(packed.length - 6, true) + 24, told, true);
  return packed;
}

/** A packed file as it is written on the way, before its sizes are known: they stand after each file. */
function streamed(name: string, content: Uint8Array): Uint8Array {
  const parts: Uint8Array[] = [];
  const zip = new Zip((error, part) => (error ? undefined : parts.push(part)));
  const file = new ZipDeflate(name);
  zip.add(file);
  file.push(content, true);
  zip.end();
  return Uint8Array.from(parts.flatMap((part) => [...part]));
}

describe('MusicXML', () => {
  const score = (measures: string, { head = '', part = 'Voice' } = {}) => `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
<score-partwise version="4.0"><work><work-title>Heave &amp; Haul</work-title></work>${head}
<part-list><score-part id="P1"><part-name>${part}</part-name></score-part></part-list><part id="P1">${measures}</part></score-partwise>`;
  const attributes = (more = '', fifths = 0, time = '4/4', divisions = 2) =>
    `<attributes><divisions>${divisions}</divisions><key><fifths>${fifths}</fifths></key><time><beats>${time.split('/')[0]}</beats><beat-type>${time.split('/')[1]}</beat-type></time>${more}</attributes>`;
  const note = (step: string, octave: number, duration: number, more = '', alter = 0) =>
    `<note>${more.includes('<chord/>') ? '<chord/>' : ''}<pitch><step>${step}</step>${alter ? `<alter>${alter}</alter>` : ''}<octave>${octave}</octave></pitch><duration>${duration}</duration>${more.replace('<chord/>', '')}</note>`;
  const harmony = (root: string, kind: string, more = '', alter = 0) =>
    `<harmony><root><root-step>${root}</root-step>${alter ? `<root-alter>${alter}</root-alter>` : ''}</root><kind>${kind}</kind>${more}</harmony>`;
  const degree = (value: number, alter: number, type = 'add') =>
    `<degree><degree-value>${value}</degree-value><degree-alter>${alter}</degree-alter><degree-type>${type}</degree-type></degree>`;
  const measure = (number: number, inside: string) => `<measure number="${number}">${inside}</measure>`;

  test('two voices with backup and forward: one is the melody, either can be chosen', () => {
    const xml = score(
      measure(
        1,
        `${attributes()}${note('C', 5, 4, '<voice>1</voice>')}${note('D', 5, 4, '<voice>1</voice>')}<backup><duration>8</duration></backup><forward><duration>2</duration></forward>${note('E', 4, 6, '<voice>2</voice>')}`,
      ),
    );
    const first = read('a.musicxml', xml);
    expect([first.parts, first.part]).toEqual([['Voice, voice 1', 'Voice, voice 2'], 0]);
    expect(notesIn(first.text)).toBe('c4 d4 |');
    expect(notesIn(read('a.musicxml', xml, { part: 1 }).text)).toBe('z2 E6 |');
  });

  test('chords give their highest note; grace and cue notes and other text are told', () => {
    const xml = score(
      measure(
        1,
        `${attributes()}<direction><direction-type><words>sweetly</words></direction-type></direction><note><grace/><pitch><step>B</step><octave>4</octave></pitch></note>${note('C', 4, 4)}${note('G', 4, 4, '<chord/>')}<note><cue/><pitch><step>A</step><octave>4</octave></pitch><duration>0</duration></note>${note('F', 4, 4, '<lyric><text>la</text></lyric>')}`,
      ),
    );
    const { text, lost } = read('a.xml', xml);
    expect(notesIn(text)).toBe('G4 F4 |');
    expect(lost.map(lostText)).toEqual([
      'measure 1: “sweetly” passed over',
      'grace notes (1) passed over',
      'lower notes of chords (1) passed over',
      'cue notes (1) passed over',
    ]);
    expect(wordsIn(text)).toEqual(['la']);
  });

  test('words of the voice that is read stand under its bars, verse by verse', () => {
    const lyric = (text: string, syllabic = 'single', verse = '1') =>
      `<lyric number="${verse}"><syllabic>${syllabic}</syllabic><text>${text}</text></lyric>`;
    const xml = score(
      measure(
        1,
        `${attributes()}${harmony('C', 'major')}${note('C', 4, 2, `<voice>1</voice>${lyric('Ri', 'begin')}${lyric('Down', 'single', 'part1verse2')}`)}${note('D', 4, 2, `<voice>1</voice>${lyric('ver', 'end')}`)}${harmony('F', 'major')}${note('E', 4, 4, `<voice>1</voice>${lyric('run | s', 'begin')}`)}<backup><duration>8</duration></backup>${note('C', 3, 8, `<voice>2</voice>${lyric('hm')}`)}`,
      ) + measure(2, note('C', 4, 8, `<voice>1</voice>${lyric('on', 'end')}`)),
    );
    const { text, lost } = read('a.xml', xml);
    expect(wordsIn(text)).toEqual(['River ~ run s- | on', 'Down']);
    expect(lost.map(lostText)).toEqual(['words under notes of other voices (1) passed over']);
    const chart = parseTune(text);
    expect(chart.ok && chart.value.chart.bars[0]!.lyrics).toEqual([['River', 'run s-'], ['Down']]);
  });

  test('tuplets, ties over the bar line, a pickup, repeats and endings', () => {
    const xml = score(
      `<measure number="0" implicit="yes">${attributes('', -3, '3/4', 6)}${note('G', 4, 6)}</measure>${measure(1, `<barline location="left"><repeat direction="forward"/></barline>${['C', 'D', 'E'].map((step) => note(step, 5, 4, '', step === 'E' ? -1 : 0)).join('')}${note('C', 5, 6, '<tie type="start"/>')}`)}${measure(2, `<barline location="left"><ending number="1" type="start"/></barline>${note('C', 5, 18, '<tie type="stop"/>')}<barline location="right"><ending number="1" type="stop"/><repeat direction="backward"/></barline>`)}${measure(3, `<barline location="left"><ending number="2" type="start"/></barline>${note('B', 4, 18, '', -1)}`)}`,
    );
    const { text, lost } = read('a.xml', xml);
    expect(text).toContain('key: Eb\nmeter: 3/4\n');
    expect(chordsIn(text)).toBe('[pickup 1/4] | N.C. | / |: N.C. |1 N.C. :|2 N.C. |');
    expect(notesIn(text)).toBe('G2 | (3c2d2e2 c2- | c6 | B6 |');
    expect(lost).toEqual([]);
  });

  test.each<[string, string, string]>([
    ['a major seventh with a bass', harmony('C', 'major-seventh', '<bass><bass-step>E</bass-step></bass>'), 'Cmaj7/E'],
    ['an altered dominant', harmony('G', 'dominant', `${degree(9, -1)}${degree(13, -1)}`), 'G7b9b13'],
    ['a ninth beside a triad', harmony('D', 'major', degree(9, 0)), 'Dadd9'],
    ['a suspension by degrees', harmony('A', 'dominant', `${degree(4, 0)}${degree(3, 0, 'subtract')}`), 'A7sus4'],
    ['a flat root', harmony('B', 'half-diminished', '', -1), 'Bbm7b5'],
    ['a sharp eleventh', harmony('F', 'major-seventh', degree(11, 1)), 'Fmaj7#11'],
    ['no chord', '<harmony><kind>none</kind></harmony>', 'N.C.'],
    [
      'a kind by its text alone',
      '<harmony><root><root-step>E</root-step></root><kind text="m7">other</kind></harmony>',
      'Em7',
    ],
  ])('harmony: %s', (_, element, symbol) => {
    expect(chordsIn(read('a.xml', score(measure(1, `${attributes()}${element}${note('C', 5, 8)}`))).text)).toBe(
      `| ${symbol} |`,
    );
  });

  test('harmony within a bar, and one moved by its offset; what is not understood is told', () => {
    const half = `${attributes()}${harmony('C', 'major')}${note('C', 5, 4)}${harmony('G', 'dominant')}${note('B', 4, 4)}`;
    expect(chordsIn(read('a.xml', score(measure(1, half))).text)).toBe('| C G7 |');
    const offset = `${attributes()}${harmony('C', 'major')}${harmony('F', 'major', '<offset>6</offset>')}${note('C', 5, 8)}`;
    expect(chordsIn(read('a.xml', score(measure(1, offset))).text)).toBe('| C . . F |');
    const odd = `${attributes()}${harmony('C', 'Neapolitan')}${note('C', 5, 8)}`;
    expect(read('a.xml', score(measure(4, odd))).lost.map(lostText)).toEqual([
      'measure 4: the chord “C” is not understood as it stands',
    ]);
  });

  test('a transposing part sounds as it sounds', () => {
    const clarinet = attributes('<transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose>', 2);
    const { text } = read('a.xml', score(measure(1, `${clarinet}${note('D', 5, 4)}${note('F', 5, 4, '', 1)}`)));
    expect(text).toContain('key: C\n');
    expect(notesIn(text)).toBe('c4 e4 |');
  });

  test('segno, coda and sections come along', () => {
    const xml = score(
      `${measure(1, `${attributes()}<direction><direction-type><rehearsal>A</rehearsal></direction-type></direction><direction><direction-type><segno/></direction-type></direction>${note('C', 5, 8)}`)}${measure(2, `${note('D', 5, 8)}<direction><direction-type><words>To Coda</words></direction-type></direction>`)}${measure(3, `${note('E', 5, 8)}<direction><direction-type><words>D.S. al Coda</words></direction-type></direction>`)}${measure(4, `<direction><direction-type><coda/></direction-type></direction>${note('F', 5, 8)}`)}`,
    );
    const { text, hasMelody } = read('a.xml', xml);
    expect(chordsIn(text)).toBe('| {segno} N.C. | N.C. {To Coda} | N.C. {D.S. al Coda} | {coda} N.C. |');
    expect(hasMelody).toBe(true);
    expect(heard(text).map(({ pitch }) => pitch)).toEqual([72, 74, 76, 72, 74, 77]);
  });

  test('packed files, with a container and without, and UTF-16', () => {
    const xml = score(measure(1, `${attributes()}${note('C', 5, 8)}`));
    const container = `<?xml version="1.0"?><container><rootfiles><rootfile full-path="inside/tune.xml"/></rootfiles></container>`;
    const packed = zipSync({
      'META-INF/container.xml': bytesOf(container),
      'other.xml': bytesOf('<no/>'),
      'inside/tune.xml': bytesOf(xml),
    });
    expect(notesIn(read('a.mxl', packed).text)).toBe('c8 |');
    expect(notesIn(read('a.mxl', zipSync({ 'tune.musicxml': bytesOf(xml) })).text)).toBe('c8 |');
    expect(notesIn(read('a.mxl', zipSync({ 'tune.xml': bytesOf(xml) }, { level: 0 })).text)).toBe('c8 |');
    expect(notesIn(read('a.mxl', streamed('tune.xml', bytesOf(xml))).text)).toBe('c8 |');
    const wide = new Uint8Array(2 + xml.length * 2);
    wide.set([0xff, 0xfe]);
    [...xml].forEach((letter, i) => (wide[2 + 2 * i] = letter.charCodeAt(0)));
    expect(notesIn(read('a.xml', wide).text)).toBe('c8 |');
  });

  test('a measure that does not add up is mended, and told', () => {
    const xml = score(
      `${measure(1, `${attributes()}${note('C', 5, 8)}`)}${measure(2, note('D', 5, 6))}${measure(3, `${note('E', 5, 8)}${note('F', 5, 2)}`)}${measure(4, note('G', 5, 8))}`,
    );
    const { text, lost } = read('a.xml', xml);
    expect(notesIn(text)).toBe('c8 | d6 z2 | e8 | g8 |');
    expect(lost.map(lostText)).toEqual([
      'measure 2: it lasts shorter than its meter, and is filled up with a rest',
      'measure 3: it lasts longer than its meter, and is cut',
    ]);
  });

  test.each<[string, string | Uint8Array, RegExp]>([
    ['broken', '<?xml version="1.0"?>\n<score-partwise>\n<part></score-partwise>', /^Line 3: this is not whole XML/],
    [
      'with entities',
      '<?xml version="1.0"?><!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]><score-partwise>&x;</score-partwise>',
      /never read/,
    ],
    ['timewise', '<?xml version="1.0"?><score-timewise></score-timewise>', /partwise/],
    ['another kind of XML', '<?xml version="1.0"?><svg></svg>', /<svg>/],
    ['a damaged archive', Uint8Array.from([0x50, 0x4b, 3, 4, 1, 2, 3]), /damaged|no score/],
    ['an archive without a score', zipSync({ 'a.txt': bytesOf('x') }), /no score/],
    ['an archive of blanks without end', bomb(60_000_000), /too large/],
    ['an archive that says it is small', bomb(60_000_000, 100), /too large/],
    ['empty', '', /nothing in this file/],
    ['too large', new Uint8Array(5_000_000), /too large/],
  ])('%s: a plain message', (_, content, message) => {
    expect(fault('a.musicxml', content)).toMatch(message);
  });
});

describe('MIDI', () => {
  /** Written by midi-file, an independent writer: a melody and chords below it, played a little unevenly. */
  function midi(notes: readonly (readonly number[])[], { meter = [4, 4], lower = false, late = 0 } = {}): Uint8Array {
    const timed = notes.flatMap(([pitch, start, long], i) => [
      { at: Math.round(start! * 1920) + (i > 0 ? late : 0), on: true, pitch: pitch! },
      { at: Math.round((start! + long!) * 1920) - 10, on: false, pitch: pitch! },
    ]);
    const track = (all: typeof timed, channel: number, name: string): MidiEvent[] => {
      let now = 0;
      return [
        { deltaTime: 0, meta: true, type: 'trackName', text: name } as MidiEvent,
        ...[...all]
          .sort((a, b) => a.at - b.at || Number(a.on) - Number(b.on))
          .map(({ at, on, pitch }): MidiEvent => {
            const deltaTime = at - now;
            now = at;
            return {
              deltaTime,
              type: on ? 'noteOn' : 'noteOff',
              channel,
              noteNumber: pitch,
              velocity: on ? 80 : 0,
            } as MidiEvent;
          }),
        { deltaTime: 0, meta: true, type: 'endOfTrack' } as MidiEvent,
      ];
    };
    const head: MidiEvent[] = [
      { deltaTime: 0, meta: true, type: 'trackName', text: 'A Tune' } as MidiEvent,
      { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 500_000 } as MidiEvent,
      {
        deltaTime: 0,
        meta: true,
        type: 'timeSignature',
        numerator: meter[0],
        denominator: meter[1],
        metronome: 24,
        thirtyseconds: 8,
      } as MidiEvent,
      { deltaTime: 0, meta: true, type: 'endOfTrack' } as MidiEvent,
    ];
    const chords = [48, 52, 55].flatMap((pitch) => [
      { at: 0, on: true, pitch },
      { at: 1900, on: false, pitch },
    ]);
    const data: MidiData = {
      header: { format: 1, numTracks: lower ? 3 : 2, ticksPerBeat: 480 },
      tracks: [head, ...(lower ? [track(chords, 1, 'Guitar')] : []), track(timed, 0, 'Reed')],
    };
    return Uint8Array.from(writeMidi(data));
  }

  test.each(TUNES)('%s is read back from MIDI note for note', (...row) => {
    const played = playedByAbcjs(row);
    const [count, unit] = row[2].split('/').map(Number) as [number, number];
    const { text } = read('a.mid', midi(played as number[][], { meter: [count, unit] }));
    const own = heard(text);
    expect(own.map(({ pitch, start }) => [pitch, start])).toEqual(
      played.map(([pitch, start]) => [pitch, Math.round(start! * 1920)]),
    );
  });

  test('the tune is found among the tracks, and the guess is said; notes a little late stand where they are meant', () => {
    const notes = [
      [72, 0, 0.25],
      [74, 0.25, 0.25],
      [76, 0.5, 0.5],
    ];
    const found = read('a.mid', midi(notes, { lower: true, late: 22 }));
    expect([found.parts, found.part, found.guessed]).toEqual([['Guitar', 'Reed'], 1, true]);
    expect(found.text).toContain('title: A Tune\n');
    expect(found.text).toContain('tempo: 120\n');
    expect(notesIn(found.text)).toBe('c2 d2 e4 |');
    // The chords below are proposed by ear, and need not be taken.
    expect([found.chordPart, chordsIn(found.text)]).toEqual([0, '| C |']);
    expect(read('a.mid', midi(notes, { lower: true }), { chordPart: 'none' }).hasChords).toBe(false);
    expect(read('a.mid', midi(notes)).chordPart).toBe('none');
    const chords = read('a.mid', midi(notes, { lower: true }), { part: 0 });
    expect(chords.lost.map(lostText)).toEqual(['lower notes of chords (2) passed over']);
  });

  test.each<[string, (bytes: Uint8Array) => void, RegExp]>([
    ['in seconds', (bytes) => bytes.set([0xe7, 0x28], 12), /SMPTE/],
    ['of many songs', (bytes) => bytes.set([0, 2], 8), /format 2/],
    ['cut short', (bytes) => bytes.fill(0, 20), /damaged/],
  ])('%s: a plain message', (_, change, message) => {
    const bytes = midi([[72, 0, 1]]);
    change(bytes);
    expect(fault('a.mid', bytes)).toMatch(message);
  });
});

describe('chords and words', () => {
  const PRO = `{title: Slow Tide}
{key: G}
{time: 3/4}
{start_of_verse}
[G]Down by the [Em7]river [C]bend
[N.C.]wait for the [D7]boat
{end_of_verse}
{x_private: 1}
{soc}
[Am]Haul a[*soft]way [Qx]there
`;
  test('ChordPro: headers, sections, chords with their words; a chord lasts as long as it is said', () => {
    const { kind, text, lost } = read('a.cho', PRO);
    expect(kind).toBe('words');
    expect(text).toContain('key: G');
    expect(text).toContain('title: Slow Tide');
    expect(text).toContain('meter: 3/4');
    expect(text).toContain('[Verse]\n| G | Em7 | C |\n> Down by the | river | bend\n| N.C. | D7 |');
    expect(text).toContain('[Chorus]\n| Am |');
    expect(lost.map(lostText)).toEqual([
      'line 8: {x_private} passed over',
      'line 10: [*soft] passed over',
      'line 10: the chord “Qx” is not understood as it stands',
    ]);
    expect(read('a.cho', PRO, { chordBars: 2 }).text).toContain('| G | % | Em7 | % |');
  });
  test('chords in lines over words', () => {
    const { kind, text } = read('a.txt', 'C        Am\nRow the boat ashore\nF    G7\nSlow and low\n');
    expect([kind, text]).toEqual(['words', '| C | Am |\n> Row the | boat ashore\n| F | G7 |\n> Slow | and low']);
  });
});

describe('our own', () => {
  const TEXT = 'title: Low Water\nkey: C\nmeter: 4/4\ntempo: 120\n\n| C | F |\n\nmelody:\nc8 | f8 |\n';
  test('text stands as it is, and JSON is the same', () => {
    expect(read('a.txt', TEXT)).toMatchObject({
      kind: 'text',
      text: TEXT,
      title: 'Low Water',
      hasChords: true,
      hasMelody: true,
    });
    expect(read('a.json', writeTuneFile({ text: TEXT, guitar: null, takes: [], moves: [] })).text).toBe(TEXT);
  });
  test('a text that cannot be read is told with its bar, JSON with why', () => {
    expect(fault('a.txt', 'key: C\n| C | Hx |')).toMatch(/bar 2/);
    expect(fault('a.json', '{"format": "other"}')).toMatch(/no tune of Yellow Heron/);
    expect(fault('a.json', '{"format": ')).toMatch(/The JSON cannot be read/);
    expect(fault('a.bin', Uint8Array.from([1, 0, 2, 0, 3]))).toMatch(/no kind of file/);
  });
});
