import type { Bar } from '../chart/chart.ts';
import { writtenBar } from '../melody/written.ts';
import { beamParts } from '../sheet/beams.ts';
import type { Voice } from '../sheet/music.ts';
import type { SheetWords } from '../sheet/sheet.ts';
import type { SheetEvent, SheetNote } from '../sheet/voices.ts';
import { ticksPerBar, type Ticks } from '../time/meter.ts';
import { empty, element } from './xml.ts';

export const TYPES: Readonly<Record<number, string>> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
};

/** How a voice is told. */
export interface VoiceTold {
  /** From 1, over all staves of the part. */
  readonly number: number;
  /** From 1; null where the part has one. */
  readonly staff: number | null;
  /** Of the guitar, to count strings from the highest; null where nothing is told of strings. */
  readonly strings: number | null;
  /** A tab has no accidentals, beams or stems. */
  readonly isTab: boolean;
  readonly words: readonly SheetWords[];
  readonly bar: Pick<Bar, 'meter' | 'ticks'>;
}

/** A stem with its notes, or a rest, from a tick of its bar on. */
export interface StemTold {
  readonly tick: Ticks;
  readonly notes: readonly string[];
}

/** The notes and rests of one voice of a bar. */
export function notesOfVoice(written: Voice, told: VoiceTold): readonly StemTold[] {
  const voice = written.events.length === 0 ? restingIn(written, told) : written;
  const beams = new Map(
    voice.beams.flatMap((group) => beamParts(voice.signs, group).map((parts, i) => [group[i]!, parts] as const)),
  );
  const words = new Map<number, SheetWords[]>();
  for (const one of told.words) {
    // Words stand under what sounds when they are sung, or under the rest there.
    const at = voice.signs.findIndex(({ tick }) => tick >= one.tick);
    const sign = at < 0 ? voice.signs.length - 1 : at;
    words.set(sign, [...(words.get(sign) ?? []), one]);
  }
  return voice.signs.map((sign, i): StemTold => {
    const own = sign.note === null ? null : voice.events[sign.note]!;
    const before = voice.signs[i - 1];
    const after = voice.signs[i + 1];
    const end = after?.tick ?? sign.tick + sign.ticks;
    const tuplet = sign.tuplet === null ? null : voice.tuplets[sign.tuplet]!;
    const isFirst = own !== null && before?.note !== sign.note;
    const isLast = own !== null && after?.note !== sign.note;
    const common = {
      // From rounded place to rounded place, so that a bar adds up.
      duration: Math.round(end) - Math.round(sign.tick),
      length: [element('type', TYPES[sign.value]!), ...Array.from({ length: sign.dots }, () => empty('dot'))],
      tuplet: tuplet
        ? [
            element('time-modification', [
              element('actual-notes', tuplet.notes),
              element('normal-notes', tuplet.inTimeOf),
            ]),
          ]
        : [],
      beams: told.isTab ? [] : (beams.get(i) ?? []).map((part, level) => element('beam', part, { number: level + 1 })),
      staff: told.staff === null ? [] : [element('staff', told.staff)],
      notations: [
        ...(tuplet && before?.tuplet !== sign.tuplet ? [empty('tuplet', { type: 'start', number: 1 })] : []),
        ...(tuplet && after?.tuplet !== sign.tuplet ? [empty('tuplet', { type: 'stop', number: 1 })] : []),
      ],
      lyrics: (words.get(i) ?? []).map(({ verse, text }) =>
        element('lyric', [element('syllabic', 'single'), element('text', text)], { number: verse + 1 }),
      ),
    };
    // A rest of a whole bar has no length of its own to be told.
    const isBar = voice === written && voice.events.length === 0;
    if (own === null) {
      const rest = element('note', [
        empty('rest', isBar ? { measure: 'yes' } : {}),
        element('duration', common.duration),
        element('voice', told.number),
        ...(isBar ? [] : common.length),
        ...common.tuplet,
        ...common.staff,
        ...(common.notations.length > 0 ? [element('notations', common.notations)] : []),
        ...common.lyrics,
      ]);
      return { tick: sign.tick, notes: [rest] };
    }
    const notes = own.notes.map((note, n) => {
      const comes = isFirst ? own.tiedIn : true;
      const goes = isLast ? own.tied : true;
      const notations = [
        ...(comes ? [empty('tied', { type: 'stop' })] : []),
        ...(goes
          ? [empty('tied', { type: 'start' })]
          : isLast && own.rings
            ? [empty('tied', { type: 'let-ring' })]
            : []),
        ...(n === 0 ? common.notations : []),
        ...(isFirst && !own.tiedIn ? played(note, own, n, told, legatoFrom(voice, sign.note!, note)) : []),
        ...(isLast && own.breath && n === 0 ? [element('articulations', [empty('breath-mark')])] : []),
      ];
      const accidental = isFirst && !told.isTab ? voice.accidentals[sign.note!]![n]! : null;
      return element('note', [
        ...(n > 0 ? [empty('chord')] : []),
        pitchOf(note),
        element('duration', common.duration),
        ...(comes ? [empty('tie', { type: 'stop' })] : []),
        ...(goes ? [empty('tie', { type: 'start' })] : []),
        element('voice', told.number),
        ...common.length,
        ...(accidental ? [element('accidental', accidental)] : []),
        ...common.tuplet,
        ...(told.isTab ? [element('stem', 'none')] : []),
        ...(own.muted ? [element('notehead', 'x')] : []),
        ...common.staff,
        ...(n === 0 ? common.beams : []),
        ...(notations.length > 0 ? [element('notations', notations)] : []),
        ...(n === 0 ? common.lyrics : []),
      ]);
    });
    return { tick: sign.tick, notes };
  });
}

/** A bar in which nothing sounds, in rests that tell its length where that is not its meter's, and each of which has its words. */
function restingIn(voice: Voice, { words, bar: { meter, ticks } }: VoiceTold): Voice {
  const cuts = [...new Set([0, ...words.map(({ tick }) => tick)])].sort((a, b) => a - b);
  const long = Math.min(ticks, ticksPerBar(meter));
  if (cuts.length === 1 && long === ticksPerBar(meter)) return voice;
  const spans = cuts.map((tick, i) => ({ tick, ticks: (cuts[i + 1] ?? long) - tick }));
  const { signs, tuplets } = writtenBar(spans, meter, long);
  return { ...voice, signs: signs.map((sign) => ({ ...sign, note: null, goesOn: false })), tuplets };
}

function pitchOf({ pitch, spelling }: SheetNote): string {
  const alter = spelling[1] === '#' ? 1 : spelling[1] === 'b' ? -1 : 0;
  return element('pitch', [
    element('step', spelling[0]!),
    ...(alter === 0 ? [] : [element('alter', alter)]),
    element('octave', Math.floor((pitch - alter) / 12) - 1),
  ]);
}

/** How the left hand goes on from a note to the next on its string, if it does. */
function legatoFrom({ events }: Voice, at: number, { string }: SheetNote): SheetEvent['legato'] {
  const next =
    string === null ? undefined : events.slice(at + 1).find(({ notes }) => notes.some((one) => one.string === string));
  return next?.legato ?? null;
}

const LEGATO = { hammer: 'hammer-on', pull: 'pull-off' } as const;
/** What MusicXML says of a hammer, a pull or a slide, at its start or its stop. */
function legato(kind: SheetEvent['legato'], type: 'start' | 'stop'): { technical: string[]; slide: string[] } {
  if (kind === null) return { technical: [], slide: [] };
  if (kind === 'slide') return { technical: [], slide: [empty('slide', { type, 'line-type': 'solid', number: 1 })] };
  const mark = type === 'start' ? (kind === 'hammer' ? 'H' : 'P') : '';
  return { technical: [element(LEGATO[kind], mark, { type, number: 1 })], slide: [] };
}

/** How a note is played: string, fret and finger, strokes, what the left hand does. */
function played(
  { string, fret, finger }: SheetNote,
  { stroke, staccato, accent, legato: into }: SheetEvent,
  n: number,
  { strings, isTab }: VoiceTold,
  out: SheetEvent['legato'],
): readonly string[] {
  const [stops, starts] = [legato(into, 'stop'), legato(out, 'start')];
  const technical = [
    ...(strings !== null && string !== null && fret !== null
      ? [
          ...(finger === null ? [] : [element('fingering', finger === 'T' ? 't' : finger)]),
          element('string', strings - string),
          element('fret', fret),
        ]
      : []),
    ...(n === 0 && stroke === 'up' ? [empty('up-bow')] : []),
    ...stops.technical,
    ...starts.technical,
  ];
  const articulations =
    n > 0 || isTab ? [] : [...(accent ? [empty('accent')] : []), ...(staccato ? [empty('staccato')] : [])];
  return [
    ...stops.slide,
    ...starts.slide,
    ...(technical.length > 0 ? [element('technical', technical)] : []),
    ...(articulations.length > 0 ? [element('articulations', articulations)] : []),
    ...(stroke === 'roll' ? [empty('arpeggiate')] : []),
  ];
}
