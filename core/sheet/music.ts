import type { PlayedBar } from '../chart/played.ts';
import { noteIn, type Chord } from '../chord/chord.ts';
import type { Grip } from '../grip/grips.ts';
import { barByBar, notesOf, type Melody, type MelodyNote } from '../melody/melody.ts';
import { writtenBar, type WrittenBar } from '../melody/written.ts';
import { nameInKey, type Key } from '../pitch/key.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { Score, Scored, Sound } from '../score/score.ts';
import { ticksPerBar, type Ticks } from '../time/meter.ts';
import { accidentalsOf, type Accidental } from './accidentals.ts';
import { beamsOf } from './beams.ts';
import { cutShort, inVoices, type SheetEvent, type SheetNote } from './voices.ts';

/** A chord that sounds in a bar. Time from the bar's start, in ticks. */
export interface BarChord {
  readonly tick: Ticks;
  readonly ticks: Ticks;
  /** ASCII; `N.C.` for none. */
  readonly symbol: string;
  readonly chord: Chord | null;
  readonly grip: Grip | null;
  /** Which column of the score it is. */
  readonly column: number;
  /** It began in an earlier bar. */
  readonly held: boolean;
}

/** One voice of a bar as it is engraved: signs name events by their place. */
export interface Voice extends WrittenBar {
  readonly events: readonly SheetEvent[];
  /** Signs that share a beam. */
  readonly beams: readonly (readonly number[])[];
  /** The sign before each note of each event. */
  readonly accidentals: readonly (readonly (Accidental | null)[])[];
}

export const STAVES = ['guitar', 'melody', 'bass'] as const;
export type StaveName = (typeof STAVES)[number];

/** What stands in a played bar: of each stave its voices, the upper first. */
export interface BarMusic {
  readonly chords: readonly BarChord[];
  readonly staves: Readonly<Record<StaveName, readonly Voice[]>>;
}

/** An accented hit is at least so loud (score/rhythm). */
const ACCENTED = 100;
/** A stroke that takes longer is heard as a roll, in milliseconds. */
const ROLLED_MS = 60;

/** What stands in each bar as it is played. */
export function musicOf(score: Score, { columns }: Scored, melody: Melody): readonly BarMusic[] {
  const sung = barByBar(melody);
  const chordAt = (column: number | null): Chord | null =>
    column === null ? null : (columns[column]?.column.chord ?? null);
  let before: { readonly note: MelodyNote; readonly index: number } | null = null;
  return score.bars.map((bar): BarMusic => {
    const notes = notesOf(sung[bar.index] ?? [], bar.pass);
    const last = before?.note ?? null;
    if (notes.length > 0 || last?.tied) before = notes.length > 0 ? { note: notes.at(-1)!, index: bar.index } : null;
    const melodyEvents = notes.map((note, i) => sungEvent(note, i === 0 ? last : null));
    const guitar = eventsIn(bar, score.parts.guitar, chordAt);
    const bass = eventsIn(bar, score.parts.bass, chordAt);
    return {
      chords: chordsIn(bar, score, columns),
      staves: {
        guitar: engraved(inVoices(guitar), bar),
        melody: engraved([melodyEvents], bar),
        bass: engraved([cutShort(bass)], bar),
      },
    };
  });
}

function chordsIn({ start, ticks }: PlayedBar, score: Score, columns: Scored['columns']): readonly BarChord[] {
  return score.columns.flatMap((span, column): BarChord[] => {
    const [from, to] = [Math.max(span.start, start), Math.min(span.start + span.ticks, start + ticks)];
    if (from >= to) return [];
    const { grip, column: own } = columns[column]!;
    const held = span.start < start;
    return [{ tick: from - start, ticks: to - from, symbol: span.symbol, chord: own.chord, grip, column, held }];
  });
}

/** What sounds of a part in a bar: what goes over its ends is tied there. */
function eventsIn(
  bar: PlayedBar,
  part: readonly Sound[],
  chordAt: (column: number | null) => Chord | null,
): readonly SheetEvent[] {
  const end = bar.start + bar.ticks;
  const events = new Map<string, SheetEvent>();
  part.forEach((sound, i) => {
    const { start, kind, spreadMs, legato = null, velocity, letGo = 0 } = sound;
    const until = Math.min(start + sound.ticks + letGo, letGo > 0 ? nextOnString(part, i) : Infinity);
    const [from, to] = [Math.max(start, bar.start), Math.min(until, end)];
    if (from >= to || sound.notes.length === 0) return;
    // A stroke over muted strings has no length to be tied.
    if (kind === 'muted' && from > start) return;
    const chord = chordAt(sound.column);
    const isRolled = Math.abs(spreadMs) >= ROLLED_MS;
    const event: SheetEvent = {
      tick: from - bar.start,
      ticks: to - from,
      notes: sound.notes
        .map((note): SheetNote => ({ ...placed(note), spelling: spelled(note.pitch, chord, bar.key) }))
        .sort((a, b) => a.pitch - b.pitch),
      tiedIn: from > start,
      tied: kind !== 'muted' && to < until,
      muted: kind === 'muted',
      stroke: sound.notes.length < 2 || from > start ? null : isRolled ? 'roll' : spreadMs < 0 ? 'up' : 'down',
      legato: from > start ? null : legato,
      // A bass only lifts its finger.
      staccato: letGo > 0 && kind !== 'bass',
      accent: kind === 'chord' && velocity >= ACCENTED && from === start,
      rings: false,
      breath: false,
    };
    // Strings that are plucked apart, at the same time and for as long, are one chord.
    const name = [event.tick, event.ticks, event.muted, event.tiedIn, event.legato].join();
    const known = events.get(name);
    const notes = known && [...known.notes, ...event.notes].sort((a, b) => a.pitch - b.pitch);
    events.set(name, known ? { ...known, notes: notes!, accent: known.accent || event.accent } : event);
  });
  return [...events.values()];
}

const placed = ({ pitch, string, fret, finger }: SheetNote | Sound['notes'][number]) => ({
  pitch,
  string,
  fret,
  finger,
});

/** When a string of a sound is next plucked. */
function nextOnString(part: readonly Sound[], at: number): Ticks {
  const { start, notes } = part[at]!;
  const strings = new Set(notes.map(({ string }) => string));
  for (let i = at + 1; i < part.length; i++) {
    const next = part[i]!;
    if (next.start > start && next.notes.some(({ string }) => strings.has(string))) return next.start;
  }
  return Infinity;
}

/** A note as its chord spells it; one that is foreign to it, as the key does. */
const spelled = (pitch: Midi, chord: Chord | null, key: Key) =>
  (chord && noteIn(chord, pitchClassOf(pitch))) ?? nameInKey(key, pitchClassOf(pitch));

/** A note of the melody; `before`: the last of the bar before, for the first. */
function sungEvent({ tick, ticks, pitch, spelling, tied, breath }: MelodyNote, before: MelodyNote | null): SheetEvent {
  return {
    tick,
    ticks,
    notes: [{ pitch, spelling, string: null, fret: null, finger: null }],
    tiedIn: before?.tied === true && before.pitch === pitch && tick === 0,
    tied,
    muted: false,
    stroke: null,
    legato: null,
    staccato: false,
    accent: false,
    rings: false,
    breath: breath === true,
  };
}

/** Voices set on a stave: in signs, beamed, with the accidentals of the key. */
function engraved(voices: readonly (readonly SheetEvent[])[], { meter, ticks, key }: PlayedBar): readonly Voice[] {
  const long = Math.min(ticks, ticksPerBar(meter));
  // Heads are read from left to right, of one moment the upper voice first.
  const heads = voices
    .flatMap((events, voice) => events.map((event, at) => ({ event, voice, at })))
    .sort((a, b) => a.event.tick - b.event.tick || a.voice - b.voice)
    .flatMap(({ event, voice, at }) =>
      event.notes.map((note, n) => ({ ...note, tiedIn: event.tiedIn || event.muted, voice, at, n })),
    );
  const signs = new Map(
    accidentalsOf(heads, key).map((sign, i) => [`${heads[i]!.voice} ${heads[i]!.at} ${heads[i]!.n}`, sign]),
  );
  return voices.map((events, voice): Voice => {
    const written = writtenBar(events, meter, long);
    return {
      ...written,
      events,
      beams: beamsOf(written.signs, meter, long),
      accidentals: events.map(({ notes }, at) => notes.map((_, n) => signs.get(`${voice} ${at} ${n}`) ?? null)),
    };
  });
}
