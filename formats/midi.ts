import { parseMidi } from 'midi-file';
import {
  keyOfSignature,
  nameInKey,
  pitchClassOf,
  ticksPerBar,
  ticksPerBeat,
  TICKS_PER_QUARTER,
  type BarNotes,
  type DraftMeasure,
  type Key,
  type Lost,
  type Meter,
  type Ticks,
  t,
} from '../core/index.ts';
import { chordsHeard } from './heard-chords.ts';
import { COMMON_TIME, MOST_MEASURES, Unreadable, type ChordPart, type Choices, type Reading } from './kinds.ts';

/** Sixteenths, and triplets of them beside. */
export const USUAL_GRID: Ticks = TICKS_PER_QUARTER / 4;
/** Drums (General MIDI 1). */
const DRUMS = 9;

interface Sounded {
  readonly from: number;
  readonly to: number;
  readonly pitch: number;
  readonly channel: number;
}
interface Track {
  readonly name: string;
  readonly notes: readonly Sounded[];
}

/** Reads a MIDI file of format 0 or 1: of one track or channel the highest notes, one at a time, on a grid. */
export function readMidi(
  bytes: Uint8Array,
  { part: wanted, octave = 0, grid = USUAL_GRID, chordPart: asked }: Choices,
): Reading {
  let file: ReturnType<typeof parseMidi>;
  try {
    file = parseMidi(bytes);
  } catch (error) {
    throw new Unreadable('midi-broken', { why: error instanceof Error ? error.message : String(error) });
  }
  const { format, ticksPerBeat: division } = file.header;
  if (!division) throw new Unreadable('midi-seconds');
  if (format > 1) throw new Unreadable('midi-songs');
  const scale = TICKS_PER_QUARTER / division;
  const lost: Lost[] = [];
  let title = '';
  let key: Key | null = null;
  let tempo: number | null = null;
  const meters: { at: number; meter: Meter }[] = [];
  const tracks = file.tracks.flatMap((events, i): Track[] => {
    let now = 0;
    let name = '';
    const open = new Map<number, { from: number; channel: number }>();
    const notes: Sounded[] = [];
    for (const event of events) {
      now += event.deltaTime * scale;
      if (event.type === 'trackName') {
        name = event.text.trim();
        if (i === 0) title = name;
      } else if (event.type === 'setTempo') tempo ??= 60_000_000 / event.microsecondsPerBeat;
      else if (event.type === 'keySignature') key ??= keyOfSignature(event.key, event.scale === 1 ? 'minor' : 'major');
      else if (event.type === 'timeSignature') {
        const unit = event.denominator;
        if ([2, 4, 8, 16].includes(unit) && event.numerator >= 1 && event.numerator <= 16)
          meters.push({ at: now, meter: { count: event.numerator, unit: unit as Meter['unit'] } });
        else
          lost.push({
            measure: null,
            code: 'passed-over',
            args: { what: t('the meter {numerator}/{unit}', { numerator: event.numerator, unit }) },
          });
      } else if (event.type === 'noteOn' || event.type === 'noteOff') {
        const id = event.channel * 128 + event.noteNumber;
        end(open, id, now, notes);
        if (event.type === 'noteOn' && event.velocity > 0) open.set(id, { from: now, channel: event.channel });
      }
    }
    for (const id of [...open.keys()]) end(open, id, now, notes);
    const channels = [...new Set(notes.map(({ channel }) => channel))].filter((channel) => channel !== DRUMS);
    return channels.map((channel) => ({
      name: `${name || t('track {i}', { i: i + 1 })}${channels.length > 1 ? t(', channel {channel}', { channel: channel + 1 }) : ''}`,
      notes: notes.filter((note) => note.channel === channel),
    }));
  });
  const part = tracks.length === 0 ? -1 : Math.min(wanted ?? likeliest(tracks), tracks.length - 1);
  const first = meters.find(({ at }) => at === 0)?.meter ?? COMMON_TIME;
  const home: Key = key ?? { tonic: 'C', mode: 'major' };
  const notes = part < 0 ? [] : onGrid(oneAtATime(tracks[part]!.notes, lost), grid);
  const chordPart = asked ?? likeliestChords(tracks, part);
  const chordal = tracks.flatMap((track, i) =>
    i === chordPart || (chordPart === 'others' && i !== part) ? track.notes : [],
  );
  const lengths = {
    sung: Math.max(0, ...notes.map(({ to }) => to)),
    played: Math.max(0, ...chordal.map(({ to }) => to)),
  };
  const empty = barsUpTo(Math.max(lengths.sung, lengths.played), meters, first);
  const chords = chordsHeard(chordal, empty, home);
  const spell = (pitch: number) => nameInKey(home, pitchClassOf(pitch));
  const measures = measuresOf(notes, empty, first, spell, octave).map((measure, i) => ({
    ...measure,
    chords: chords[i]!,
  }));
  return {
    tunes: [title || t('Untitled')],
    tune: 0,
    parts: tracks.map(({ name }) => name),
    part,
    guessed: wanted === undefined && tracks.length > 1,
    chordPart,
    draft: {
      title,
      key,
      meter: first,
      tempo: tempo === null ? null : (tempo * TICKS_PER_QUARTER) / ticksPerBeat(first),
      feel: 'straight',
      measures,
    },
    lost,
  };
}

function end(open: Map<number, { from: number; channel: number }>, id: number, to: number, notes: Sounded[]): void {
  const one = open.get(id);
  open.delete(id);
  if (one && to > one.from) notes.push({ ...one, to, pitch: id % 128 });
}

/** A tune is sung one note at a time, in a middle register, and has many pitches. */
function likeliest(tracks: readonly Track[]): number {
  const worth = tracks.map(({ name, notes }) => {
    const sorted = [...notes].sort((a, b) => a.from - b.from);
    const together = sorted.filter(({ from }, i) => i > 0 && from < sorted[i - 1]!.to - 1).length / notes.length;
    const middle = notes.reduce((sum, { pitch }) => sum + pitch, 0) / notes.length;
    const named = /melod|voc|voice|lead|sing|tune/i.test(name) ? 1 : 0;
    return named - together - Math.abs(middle - 70) / 24;
  });
  return worth.indexOf(Math.max(...worth));
}

/** How many of a track's notes begin with two others at least: more is a part of chords. */
const CHORDAL = 1 / 3;
/** The part, beside the melody, that plays chords most; or none. */
function likeliestChords(tracks: readonly Track[], melody: number): ChordPart {
  const shares = tracks.map(({ notes }, i) => {
    const struck = new Map<number, number>();
    for (const { from } of notes) {
      const at = Math.round(from / (TICKS_PER_QUARTER / 4));
      struck.set(at, (struck.get(at) ?? 0) + 1);
    }
    const together = [...struck.values()].filter((count) => count >= 3).reduce((sum, count) => sum + count, 0);
    return i === melody || notes.length === 0 ? 0 : together / notes.length;
  });
  const most = Math.max(0, ...shares);
  return most > CHORDAL ? shares.indexOf(most) : 'none';
}

/** Of what sounds at once the highest; a note ends where the next begins. */
function oneAtATime(notes: readonly Sounded[], lost: Lost[]): readonly Sounded[] {
  const sorted = [...notes].sort((a, b) => a.from - b.from || b.pitch - a.pitch);
  const kept: Sounded[] = [];
  let dropped = 0;
  for (const note of sorted) {
    const last = kept.at(-1);
    // What begins within a sixty-fourth of it is struck together.
    if (last && note.from - last.from < TICKS_PER_QUARTER / 16) {
      dropped++;
      if (note.pitch > last.pitch) kept[kept.length - 1] = note;
    } else {
      if (last && last.to > note.from) kept[kept.length - 1] = { ...last, to: note.from };
      kept.push(note);
    }
  }
  if (dropped > 0)
    lost.push({ measure: null, code: 'passed-over', args: { what: t('lower notes of chords'), count: dropped } });
  return kept;
}

/** Where three stand for two of a grid. */
const thirdsOf = (grid: Ticks): Ticks => (grid * 2) / 3;

/** Each note on the nearest place of the grid, or of thirds where that is nearer by far; none is left without a length. */
function onGrid(notes: readonly Sounded[], grid: Ticks): readonly Sounded[] {
  const third = thirdsOf(grid);
  const near = (time: number): number => {
    const plain = Math.round(time / grid) * grid;
    const triplet = Math.round(time / third) * third;
    return Math.abs(time - triplet) + grid / 12 < Math.abs(time - plain) ? triplet : plain;
  };
  return notes
    .map(({ from, to, ...note }) => ({ ...note, from: near(from), to: near(to) }))
    .map((note) => (note.to > note.from ? note : { ...note, to: note.from + grid }))
    .map((note, i, all) => ({ ...note, to: Math.min(note.to, all[i + 1]?.from ?? Infinity) }))
    .filter(({ from, to }) => to > from);
}

interface EmptyBar {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly meter: Meter;
}
/** The bars of a file up to a time, one at least. */
function barsUpTo(
  last: number,
  meters: readonly { readonly at: number; readonly meter: Meter }[],
  first: Meter,
): readonly EmptyBar[] {
  const bars: EmptyBar[] = [];
  let start = 0;
  while (start < last || bars.length === 0) {
    if (bars.length >= MOST_MEASURES) throw new Unreadable('too-many-measures', { most: MOST_MEASURES });
    const meter = meters.findLast(({ at }) => at <= start + 1)?.meter ?? first;
    const ticks = ticksPerBar(meter);
    bars.push({ start, ticks, meter });
    start += ticks;
  }
  return bars;
}

function measuresOf(
  notes: readonly Sounded[],
  bars: readonly EmptyBar[],
  first: Meter,
  spell: (pitch: number) => string,
  octave: number,
): readonly DraftMeasure[] {
  return bars.map(({ start, ticks, meter }, i): DraftMeasure => {
    const before = bars[i - 1]?.meter ?? first;
    const end = start + ticks;
    const own = notes.filter(({ from, to }) => from < end && to > start);
    return {
      notes: own.map(({ from, to, pitch }): BarNotes[number] => ({
        tick: Math.max(from, start) - start,
        ticks: Math.min(to, end) - Math.max(from, start),
        pitch: pitch + 12 * octave,
        spelling: spell(pitch),
        tied: to > end,
      })),
      ticks,
      passes: new Map(),
      opens: false,
      closes: false,
      at: { line: i + 1, column: 1, length: 1 },
      label: String(i + 1),
      chords: [],
      meter: before.count !== meter.count || before.unit !== meter.unit ? meter : null,
      key: null,
      section: null,
      ending: null,
      before: [],
      after: [],
    };
  });
}
