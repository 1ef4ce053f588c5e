import { MusicXML } from '@stringsync/musicxml';
import { beforeAll, expect, test } from '@jest/globals';
import { parse, type HarmonyEntry, type NoteEntry } from 'musicxml-io';
import { strToU8 } from 'fflate';
import {
  barName,
  chordName,
  DEFAULT_HAND,
  formatFingers,
  requiredOf,
  semitones,
  sheetOf,
  tonesOf,
  writeSheetXml,
  type Sheet,
} from '../core/index.ts';
import { demoScores, type DemoScore } from './demo-scores.oracle.ts';
import { readFile } from './index.ts';
import { readByVerovio } from './verovio.oracle.ts';
import { some } from '../scripts/thorough.oracle.ts';

/*
 * The sheets of all demo tunes as MusicXML, held against others: the schema of MusicXML 4.0 as @stringsync/musicxml 0.3.0 (MIT)
 * has it, and two readers, musicxml-io 0.9.6 (MIT) and verovio 6.3.0 (LGPL-3.0).
 */
const ALL = { staves: ['guitar', 'melody', 'bass'], diagrams: true, lyrics: true } as const;
let made: readonly (DemoScore & { readonly sheet: Sheet; readonly xml: string })[];
beforeAll(() => {
  made = demoScores().map((one) => {
    const sheet = sheetOf(one.chart, one.score, one.scored, one.melody, ALL);
    return { ...one, sheet, xml: writeSheetXml(sheet, { staves: ALL.staves, guitar: DEFAULT_HAND }) };
  });
}, 120_000);

/** Declarations away, and empty elements in one way. */
const plain = (xml: string): string =>
  xml
    .replace(/<\?xml[^>]*\?>|<!DOCTYPE[^>]*>/g, '')
    .replace(/<([\w-]+)([^>]*)><\/\1>/g, '<$1$2/>')
    .replace(/>\s+</g, '><')
    .trim();

test('it is valid: what the schema does not allow would not come back from a reader that keeps to it', () => {
  for (const { name, xml } of some(made, 3))
    expect([name, plain(MusicXML.parse(xml).serialize()) === plain(xml)]).toEqual([name, true]);
  // It does find faults: the order of elements is part of the schema.
  const wrong = made[0]!.xml.replace(/(<duration>\d+<\/duration>)(<voice>1<\/voice>)/, '$2$1');
  expect(plain(MusicXML.parse(wrong).serialize())).not.toBe(plain(wrong));
});

interface Read {
  readonly at: number;
  readonly pitch: number;
  readonly long: number;
  readonly place: string;
}
const SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** The notes of one stave of a measure, as musicxml-io has them. */
function notesRead(entries: readonly { readonly type: string }[], staff: number): readonly Read[] {
  let now = 0;
  let begins = 0;
  const notes: Read[] = [];
  for (const entry of entries) {
    const { duration = 0 } = entry as { duration?: number };
    if (entry.type === 'backup') now -= duration;
    else if (entry.type === 'forward') now += duration;
    else if (entry.type === 'note') {
      const { pitch, chord, staff: on = 1, notations = [] } = entry as NoteEntry;
      if (!chord) begins = now;
      if (!chord) now += duration;
      if (!pitch || on !== staff) continue;
      const told = notations as readonly { string?: number; fret?: number }[];
      const string = told.find((one) => one.string !== undefined)?.string ?? '';
      const fret = told.find((one) => one.fret !== undefined)?.fret ?? '';
      notes.push({
        at: begins,
        pitch: 12 * (pitch.octave + 1) + SEMITONES[pitch.step]! + (pitch.alter ?? 0),
        long: duration,
        place: `${string}/${fret}`,
      });
    }
  }
  return notes;
}
const inOrder = (notes: readonly Read[]) => notes.map((one) => Object.values(one).join(' ')).sort();

test('another reader has every note at its place, as long, on its string, on the stave and on the tab', () => {
  for (const { name, sheet, xml } of made) {
    const { parts } = parse(xml);
    expect(parts.map(({ measures }) => measures.length)).toEqual(parts.map(() => sheet.bars.length));
    sheet.bars.forEach(({ bar, staves }, b) => {
      (['melody', 'guitar', 'bass'] as const).forEach((stave, p) => {
        const written = staves[stave].flatMap(({ signs, events }) =>
          signs.flatMap(({ note, tick, ticks }) =>
            note === null
              ? []
              : events[note]!.notes.map(({ pitch, string, fret }) => ({ tick, ticks, pitch, string, fret })),
          ),
        );
        const { entries } = parts[p]!.measures[b]!;
        const expected = written.map(({ tick, ticks, pitch }) => `${tick} ${pitch} ${ticks}`).sort();
        const told = (staff: number) =>
          notesRead(entries, staff)
            .map(({ at, pitch, long }) => `${at} ${pitch} ${long}`)
            .sort();
        expect([name, bar.number, stave, told(1)]).toEqual([name, bar.number, stave, expected]);
        if (stave === 'guitar') expect(inOrder(notesRead(entries, 2))).toEqual(inOrder(notesRead(entries, 1)));
      });
    });
    // Strings and frets, where a note is plucked and not tied on.
    const plucked = sheet.bars.flatMap(({ staves }) =>
      staves.guitar.flatMap(({ events }) =>
        events.flatMap(({ notes, tiedIn }) =>
          tiedIn ? [] : notes.map(({ string, fret }) => `${6 - string!}/${fret}`),
        ),
      ),
    );
    const read = parts[1]!.measures.flatMap(({ entries }) => notesRead(entries, 1).map(({ place }) => place));
    expect([name, read.filter((place) => place !== '/').sort()]).toEqual([name, [...plucked].sort()]);
  }
});

/** Semitones of the kinds, and of degrees as they stand in a dominant chord (MusicXML 4.0, kind-value and degree-value). */
const KIND_TONES: Readonly<Record<string, readonly number[]>> = {
  major: [0, 4, 7],
  minor: [0, 3, 7],
  augmented: [0, 4, 8],
  diminished: [0, 3, 6],
  dominant: [0, 4, 7, 10],
  'major-seventh': [0, 4, 7, 11],
  'minor-seventh': [0, 3, 7, 10],
  'diminished-seventh': [0, 3, 6, 9],
  'augmented-seventh': [0, 4, 8, 10],
  'half-diminished': [0, 3, 6, 10],
  'major-minor': [0, 3, 7, 11],
  'major-sixth': [0, 4, 7, 9],
  'minor-sixth': [0, 3, 7, 9],
  'dominant-ninth': [0, 4, 7, 10, 2],
  'major-ninth': [0, 4, 7, 11, 2],
  'minor-ninth': [0, 3, 7, 10, 2],
  'dominant-11th': [0, 4, 7, 10, 2, 5],
  'major-11th': [0, 4, 7, 11, 2, 5],
  'minor-11th': [0, 3, 7, 10, 2, 5],
  'dominant-13th': [0, 4, 7, 10, 2, 5, 9],
  'major-13th': [0, 4, 7, 11, 2, 5, 9],
  'minor-13th': [0, 3, 7, 10, 2, 5, 9],
  'suspended-second': [0, 2, 7],
  'suspended-fourth': [0, 5, 7],
  power: [0, 7],
};
const IN_DOMINANT: Readonly<Record<number, number>> = { 1: 0, 2: 2, 3: 4, 4: 5, 5: 7, 6: 9, 7: 10, 9: 2, 11: 5, 13: 9 };
/** Which tones of a kind stand on a degree: what an alteration moves. */
const ON_DEGREE: Readonly<Record<number, readonly number[]>> = {
  3: [3, 4],
  5: [6, 7, 8],
  7: [9, 10, 11],
  9: [2],
  11: [5],
  13: [9],
};

/** The tones of a chord symbol as musicxml-io has it, in semitones above its root. */
function tonesRead({ kind, degrees = [] }: HarmonyEntry): ReadonlySet<number> {
  const tones = new Set(KIND_TONES[kind]);
  for (const { degreeValue: value, degreeAlter: alter = 0, degreeType: type } of degrees) {
    const tone = (IN_DOMINANT[value]! + alter + 12) % 12;
    const there = (ON_DEGREE[value] ?? []).find((one) => tones.has(one));
    if (type === 'subtract' || type === 'alter') tones.delete(there ?? tone);
    if (type !== 'subtract') tones.add(tone);
  }
  return tones;
}

test('another reader has every chord symbol: where it begins, its root, its tones, its bass', () => {
  for (const { name, sheet, xml } of made) {
    const [lead] = parse(xml).parts;
    sheet.bars.forEach(({ bar, chords }, b) => {
      let now = 0;
      const read = lead!.measures[b]!.entries.flatMap((entry): [number, HarmonyEntry][] => {
        const { duration = 0, chord } = entry as { duration?: number; chord?: boolean };
        if (entry.type === 'harmony') return [[now + (entry.offset ?? 0), entry]];
        if (entry.type === 'backup') now -= duration;
        else if (entry.type === 'forward' || (entry.type === 'note' && !chord)) now += duration;
        return [];
      });
      const begun = chords.filter(({ held }) => !held);
      expect([name, bar.number, read.map(([at]) => at)]).toEqual([name, bar.number, begun.map(({ tick }) => tick)]);
      begun.forEach(({ chord, symbol }, i) => {
        if (!chord) return expect(read[i]![1].kind).toBe('none');
        const [, harmony] = read[i]!;
        const letter = (step: string, alter = 0) => step + (alter > 0 ? '#' : alter < 0 ? 'b' : '');
        expect(letter(harmony.root.rootStep, harmony.root.rootAlter)).toBe(chord.root);
        const bass = harmony.bass && letter(harmony.bass.bassStep, harmony.bass.bassAlter);
        expect([symbol, bass ?? null]).toEqual([symbol, chord.bass ?? null]);
        const [theirs, ours] = [tonesRead(harmony), tonesOf(chord.kind).map(semitones)];
        // Ninths and elevenths that higher tones imply may sound or not, and the fifth beside a ♭13.
        const mayDiffer = [2, 5, 7];
        const apart = [
          ...ours.filter((tone) => !theirs.has(tone)),
          ...[...theirs].filter((tone) => !ours.includes(tone)),
        ];
        expect([name, symbol, apart.filter((tone) => !mayDiffer.includes(tone))]).toEqual([name, symbol, []]);
        const lacking = requiredOf(chord.kind).filter((choice) => !choice.some((tone) => theirs.has(semitones(tone))));
        expect([name, symbol, lacking]).toEqual([name, symbol, []]);
      });
    });
  }
});

test('another plays it note for note as we do, every repeat and jump as the chart has it', async () => {
  for (const { name, score, sheet } of made) {
    const xml = writeSheetXml(sheet, { staves: ['guitar'] });
    const heard = new Set((await readByVerovio(xml)).map(([start, pitch]) => `${Math.round(start * 48)} ${pitch}`));
    const ours = new Set(
      score.parts.guitar.flatMap(({ start, notes }) => notes.map(({ pitch }) => `${Math.round(start / 10)} ${pitch}`)),
    );
    expect([name, [...heard].sort()]).toEqual([name, [...ours].sort()]);
  }
}, 120_000);

test('each chord has its frame: strings, frets, fingers, what is muted, where it lies', () => {
  const { sheet, xml } = made[0]!;
  const frames = [...xml.matchAll(/<frame>(.*?)<\/frame>/g)].map(([, inside]) => {
    const frets = Array.from({ length: 6 }, () => -1);
    for (const [, string, fret] of inside!.matchAll(/<string>(\d)<\/string><fret>(\d+)<\/fret>/g))
      frets[6 - Number(string)] = Number(fret);
    return frets.map((fret) => (fret < 0 ? 'x' : fret)).join('-');
  });
  const grips = sheet.bars.flatMap(({ chords }) =>
    chords.flatMap(({ grip, held }) => (grip && !held ? [grip.grip] : [])),
  );
  expect(frames).toEqual(grips);
});

/** Grips as our reader pins them, by bar and tick; of one chord after itself the first. */
const pinned = (xml: string) =>
  Object.fromEntries(
    Object.entries(readFile('a.musicxml', strToU8(xml)).takes[0]?.cells ?? {}).map(([name, decided]) => [
      name,
      decided.layer === 'chord' && decided.voicing,
    ]),
  );

test('its grips come back as pins, fingers and all; those of the tab where it has no frames', () => {
  let [within, all] = [0, 0];
  for (const { name, sheet, xml } of made) {
    const grips = sheet.bars.flatMap(({ bar, chords }) => {
      let last = '';
      return chords.flatMap(({ tick, symbol, held, grip }) => {
        const isNew = symbol !== last;
        last = symbol;
        const at = chordName({ bar: barName(bar.number), pass: 'all', tick });
        return grip && isNew && !held ? [[at, { grip: grip.grip, fingers: formatFingers(grip.fingers) }] as const] : [];
      });
    });
    // A bar written out has the number of the one it repeats: the first stands for both.
    expect([name, pinned(xml)]).toEqual([name, Object.fromEntries(grips)]);
    const plucked = Object.entries(pinned(xml.replace(/<frame>.*?<\/frame>/gs, '')));
    expect(plucked.length / grips.length).toBeGreaterThan(0.8);
    all += plucked.length;
    const of = Object.fromEntries(grips);
    within += plucked.filter(([at, voicing]) => voicing && isWithin(voicing.grip, of[at]!.grip)).length;
  }
  // Where a chord begins with an ornament the tab alone does not say which notes are of the grip.
  expect(within / all).toBeGreaterThan(0.98);
});
/** Whether a grip sounds nothing that another does not: a stroke may leave strings out. */
const isWithin = (part: string, whole: string): boolean => {
  const held = whole.split('-');
  return part.split('-').every((fret, string) => fret === 'x' || fret === held[string]);
};
