import type { Bar, Chart } from '../chart/chart.ts';
import { melodyCells, keptNotes } from '../melody/kept.ts';
import type { Melody } from '../melody/melody.ts';
import { barNotes, staveOf, type BarNotes } from '../melody/stave.ts';
import { writtenBar, type WrittenSign } from '../melody/written.ts';
import { signature } from '../pitch/key.ts';
import { isCompound, ticksPerBar, ticksPerBeat, TICKS_PER_QUARTER, type Ticks } from '../time/meter.ts';
import { forFile } from './written-out.ts';
import { harmonyOf } from './harmony.ts';

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text as XML has it; control characters have no place there. */
const escaped = (text: string): string => text.replace(/\p{Cc}/gu, ' ').replace(/[&<>"]/g, (sign) => ESCAPES[sign]!);

/** An element with attributes and what is in it: text, or elements in order. */
function element(
  name: string,
  inside: string | readonly string[],
  attributes: Readonly<Record<string, string | number>> = {},
): string {
  const head = `${name}${Object.entries(attributes)
    .map(([key, value]) => ` ${key}="${escaped(String(value))}"`)
    .join('')}`;
  const body = typeof inside === 'string' ? escaped(inside) : inside.join('');
  return body === '' ? `<${head}/>` : `<${head}>${body}</${name}>`;
}
const empty = (name: string, attributes: Readonly<Record<string, string | number>> = {}) =>
  element(name, [], attributes);

const TYPES: Readonly<Record<number, string>> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
};

/** A chart with its melody as MusicXML 4.0, partwise: one voice at sounding pitch, with the chords over it. */
export function writeMusicXml(tune: Chart, sung: Melody): string {
  const { chart, melody } = forFile(tune, sung);
  const ids = chart.bars.map((_, i) => `bar-${i}`);
  const stave = staveOf(chart, ids, melodyCells(keptNotes(melody, ids)), null);
  const notesIn = (i: number) => barNotes(stave, stave.bars[i]!);
  const measures = chart.bars.map((bar, i) => measure(chart, i, bar, notesIn(i), i > 0 ? notesIn(i - 1) : []));
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
${element(
  'score-partwise',
  [
    element('work', [element('work-title', chart.title)]),
    element('part-list', [element('score-part', [element('part-name', 'Melody')], { id: 'P1' })]),
    element('part', measures, { id: 'P1' }),
  ],
  { version: '4.0' },
)}
`;
}

function measure(chart: Chart, index: number, bar: Bar, notes: BarNotes, earlier: BarNotes): string {
  const before = chart.bars[index - 1];
  const newKey = !before || before.key.tonic !== bar.key.tonic || before.key.mode !== bar.key.mode;
  const newMeter = !before || before.meter.count !== bar.meter.count || before.meter.unit !== bar.meter.unit;
  const attributes = [
    ...(index === 0 ? [element('divisions', String(TICKS_PER_QUARTER))] : []),
    ...(newKey ? [element('key', [element('fifths', String(signature(bar.key))), element('mode', bar.key.mode)])] : []),
    ...(newMeter
      ? [element('time', [element('beats', String(bar.meter.count)), element('beat-type', String(bar.meter.unit))])]
      : []),
    ...(index === 0 ? [element('clef', [element('sign', 'G'), element('line', '2')])] : []),
  ];
  const { opens, ending, closes, times, section, signs, jump } = bar;
  const left = [
    ...(ending ? [empty('ending', { number: ending.number, type: 'start' })] : []),
    ...(opens ? [empty('repeat', { direction: 'forward' })] : []),
  ];
  const next = chart.bars[index + 1];
  const endsEnding = closes !== null || next?.ending || !next;
  const inEnding = endsEnding ? endingOf(chart, index) : null;
  const right = [
    ...(inEnding === null ? [] : [empty('ending', { number: inEnding, type: 'stop' })]),
    ...(closes ? [empty('repeat', { direction: 'backward', ...(times && { times: times.count }) })] : []),
  ];
  const words = (text: string) => element('direction', [element('direction-type', [element('words', text)])]);
  const sign = (name: string) => element('direction', [element('direction-type', [empty(name)])]);
  const isPickup = bar.number === 0;
  return element(
    'measure',
    [
      ...(left.length > 0 ? [element('barline', left, { location: 'left' })] : []),
      ...(attributes.length > 0 ? [element('attributes', attributes)] : []),
      ...(index === 0 ? [tempoOf(chart)] : []),
      ...(section === null ? [] : [element('direction', [element('direction-type', [element('rehearsal', section)])])]),
      ...(signs.segno ? [sign('segno')] : []),
      ...(signs.coda ? [sign('coda')] : []),
      ...notesAndChords(bar, notes, earlier),
      ...(signs['to-coda'] ? [words('To Coda')] : []),
      ...(signs.fine ? [words('Fine')] : []),
      ...(jump ? [words(jumpText(jump))] : []),
      ...(right.length > 0 ? [element('barline', right, { location: 'right' })] : []),
    ],
    { number: bar.number, ...(isPickup && { implicit: 'yes' }) },
  );
}

const jumpText = ({ to, until }: NonNullable<Bar['jump']>): string =>
  `${to === 'start' ? 'D.C.' : 'D.S.'}${until === 'end' ? '' : ` al ${until === 'coda' ? 'Coda' : 'Fine'}`}`;

/** The ending that a bar is in, or null. */
function endingOf({ bars }: Chart, index: number): number | null {
  for (let i = index; i >= 0; i--) {
    const bar = bars[i]!;
    if (bar.ending) return bar.ending.number;
    if (i < index && bar.closes) return null;
    if (bar.opens) return null;
  }
  return null;
}

/** Sound counts quarters. */
function tempoOf({ tempo, meter, feel }: Chart): string {
  const quarters = (tempo * ticksPerBeat(meter)) / TICKS_PER_QUARTER;
  const mark = element('metronome', [
    element('beat-unit', isCompound(meter) ? TYPES[meter.unit / 2]! : TYPES[meter.unit]!),
    ...(isCompound(meter) ? [empty('beat-unit-dot')] : []),
    element('per-minute', String(tempo)),
  ]);
  const types = [mark, ...(feel === 'swing' ? [element('words', 'swing')] : [])];
  return element('direction', [
    ...types.map((type) => element('direction-type', [type])),
    empty('sound', { tempo: Math.round(quarters * 100) / 100 }),
  ]);
}

function notesAndChords(bar: Bar, notes: BarNotes, earlier: BarNotes): readonly string[] {
  const last = earlier.at(-1);
  /** Whether the first note sounds on from the bar before. */
  const isTied = last?.tied === true && notes[0]?.tick === 0 && notes[0].pitch === last.pitch;
  const { signs, tuplets } = writtenBar(notes, bar.meter, Math.min(bar.ticks, ticksPerBar(bar.meter)));
  return signs.flatMap((sign, i) => {
    const from = sign.tick;
    const to = signs[i + 1]?.tick ?? Infinity;
    const chords = bar.entries.filter(({ tick }) => tick >= from && tick < to);
    return [
      ...chords.map(({ chord, tick }) => harmony(chord, tick - from)),
      note(sign, notes, tuplets, signs, i, isTied),
    ];
  });
}

function harmony(chord: Bar['entries'][number]['chord'], offset: Ticks): string {
  const place = offset > 0 ? [element('offset', String(Math.round(offset)))] : [];
  if (chord === null)
    return element('harmony', [
      element('root', [element('root-step', 'C', { text: '' })]),
      element('kind', 'none', { text: 'N.C.' }),
      ...place,
    ]);
  const { kind, degrees, text } = harmonyOf(chord);
  const named = (role: string, name: string) => [
    element(`${role}-step`, name[0]!),
    ...(name[1] ? [element(`${role}-alter`, name[1] === '#' ? '1' : '-1')] : []),
  ];
  return element('harmony', [
    element('root', named('root', chord.root)),
    element('kind', kind, { text }),
    ...(chord.bass === null ? [] : [element('bass', named('bass', chord.bass))]),
    ...degrees.map(({ value, alter, type }) =>
      element('degree', [
        element('degree-value', String(value)),
        element('degree-alter', String(alter)),
        element('degree-type', type),
      ]),
    ),
    ...place,
  ]);
}

function note(
  sign: WrittenSign,
  notes: BarNotes,
  tuplets: readonly { readonly notes: number; readonly inTimeOf: number }[],
  signs: readonly WrittenSign[],
  index: number,
  isTied: boolean,
): string {
  const own = sign.note === null ? null : notes[sign.note]!;
  const before = signs[index - 1];
  const goesOn = sign.goesOn || (own !== null && own.tied && signs[index + 1]?.note !== sign.note);
  const comes = index === 0 ? isTied : own !== null && before?.note === sign.note && before.goesOn;
  const tuplet = sign.tuplet === null ? null : tuplets[sign.tuplet]!;
  const first = tuplet && before?.tuplet !== sign.tuplet;
  const last = tuplet && signs[index + 1]?.tuplet !== sign.tuplet;
  const end = signs[index + 1]?.tick ?? sign.tick + sign.ticks;
  const breathes = own?.breath === true && signs[index + 1]?.note !== sign.note;
  const notations = [
    ...(comes ? [empty('tied', { type: 'stop' })] : []),
    ...(goesOn ? [empty('tied', { type: 'start' })] : []),
    ...(first ? [empty('tuplet', { type: 'start', number: 1 })] : []),
    ...(last ? [empty('tuplet', { type: 'stop', number: 1 })] : []),
    ...(breathes ? [element('articulations', [empty('breath-mark')])] : []),
  ];
  const letter = own?.spelling[0] ?? '';
  const alter = own?.spelling[1] === '#' ? 1 : own?.spelling[1] === 'b' ? -1 : 0;
  return element('note', [
    own === null
      ? empty('rest')
      : element('pitch', [
          element('step', letter),
          ...(alter === 0 ? [] : [element('alter', String(alter))]),
          element('octave', String(Math.floor((own.pitch - alter) / 12) - 1)),
        ]),
    // From rounded place to rounded place, so that a bar adds up.
    element('duration', String(Math.round(end) - Math.round(sign.tick))),
    ...(comes ? [empty('tie', { type: 'stop' })] : []),
    ...(goesOn ? [empty('tie', { type: 'start' })] : []),
    element('voice', '1'),
    element('type', TYPES[sign.value]!),
    ...Array.from({ length: sign.dots }, () => empty('dot')),
    ...(tuplet
      ? [
          element('time-modification', [
            element('actual-notes', String(tuplet.notes)),
            element('normal-notes', String(tuplet.inTimeOf)),
          ]),
        ]
      : []),
    ...(notations.length > 0 ? [element('notations', notations)] : []),
  ]);
}
