import type { Chart } from '../chart/chart.ts';
import { playedBars, type PlayedBar } from '../chart/played.ts';
import type { Grip } from '../grip/grips.ts';
import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Finger } from '../neck/hold.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { DecorKind } from '../decor.ts';
import { clockOf, type Clock } from '../time/clock.ts';
import { beatsPerBar, ticksPerBeat, type Ticks } from '../time/meter.ts';
import type { Legato } from './legato.ts';

/** One note of a sound, and where it is played. */
export interface SoundNote {
  readonly pitch: Midi;
  /** From 0, the lowest; its fret, 0 open; both null for a drum. Null finger where none is needed. */
  readonly string: number | null;
  readonly fret: number | null;
  readonly finger: Finger | null;
  /** Which voice of its sound, from 0, the lowest. */
  readonly voice: number;
}

/**
 * What a sound is: a chord of the take; a stroke over its strings, muted; a note of the melody, or of the bass; what decorates
 * (a chord that approaches the next or passes to it, a note of a run, of a line within a chord, an ornament); a stroke of the drums; a beat of
 * the click, or the first of a bar.
 */
export type SoundKind =
  | 'chord'
  | 'muted'
  | 'melody'
  | 'bass'
  | 'approach'
  | 'passing'
  | 'run'
  | 'line'
  | 'ornament'
  | 'stroke'
  | 'beat'
  | 'downbeat';

/** What sounds at once. Time in ticks from the tune's start. */
export interface Sound {
  readonly start: Ticks;
  readonly ticks: Ticks;
  /** As loud as in MIDI, 1 to 127. */
  readonly velocity: number;
  readonly kind: SoundKind;
  /** The column it belongs to, or null. */
  readonly column: number | null;
  /** How long it is from its first string to its last, in milliseconds; below 0 the highest string comes first. */
  readonly spreadMs: number;
  /** Lowest string first. */
  readonly notes: readonly SoundNote[];
  /** How the left hand alone brings it on; without it it is plucked. */
  readonly legato?: Legato;
  /** Let go early: it is written this much longer than it sounds. */
  readonly letGo?: Ticks;
}

/** Who plays. */
export const PARTS = ['guitar', 'melody', 'bass', 'brushes', 'click'] as const;
export type PartName = (typeof PARTS)[number];

/** A column in time, whether anything sounds in it or not. */
export interface NamedSpan {
  readonly start: Ticks;
  readonly ticks: Ticks;
  /** The played bar it begins in. */
  readonly bar: number;
  /** ASCII, `N.C.` for a rest. */
  readonly symbol: string;
}

/** A note that is added to a chord. Time from the tune's start. */
export interface AddedNote {
  readonly start: Ticks;
  readonly pitch: Midi;
  readonly string: number;
  readonly fret: number;
  readonly finger: Finger;
}

/** Something that was added to a chord. */
export interface Decorated {
  readonly column: number;
  /** Its decoration by id, which of several, and of which sort. */
  readonly id: string;
  readonly variant: string;
  readonly kind: DecorKind;
  readonly name: string;
  readonly reason: string;
  /** Its notes (decor/notes-added.ts). */
  readonly notes: readonly AddedNote[];
}

/** What sounds, and when: playback, files and practice read this and nothing else. */
export interface Score extends Pick<Chart, 'title' | 'key' | 'meter' | 'tempo' | 'feel'> {
  readonly clock: Clock;
  readonly bars: readonly PlayedBar[];
  /** Column by column. */
  readonly columns: readonly NamedSpan[];
  readonly parts: Readonly<Record<PartName, readonly Sound[]>>;
  /** What was added to its chords, in words. */
  readonly decorated?: readonly Decorated[];
  readonly end: Ticks;
}

/** What is scored: a chart with the grips of its columns, on strings tuned so (lowest first, from the capo). */
export interface Scored {
  readonly chart: Chart;
  readonly open: readonly Midi[];
  readonly columns: readonly (Pick<ArrangedColumn, 'grip'> & {
    /** `at`: the name under which something of its own may be decided for it. */
    readonly column: Pick<ArrangedColumn['column'], 'slot' | 'symbol' | 'chord'> &
      Partial<Pick<ArrangedColumn['column'], 'at'>>;
  })[];
}

/** A layer over a take (rhythm, texture, decoration, melody …): a score in, a score out. */
export type Layer = (score: Score, of: Scored) => Score;

const VELOCITY = 80;
const ACCENT = 110;
/** A chord that nothing else is said of, in milliseconds. */
const STRUM = 18;

/** The score of a take under its layers, from the first to the last. With none: one sound a column. `swing`: of the clock. */
export function scoreOf(of: Scored, layers: readonly Layer[] = [], swing?: number): Score {
  return layers.reduce((score, layer) => layer(score, of), plainScore(of, swing));
}

function plainScore({ chart, open, columns }: Scored, swing?: number): Score {
  const { title, key, meter, tempo, feel } = chart;
  const bars = playedBars(chart);
  const last = bars.at(-1);
  const spans = columns.map(({ column: { slot, symbol } }): NamedSpan => ({
    start: slot.start,
    ticks: slot.entry.ticks,
    bar: slot.bar,
    symbol,
  }));
  return {
    title,
    key,
    meter,
    tempo,
    feel,
    clock: clockOf(bars, tempo, meter, swing),
    bars,
    columns: spans,
    parts: {
      guitar: columns.flatMap(({ grip }, column): Sound[] => {
        const { start, ticks } = spans[column]!;
        return grip
          ? [{ start, ticks, velocity: VELOCITY, kind: 'chord', column, spreadMs: STRUM, notes: notesOf(grip, open) }]
          : [];
      }),
      melody: [],
      bass: [],
      brushes: [],
      click: bars.flatMap(clicksOf),
    },
    end: last ? last.start + last.ticks : 0,
  };
}

/** The notes of a grip, string by string; unisons are voices of their own. */
function notesOf({ frets, fingers }: Pick<Grip, 'frets' | 'fingers'>, open: readonly Midi[]): SoundNote[] {
  const played = frets.flatMap((fret, string) => (fret < 0 ? [] : [{ string, fret, pitch: open[string]! + fret }]));
  // A lower string may sound higher where the next is open.
  const ascending = [...played].sort((a, b) => a.pitch - b.pitch || a.string - b.string);
  return played.map((note) => {
    const finger = fingers[note.string] ?? 0;
    return { ...note, finger: finger === 0 ? null : finger, voice: ascending.indexOf(note) };
  });
}

/** The beats of a bar; those of a pickup end with the bar line. */
function clicksOf({ start, ticks, meter }: PlayedBar): Sound[] {
  const perBeat = ticksPerBeat(meter);
  const missing = Math.max(0, perBeat * beatsPerBar(meter) - ticks);
  const first = Math.ceil(missing / perBeat);
  return Array.from({ length: beatsPerBar(meter) - first }, (_, i): Sound => {
    const downbeat = first + i === 0;
    return {
      start: start + (first + i) * perBeat - missing,
      ticks: perBeat,
      velocity: downbeat ? ACCENT : VELOCITY,
      kind: downbeat ? 'downbeat' : 'beat',
      column: null,
      spreadMs: 0,
      notes: [],
    };
  });
}
