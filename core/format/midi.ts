import { signature } from '../pitch/key.ts';
import { isMinor } from '../reading/place.ts';
import type { Score } from '../score/score.ts';
import { quarterSeconds } from '../time/clock.ts';
import { formatMeter, isCompound, ticksPerBeat, TICKS_PER_QUARTER, type Meter, type Ticks } from '../time/meter.ts';

/** General MIDI 1 program 26, acoustic guitar (steel), counted from 0. */
const STEEL_GUITAR = 25;
/** A change is heard as one when each string stops just before it is plucked again. */
const GAP: Ticks = 10;

/**
 * A Standard MIDI File, format 1 (MIDI 1.0, RP-001): a conductor track with tempo, meter, key and
 * chord names as markers, and one guitar track at sounding pitch.
 */
export function writeMidi(score: Score): Uint8Array {
  return Uint8Array.from([
    ...chunk('MThd', [...uint(1, 2), ...uint(2, 2), ...uint(TICKS_PER_QUARTER, 2)]),
    ...chunk('MTrk', track(conductor(score), score.end)),
    ...chunk('MTrk', track(guitar(score), score.end)),
  ]);
}

interface Event {
  readonly tick: Ticks;
  /** At one tick: notes end before others begin. */
  readonly order: number;
  readonly bytes: readonly number[];
}

function conductor({ title, key, clock, bars, columns }: Score): Event[] {
  const changes = bars.filter(({ meter }, i) => i === 0 || formatMeter(meter) !== formatMeter(bars[i - 1]!.meter));
  return [
    { tick: 0, order: 0, bytes: text(0x03, title) },
    { tick: 0, order: 0, bytes: [0xff, 0x51, 3, ...uint(Math.round(quarterSeconds(clock) * 1e6), 3)] },
    { tick: 0, order: 0, bytes: [0xff, 0x59, 2, signature(key) & 0xff, isMinor(key) ? 1 : 0] },
    ...changes.map(({ start, meter }) => ({ tick: start, order: 1, bytes: timeSignature(meter) })),
    ...columns.map(({ start, symbol }) => ({ tick: start, order: 2, bytes: text(0x06, symbol) })),
  ];
}

function timeSignature(meter: Meter): number[] {
  // MIDI clocks (24 a quarter) to a metronome click.
  const clocks = Math.round((ticksPerBeat(meter) / TICKS_PER_QUARTER) * 24);
  return [0xff, 0x58, 4, meter.count, Math.log2(meter.unit), isCompound(meter) ? 36 : clocks, 8];
}

function guitar({ parts }: Score): Event[] {
  return [
    { tick: 0, order: 0, bytes: text(0x03, 'Guitar') },
    { tick: 0, order: 0, bytes: [0xc0, STEEL_GUITAR] },
    ...parts.guitar.flatMap(({ start, ticks, velocity, notes }) =>
      [...new Set(notes.map(({ pitch }) => pitch))].flatMap((pitch) => [
        { tick: start, order: 2, bytes: [0x90, pitch, velocity] },
        { tick: start + Math.max(1, ticks - GAP), order: 1, bytes: [0x80, pitch, 0] },
      ]),
    ),
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
