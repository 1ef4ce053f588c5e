import type { Chart, Slot } from '../chart/chart.ts';
import { playedBars, writeOut, type Versions } from '../chart/played.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import { NO_MELODY, sungNotes, type Melody } from '../melody/melody.ts';
import { weighNotes, type WeighedNote } from '../melody/weigh.ts';
import { formatKey, type Key } from '../pitch/key.ts';
import { modeOf } from './mode.ts';
import { numeralOf } from './numeral.ts';
import type { Function, KeyPlace } from './place.ts';
import { keyAreas, type KeyArea } from './areas.ts';
import { because, type Outside } from './reason.ts';
import { furtherReasons, reasonFor } from './rules.ts';
import { spotOf, viewsOf, type View } from './view.ts';

/** What a chord is and why it is there. */
export interface Reading {
  readonly key: Key;
  /** ASCII. */
  readonly numeral: string;
  readonly function: Function | null;
  /** Null for a chord of the key. */
  readonly outside: Outside | null;
}

/** A slot with its reading; its key is the one that prevails, written or heard. */
export interface ReadSlot extends Slot {
  /** ASCII; `N.C.` where no chord sounds. */
  readonly symbol: string;
  /** Its place in the key; null for chords from outside, and for N.C. */
  readonly place: KeyPlace | null;
  /** Null for N.C. */
  readonly reading: Reading | null;
  /** Further good readings. */
  readonly also: readonly Reading[];
  /** The notes of the melody that sound while it lasts. */
  readonly sung: readonly WeighedNote[];
}

/**
 * Reads every written-out slot of a chart, in the changes chosen: key areas, then patterns, then single chords (rules.ts).
 * The melody that is sung to it stands with them.
 */
export function readChart(chart: Chart, versions?: Versions, melody: Melody = NO_MELODY): readonly ReadSlot[] {
  const slots = writeOut(chart, versions);
  const chords: KeyedChord[] = [];
  /** The chord of each slot in the progression; one said again is the one before. */
  const at = slots.map(({ key, entry: { chord } }) => {
    if (chord === null) return -1;
    const last = chords.at(-1);
    const again = last && symbolOf(last.chord) === symbolOf(chord) && sameKey(last.key, key);
    return again ? chords.length - 1 : chords.push({ chord, key }) - 1;
  });
  const sung = melody.length > 0 ? weighNotes(playedBars(chart), sungNotes(chart, melody)) : [];
  const soundingIn = inTurn(sung);
  const read = readProgression(chords, chart.key, slots.at(-1)?.bar ?? 0);
  return slots.map((slot, i): ReadSlot => {
    const { chord } = slot.entry;
    const found = read[at[i]!];
    return {
      ...slot,
      key: found?.reading.key ?? slot.key,
      symbol: chord ? symbolOf(chord) : 'N.C.',
      place: found?.place ?? null,
      reading: found?.reading ?? null,
      also: found?.also ?? [],
      sung: soundingIn(slot),
    };
  });
}

/** The notes that sound in slots asked for in order of time. */
function inTurn(sung: readonly WeighedNote[]): (slot: Slot) => readonly WeighedNote[] {
  let first = 0;
  return ({ start, entry: { ticks } }) => {
    const isOver = (note: WeighedNote) => note.start + note.ticks <= start;
    while (first < sung.length && isOver(sung[first]!)) first++;
    let last = first;
    while (last < sung.length && sung[last]!.start < start + ticks) last++;
    return sung.slice(first, last);
  };
}

/** A chord under the key written for it. */
interface KeyedChord {
  readonly chord: Chord;
  readonly key: Key;
}
const sameKey = (a: Key, b: Key) => formatKey(a) === formatKey(b);

interface ReadChord {
  readonly place: KeyPlace | null;
  readonly reading: Reading;
  readonly also: readonly Reading[];
}

function readProgression(keyed: readonly KeyedChord[], home: Key, bars: number): readonly ReadChord[] {
  const chords = keyed.map(({ chord }) => chord);
  const blues = isBlues(chords, home, bars);
  const mode = blues ? null : modeOf(chords, home);
  const form = { blues: blues || (mode === null && restsOnSeventh(chords, home)), mode };
  const viewsIn = (key: Key) =>
    viewsOf(
      chords.map((chord) => spotOf(chord, key)),
      key,
      form,
    );
  const read = viewsIn(home).map(readView);
  const written = writtenAreas(keyed, home);
  const heard = keyAreas(chords, home, blues).filter(
    (area) => !written.some(({ from, to }) => from <= area.to && area.from <= to),
  );
  for (const { key, from, to } of [...written, ...heard]) {
    const views = viewsIn(key);
    for (let i = from; i <= to; i++) {
      const before = read[i]!;
      read[i] = readView(views[i]!);
      if (i > from || read[i]!.reading.outside !== null) continue;
      // Where the key changes, that is the reason; as a pivot the chord has its reading at home too.
      const outside = because('modulation', null, { key, lands: true }).outside;
      read[i] = { ...read[i]!, reading: { ...read[i]!.reading, outside }, also: before.place ? [before.reading] : [] };
    }
  }
  return read;
}

/** The stretches for which the chart names another key than its first. */
function writtenAreas(keyed: readonly KeyedChord[], home: Key): readonly KeyArea[] {
  const areas: KeyArea[] = [];
  keyed.forEach(({ key }, i) => {
    const last = areas.at(-1);
    if (sameKey(key, home)) return;
    if (last && last.to === i - 1 && sameKey(last.key, key)) areas[areas.length - 1] = { ...last, to: i };
    else areas.push({ key, from: i, to: i });
  });
  return areas;
}

function readView(view: View): ReadChord {
  const { key, here } = view;
  const numeral = numeralOf(here.chord, key);
  const reason = reasonFor(view);
  return {
    place: reason ? null : here.place,
    reading: {
      key,
      numeral,
      function: reason ? reason.function : here.place!.function,
      outside: reason?.outside ?? null,
    },
    also: furtherReasons(view, reason).map((more) => ({ key, numeral, ...more })),
  };
}

/** A blues is made of twelves (or eights), begins on I7, and its IV is a dominant seventh too; one of twelve bars may begin on a plain I. */
const BLUES_BARS = [12, 8];
function isBlues(chords: readonly Chord[], key: Key, bars: number): boolean {
  const spots = chords.map((chord) => spotOf(chord, key));
  const has = (degree: number) => spots.some((spot) => spot.degree === degree && spot.family === 'dominant');
  const isLong = BLUES_BARS.some((length) => bars % length === 0);
  const begins =
    spots[0]?.family === 'dominant' ? isLong : spots[0]?.place?.name === 'I' && bars % BLUES_BARS[0]! === 0;
  return begins && spots[0]!.degree === 0 && has(0) && has(5);
}

/** Whether the tonic is plainly a seventh chord: each time it comes, and not only to lead to IV. */
function restsOnSeventh(chords: readonly Chord[], key: Key): boolean {
  const spots = chords.map((chord) => spotOf(chord, key));
  const tonics = spots.flatMap((spot, i) => (spot.degree === 0 && spot.chord.kind.third === '3' ? [i] : []));
  const leads = (i: number) => spots[(i + 1) % spots.length]!.degree === 5;
  return tonics.length > 1 && tonics.every((i) => spots[i]!.family === 'dominant') && tonics.some((i) => !leads(i));
}

/** A slot's place in time as data: `beat` from 1 and `beats` long, in beats of the meter. */
export function slotTimes(slot: Slot) {
  return { bar: slot.bar, beat: slot.entry.beat, beats: slot.entry.beats, sourceBar: slot.sourceBar, pass: slot.pass };
}

const readingAsJson = ({ key, numeral, function: does, outside }: Reading) => ({
  key: formatKey(key),
  numeral,
  function: does,
  outside: outside && { ...outside, key: outside.key && formatKey(outside.key) },
});

/** The reading as the contract's JSON. */
export function readingAsData(chart: Chart) {
  return {
    title: chart.title,
    key: formatKey(chart.key),
    meter: `${chart.meter.count}/${chart.meter.unit}`,
    tempo: chart.tempo,
    slots: readChart(chart).map((slot) => ({
      ...slotTimes(slot),
      symbol: slot.symbol,
      ...(slot.reading
        ? readingAsJson(slot.reading)
        : { key: formatKey(slot.key), numeral: null, function: null, outside: null }),
      also: slot.also.map(readingAsJson),
    })),
  };
}
