import { headerKey, signature, type Key } from '../pitch/key.ts';
import { isMinor } from '../reading/place.ts';
import type { Score } from '../score/score.ts';
import { strokeOf } from '../score/stroke.ts';
import { quarterSeconds, secondsAt, STRAIGHT } from '../time/clock.ts';
import { formatMeter, isCompound, ticksPerBeat, TICKS_PER_QUARTER, type Meter, type Ticks } from '../time/meter.ts';

/** What plays each part: a channel, and a program of General MIDI 1 counted from 0; drums have channel 10 and none. */
const TRACKS = [
  { part: 'guitar', name: 'Guitar', channel: 0, program: 25 },
  { part: 'melody', name: 'Melody', channel: 2, program: 71 },
  { part: 'bass', name: 'Bass', channel: 1, program: 32 },
  { part: 'brushes', name: 'Brushes', channel: 9, program: null },
] as const;
/** A change is heard as one when each string stops just before it is plucked again. */
const GAP: Ticks = 10;
/** So long a muted string is heard, where a file has no other way to say that it is muted. */
const MUTED: Ticks = 30;

/**
 * A Standard MIDI File, format 1 (MIDI 1.0, RP-001): a conductor track with tempo, meters, keys and chord names as markers,
 * the guitar at sounding pitch, and a track for each other part that plays. Swing and strokes are written out.
 */
export function writeMidi(score: Score): Uint8Array {
  const playing = TRACKS.filter(({ part }) => part === 'guitar' || score.parts[part].length > 0);
  const end = heardAt(score, score.end);
  return Uint8Array.from([
    ...chunk('MThd', [...uint(1, 2), ...uint(1 + playing.length, 2), ...uint(TICKS_PER_QUARTER, 2)]),
    ...chunk('MTrk', track(conductor(score), end)),
    ...playing.flatMap((one) => chunk('MTrk', track(part(score, one), end))),
  ]);
}

/** The tick at which a player without swing would have to play what is heard at a tick. */
const heardAt = ({ clock }: Pick<Score, 'clock'>, tick: Ticks): Ticks =>
  clock.swing === STRAIGHT ? tick : Math.round((secondsAt(clock, tick) / quarterSeconds(clock)) * TICKS_PER_QUARTER);

interface Event {
  readonly tick: Ticks;
  /** At one tick: notes end before others begin. */
  readonly order: number;
  readonly bytes: readonly number[];
}

function conductor(score: Score): Event[] {
  const { title, key, clock, bars, columns } = score;
  const keys = bars.filter((bar, i) => i > 0 && headerKey(bar.key) !== headerKey(bars[i - 1]!.key));
  const changes = bars.filter(({ meter }, i) => i === 0 || formatMeter(meter) !== formatMeter(bars[i - 1]!.meter));
  return [
    { tick: 0, order: 0, bytes: text(0x03, title) },
    { tick: 0, order: 0, bytes: [0xff, 0x51, 3, ...uint(Math.round(quarterSeconds(clock) * 1e6), 3)] },
    { tick: 0, order: 0, bytes: keySignature(bars[0]?.key ?? key) },
    ...keys.map((bar) => ({ tick: bar.start, order: 1, bytes: keySignature(bar.key) })),
    ...changes.map(({ start, meter }) => ({ tick: start, order: 1, bytes: timeSignature(meter) })),
    ...columns.map(({ start, symbol }) => ({ tick: heardAt(score, start), order: 2, bytes: text(0x06, symbol) })),
  ];
}

function timeSignature(meter: Meter): number[] {
  // MIDI clocks (24 a quarter) to a metronome click.
  const clocks = Math.round((ticksPerBeat(meter) / TICKS_PER_QUARTER) * 24);
  return [0xff, 0x58, 4, meter.count, Math.log2(meter.unit), isCompound(meter) ? 36 : clocks, 8];
}

const keySignature = (key: Key): number[] => [0xff, 0x59, 2, signature(key) & 0xff, isMinor(key) ? 1 : 0];

function part(score: Score, { part: name, name: title, channel, program }: (typeof TRACKS)[number]): Event[] {
  return [
    { tick: 0, order: 0, bytes: text(0x03, title) },
    ...(program === null ? [] : [{ tick: 0, order: 0, bytes: [0xc0 + channel, program] }]),
    ...score.parts[name].flatMap(({ start, ticks, velocity, notes, kind, spreadMs }) => {
      const [begins, to] = [heardAt(score, start), heardAt(score, start + ticks)];
      // Of a unison on two strings one is written.
      const pitches = [...new Set(notes.map(({ pitch }) => pitch))];
      return strokeOf(pitches, spreadMs / 1000 / quarterSeconds(score.clock)).flatMap(({ note: pitch, late }) => {
        // However slow a roll, each of its strings is heard before it ends.
        const from = Math.max(begins, Math.min(begins + Math.round(late * TICKS_PER_QUARTER), to - GAP - 1));
        const ends = kind === 'muted' ? Math.min(to, from + MUTED) : to;
        return [
          { tick: from, order: 2, bytes: [0x90 + channel, pitch, velocity] },
          { tick: Math.max(from + 1, ends - GAP), order: 1, bytes: [0x80 + channel, pitch, 0] },
        ];
      });
    }),
  ];
}

function track(events: readonly Event[], end: Ticks): number[] {
  const sorted = events
    .map((event, i) => ({ ...event, i }))
    .sort((a, b) => a.tick - b.tick || a.order - b.order || a.i - b.i);
  const bytes: number[] = [];
  let now = 0;
  for (const event of sorted) {
    bytes.push(...variableLength(event.tick - now), ...event.bytes);
    now = event.tick;
  }
  bytes.push(...variableLength(Math.max(0, end - now)), 0xff, 0x2f, 0);
  return bytes;
}

function chunk(name: string, body: readonly number[]): number[] {
  return [...[...name].map((letter) => letter.charCodeAt(0)), ...uint(body.length, 4), ...body];
}

/** Text events carry ASCII by the standard; UTF-8 is what every reader of today expects beyond it. */
function text(type: number, content: string): number[] {
  const encoded = utf8(content);
  return [0xff, type, ...variableLength(encoded.length), ...encoded];
}

function utf8(content: string): number[] {
  const whole = content.replace(/\p{Surrogate}/gu, '?');
  return [...encodeURIComponent(whole).matchAll(/%(..)|(.)/gs)].map(([, hex, plain]) =>
    hex === undefined ? plain!.charCodeAt(0) : parseInt(hex, 16),
  );
}

function uint(value: number, bytes: number): number[] {
  return Array.from({ length: bytes }, (_, i) => (value >>> (8 * (bytes - 1 - i))) & 0xff);
}

function variableLength(value: number): number[] {
  const bytes = [value & 0x7f];
  for (let rest = value >>> 7; rest > 0; rest >>>= 7) bytes.unshift((rest & 0x7f) | 0x80);
  return bytes;
}
