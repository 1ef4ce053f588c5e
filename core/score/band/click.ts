import type { PlayedBar } from '../../chart/played.ts';
import { beatsPerBar, isCompound, ticksPerBeat } from '../../time/meter.ts';
import type { Layer, Score, Sound } from '../score.ts';

/** Where a metronome clicks: on the beats, between them too, on the weak beats as hands clap, or on the first of each bar. */
export const CLICK_WAYS = ['beats', 'parts', 'weak', 'bars'] as const;
export type ClickWay = (typeof CLICK_WAYS)[number];

/** Of what is between the beats: softer than they are. */
const BETWEEN = 58;

/** A score with its clicks in another way than on its beats. */
export const clickedIn = (score: Score, way: ClickWay): Score => ({
  ...score,
  parts: { ...score.parts, click: score.bars.flatMap((bar) => WAYS[way](bar, beatsOf(bar, score.parts.click))) },
});
export const clickLayer =
  (way: ClickWay): Layer =>
  (score) =>
    clickedIn(score, way);

const beatsOf = ({ start, ticks }: PlayedBar, click: readonly Sound[]) =>
  click.filter((sound) => sound.start >= start && sound.start < start + ticks);

const WAYS: Readonly<Record<ClickWay, (bar: PlayedBar, beats: readonly Sound[]) => readonly Sound[]>> = {
  beats: (_, beats) => beats,
  // Halves of a beat, thirds where the meter counts in threes.
  parts: ({ meter }, beats) => {
    const parts = isCompound(meter) ? 3 : 2;
    const ticks = ticksPerBeat(meter) / parts;
    return beats.flatMap((beat) => [
      beat,
      ...Array.from({ length: parts - 1 }, (_, i): Sound => ({
        ...beat,
        start: beat.start + (i + 1) * ticks,
        ticks,
        kind: 'beat',
        velocity: BETWEEN,
      })),
    ]);
  },
  // Two and four; in meters of an odd number all but the first. A pickup’s beats are the bar’s last.
  weak: ({ meter }, beats) => {
    const count = beatsPerBar(meter);
    return beats.filter((_, i) => {
      const beat = count - beats.length + i;
      return count % 2 === 0 ? beat % 2 === 1 : beat > 0;
    });
  },
  bars: (_, beats) => beats.filter(({ kind }) => kind === 'downbeat'),
};
