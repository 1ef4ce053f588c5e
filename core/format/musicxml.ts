import type { Bar, Chart } from '../chart/chart.ts';
import type { Melody } from '../melody/melody.ts';
import type { Hand } from '../neck/hand.ts';
import { nameInKey, signature } from '../pitch/key.ts';
import { writtenPitch } from '../pitch/note.ts';
import type { BarChord, StaveName } from '../sheet/music.ts';
import { chartSheet } from '../sheet/chart-sheet.ts';
import type { Sheet, SheetBar } from '../sheet/sheet.ts';
import { jumpText } from '../chart/signs.ts';
import { isCompound, ticksPerBeat, TICKS_PER_QUARTER, type Ticks } from '../time/meter.ts';
import { harmonyOf } from './harmony.ts';
import { notesOfVoice, TYPES, type StemTold } from './musicxml-note.ts';
import { element, empty } from './xml.ts';

/** The guitar a sheet is for: how it is tuned, and where its capo is. */
type Guitar = Pick<Hand, 'tuning' | 'capo'>;

interface Part {
  readonly name: StaveName;
  readonly title: string;
  /** As General MIDI numbers instruments, from 1. */
  readonly program: number;
  /** An octave below is told by the clef: pitches are as they sound (MusicXML 4.0, clef-octave-change). */
  readonly clef: { readonly sign: string; readonly line: number; readonly octave: number };
}
const PARTS: readonly Part[] = [
  { name: 'melody', title: 'Melody', program: 53, clef: { sign: 'G', line: 2, octave: 0 } },
  { name: 'guitar', title: 'Guitar', program: 26, clef: { sign: 'G', line: 2, octave: -1 } },
  { name: 'bass', title: 'Bass', program: 33, clef: { sign: 'F', line: 4, octave: -1 } },
];

/** A chart with its melody as MusicXML 4.0: one voice at sounding pitch, with the chords over it. */
export function writeMusicXml(chart: Chart, melody: Melody): string {
  return writeSheetXml(chartSheet(chart, melody), { staves: ['melody'] });
}

/** What of a sheet is written. */
interface SheetXml {
  /** Its parts; of the guitar a stave and a tab. */
  readonly staves: readonly StaveName[];
  /** Whose guitar it is; without it there is no tab. */
  readonly guitar?: Guitar;
}

/** A sheet as MusicXML 4.0, partwise. What is the same in it gives the same text. */
export function writeSheetXml(sheet: Sheet, { staves, guitar }: SheetXml): string {
  const parts = PARTS.filter(({ name }) => staves.includes(name));
  const idOf = (i: number) => `P${i + 1}`;
  const list = parts.map(({ title, program }, i) =>
    element(
      'score-part',
      [
        element('part-name', title),
        element('score-instrument', [element('instrument-name', title)], { id: `${idOf(i)}-I1` }),
        element('midi-instrument', [element('midi-channel', i + 1), element('midi-program', program)], {
          id: `${idOf(i)}-I1`,
        }),
      ],
      { id: idOf(i) },
    ),
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
${element(
  'score-partwise',
  [
    element('work', [element('work-title', sheet.title)]),
    element('part-list', list),
    ...parts.map((part, i) =>
      element(
        'part',
        sheet.bars.map((bar, b) => measure(sheet, part, bar, sheet.bars[b - 1], i === 0, guitar)),
        { id: idOf(i) },
      ),
    ),
  ],
  { version: '4.0' },
)}
`;
}

function measure(
  sheet: Sheet,
  part: Part,
  own: SheetBar,
  before: SheetBar | undefined,
  leads: boolean,
  guitar: Guitar | undefined,
): string {
  const { bar, ending } = own;
  const { opens, closes, times, section, signs, jump } = bar;
  const left = [
    ...(bar.ending ? [empty('ending', { number: bar.ending.number, type: 'start' })] : []),
    ...(opens ? [empty('repeat', { direction: 'forward' })] : []),
  ];
  const right = [
    ...(ending?.ends ? [empty('ending', { number: ending.number, type: 'stop' })] : []),
    ...(closes ? [empty('repeat', { direction: 'backward', ...(times && { times: times.count }) })] : []),
  ];
  const attributes = attributesOf(part, own, before, guitar);
  const told = (type: string, sound: Readonly<Record<string, string>>) => direction([type], [empty('sound', sound)]);
  return element(
    'measure',
    [
      ...(left.length > 0 ? [element('barline', left, { location: 'left' })] : []),
      ...(attributes.length > 0 ? [element('attributes', attributes)] : []),
      ...(leads && !before ? [tempoOf(sheet)] : []),
      ...(leads && section !== null ? [direction([element('rehearsal', section)])] : []),
      ...(leads && signs.segno ? [told(empty('segno'), { segno: 'segno' })] : []),
      ...(leads && signs.coda ? [told(empty('coda'), { coda: 'coda' })] : []),
      ...voicesOf(part, own, leads, guitar),
      ...(leads && signs['to-coda'] ? [told(element('words', 'To Coda'), { tocoda: 'coda' })] : []),
      ...(leads && signs.fine ? [told(element('words', 'Fine'), { fine: 'yes' })] : []),
      ...(leads && jump ? [told(element('words', jumpText(jump)), jumpSound(jump))] : []),
      ...(right.length > 0 ? [element('barline', right, { location: 'right' })] : []),
    ],
    { number: bar.number, ...(bar.number === 0 && { implicit: 'yes' }) },
  );
}

const direction = (types: readonly string[], more: readonly string[] = []): string =>
  element('direction', [...types.map((type) => element('direction-type', [type])), ...more]);

const jumpSound = ({ to }: NonNullable<Bar['jump']>): Readonly<Record<string, string>> =>
  to === 'start' ? { dacapo: 'yes' } : { dalsegno: 'segno' };

/** What changes with a measure: all of it in the first. */
function attributesOf(
  { name, clef }: Part,
  { bar, newKey, newMeter }: SheetBar,
  before: SheetBar | undefined,
  guitar: Guitar | undefined,
): readonly string[] {
  const hasTab = name === 'guitar' && guitar !== undefined;
  const clefs = [
    element(
      'clef',
      [
        element('sign', clef.sign),
        element('line', clef.line),
        ...(clef.octave === 0 ? [] : [element('clef-octave-change', clef.octave)]),
      ],
      hasTab ? { number: 1 } : {},
    ),
    ...(hasTab ? [element('clef', [element('sign', 'TAB'), element('line', 5)], { number: 2 })] : []),
  ];
  return [
    ...(before ? [] : [element('divisions', TICKS_PER_QUARTER)]),
    ...(newKey ? [element('key', [element('fifths', signature(bar.key)), element('mode', bar.key.mode)])] : []),
    ...(newMeter ? [element('time', [element('beats', bar.meter.count), element('beat-type', bar.meter.unit)])] : []),
    ...(before ? [] : [...(hasTab ? [element('staves', 2)] : []), ...clefs, ...(hasTab ? [staffDetails(guitar)] : [])]),
  ];
}

/** The tab: its strings from the lowest line up, and the capo. */
function staffDetails({ tuning, capo }: Guitar): string {
  return element(
    'staff-details',
    [
      element('staff-lines', tuning.length),
      ...tuning.map((pitch, line) => {
        const [, step, alter, octave] = /^([A-G])([b#]?)(-?\d+)$/.exec(writtenPitch(pitch, nameInKey(C, pitch % 12)))!;
        return element(
          'staff-tuning',
          [
            element('tuning-step', step!),
            ...(alter === '' ? [] : [element('tuning-alter', alter === '#' ? 1 : -1)]),
            element('tuning-octave', octave!),
          ],
          { line: line + 1 },
        );
      }),
      ...(capo > 0 ? [element('capo', capo)] : []),
    ],
    { number: 2 },
  );
}
const C = { tonic: 'C', mode: 'major' } as const;

/** Sound counts quarters; swung eighths are two to one. */
function tempoOf({ tempo, meter, feel }: Sheet): string {
  const quarters = (tempo * ticksPerBeat(meter)) / TICKS_PER_QUARTER;
  const mark = element('metronome', [
    element('beat-unit', isCompound(meter) ? TYPES[meter.unit / 2]! : TYPES[meter.unit]!),
    ...(isCompound(meter) ? [empty('beat-unit-dot')] : []),
    element('per-minute', tempo),
  ]);
  const isSwung = feel === 'swing';
  const swing = isSwung
    ? [element('swing', [element('first', 2), element('second', 1), element('swing-type', 'eighth')])]
    : [];
  return direction(
    [mark, ...(isSwung ? [element('words', 'swing')] : [])],
    [element('sound', swing, { tempo: Math.round(quarters * 100) / 100 })],
  );
}

/** The voices of a part one after the other, each from the bar's start; chords stand in the first. */
function voicesOf({ name }: Part, own: SheetBar, leads: boolean, guitar: Guitar | undefined): readonly string[] {
  const hasTab = name === 'guitar' && guitar !== undefined;
  const strings = name === 'guitar' && guitar ? guitar.tuning.length : null;
  const voices = own.staves[name];
  const back = element('backup', [element('duration', Math.round(own.bar.ticks))]);
  const chords = leads ? own.chords.filter(({ held }) => !held) : [];
  const tellsWords = name === 'melody' || leads;
  const of = (isTab: boolean) =>
    voices.map((voice, v) =>
      notesOfVoice(voice, {
        number: v + 1 + (isTab ? TAB_VOICES : 0),
        staff: hasTab ? (isTab ? 2 : 1) : null,
        strings,
        isTab,
        bar: own.bar,
        words: tellsWords && !isTab && v === 0 ? own.words : [],
      }),
    );
  const told = [...of(false), ...(hasTab ? of(true) : [])];
  const first = withChords(chords, told[0]!, guitar);
  return [...first, ...told.slice(1).flatMap((stems) => [back, ...stems.flatMap(({ notes }) => notes)])];
}
/** Voices of a tab are numbered from here on, as voices of a second stave are. */
const TAB_VOICES = 4;

/** Chords before the notes they begin with, or with how much later they come. */
function withChords(
  chords: readonly BarChord[],
  stems: readonly StemTold[],
  guitar: Guitar | undefined,
): readonly string[] {
  return stems.flatMap(({ tick, notes }, i) => {
    const to = stems[i + 1]?.tick ?? Infinity;
    const here = chords.filter((chord) => chord.tick >= tick && chord.tick < to);
    return [...here.map((chord) => harmony(chord, chord.tick - tick, guitar)), ...notes];
  });
}

function harmony({ chord, grip }: BarChord, offset: Ticks, guitar: Guitar | undefined): string {
  const after = [
    ...(grip && guitar ? [frameOf(grip, guitar)] : []),
    ...(offset > 0 ? [element('offset', Math.round(offset))] : []),
  ];
  if (chord === null)
    return element('harmony', [
      element('root', [element('root-step', 'C', { text: '' })]),
      element('kind', 'none', { text: 'N.C.' }),
      ...after,
    ]);
  const { kind, degrees, text } = harmonyOf(chord);
  const named = (role: string, name: string) => [
    element(`${role}-step`, name[0]!),
    ...(name[1] ? [element(`${role}-alter`, name[1] === '#' ? 1 : -1)] : []),
  ];
  return element('harmony', [
    element('root', named('root', chord.root)),
    element('kind', kind, { text }),
    ...(chord.bass === null ? [] : [element('bass', named('bass', chord.bass))]),
    ...degrees.map(({ value, alter, type }) =>
      element('degree', [element('degree-value', value), element('degree-alter', alter), element('degree-type', type)]),
    ),
    ...after,
  ]);
}

/** A frame shows so many frets at least. */
const FRAME_FRETS = 4;

/** A grip: a muted string has no note, an open one fret 0; a finger over several strings is a barre (MusicXML 4.0, frame). */
function frameOf({ frets, fingers }: NonNullable<BarChord['grip']>, { tuning }: Guitar): string {
  const fretted = frets.filter((fret) => fret > 0);
  const [lowest, highest] = [Math.min(...fretted), Math.max(...fretted)];
  const first = highest <= FRAME_FRETS || fretted.length === 0 ? 1 : lowest;
  const notes = frets.flatMap((fret, s): string[] => {
    if (fret < 0) return [];
    const finger = fingers[s] ?? 0;
    const same = fingers.flatMap((other, i) => (other === finger && frets[i] === fret && fret > 0 ? [i] : []));
    // Strings count from the highest: a barre starts where it lies lowest.
    const barre = same.length < 2 ? null : same[0] === s ? 'start' : same.at(-1) === s ? 'stop' : null;
    return [
      element('frame-note', [
        element('string', tuning.length - s),
        element('fret', fret),
        ...(finger === 0 ? [] : [element('fingering', finger === 'T' ? 't' : finger)]),
        ...(barre ? [empty('barre', { type: barre })] : []),
      ]),
    ];
  });
  return element('frame', [
    element('frame-strings', tuning.length),
    element('frame-frets', Math.max(FRAME_FRETS, fretted.length === 0 ? 0 : highest - first + 1)),
    ...(first > 1 ? [element('first-fret', first)] : []),
    ...notes,
  ]);
}
