import { wrap, type Remote } from 'comlink';
import type * as ToneModule from 'tone';
import type { ToneAudioBuffer } from 'tone';
import type { Strings } from './pluck.worker.ts';
import { renderClick } from './pluck.ts';

/** A chord to be played: seconds from the start, and long. */
export interface PlayedChord {
  readonly at: number;
  readonly seconds: number;
  /** Sounding pitches, lowest string first. */
  readonly pitches: readonly number[];
  /** Of which of two takes it is, where two are played at once and one of them is heard. */
  readonly side?: Side;
}
export type Side = 0 | 1;
export interface Performance {
  /** From when on each column is the one that sounds. */
  readonly lit: readonly { readonly column: number; readonly at: number }[];
  readonly chords: readonly PlayedChord[];
  readonly clicks: readonly { readonly at: number; readonly accent: boolean }[];
  readonly seconds: number;
}

/** How one grip is sounded, and the seconds between two of its strings. */
const HEARD = { strummed: 0.014, plucked: 0, 'one by one': 0.24 } as const;
export type Hearing = keyof typeof HEARD;
export const HEARINGS = Object.keys(HEARD) as readonly Hearing[];
/** Each string is damped this long when the next chord comes. */
const DAMP = 0.05;
/** Time to fetch the first sounds before the clock starts. */
const LEAD_IN = 0.12;
/** What sounds so much before a beginning is still of what was played before. */
const EARLY = 0.02;
const SINGLE_SECONDS = 2.5;
/** From one take to the other without a gap or a click, in seconds. */
const SIDE_FADE = 0.03;

type Tone = typeof ToneModule;

/**
 * Plays on the audio clock. Everything large (the scheduler, the strings) is loaded when first asked
 * for; `onColumn` is told what sounds as it sounds, null at the end.
 */
export class Playback {
  #tone: Tone | null = null;
  #strings: Remote<Strings> | null = null;
  readonly #buffers = new Map<number, ToneAudioBuffer>();
  readonly #clicks = new Map<boolean, ToneAudioBuffer>();
  #guitar: InstanceType<Tone['Volume']> | null = null;
  #click: InstanceType<Tone['Volume']> | null = null;
  #sides: readonly InstanceType<Tone['Gain']>[] = [];
  #side: Side = 0;
  #run = 0;
  volume = 0.8;
  clickVolume = 0.5;

  async #ready(pitches: Iterable<number>): Promise<Tone> {
    this.#tone ??= await import('tone');
    const tone = this.#tone;
    await tone.start();
    const rate = tone.getContext().sampleRate;
    if (!this.#guitar) {
      const limiter = new tone.Limiter(-1).toDestination();
      this.#guitar = new tone.Volume().connect(limiter);
      this.#click = new tone.Volume().connect(limiter);
      this.#sides = ([0, 1] as const).map((side) => new tone.Gain(side === this.#side ? 1 : 0).connect(this.#guitar!));
      for (const accent of [true, false])
        this.#clicks.set(accent, tone.ToneAudioBuffer.fromArray(renderClick(accent, rate)));
    }
    this.setVolumes(this.volume, this.clickVolume);
    this.#strings ??= wrap<Strings>(new Worker(new URL('./pluck.worker.ts', import.meta.url), { type: 'module' }));
    const missing = [...new Set(pitches)].filter((pitch) => !this.#buffers.has(pitch));
    const rendered = missing.length > 0 ? await this.#strings.render(missing, rate) : [];
    rendered.forEach((samples, i) => this.#buffers.set(missing[i]!, tone.ToneAudioBuffer.fromArray(samples)));
    return tone;
  }

  /** Volumes 0 to 1. */
  setVolumes(volume: number, clickVolume: number): void {
    this.volume = volume;
    this.clickVolume = clickVolume;
    const decibels = (gain: number) => (gain <= 0 ? -Infinity : 20 * Math.log10(gain));
    if (this.#guitar) this.#guitar.volume.value = decibels(volume);
    if (this.#click) this.#click.volume.value = decibels(clickVolume);
  }

  /** Which of two takes is heard: both are played, so that one goes on where the other was. */
  hearSide(side: Side): void {
    this.#side = side;
    this.#sides.forEach((gain, i) => gain.gain.rampTo(i === side ? 1 : 0, SIDE_FADE));
  }

  #sound(
    tone: Tone,
    { pitches, seconds, side }: Pick<PlayedChord, 'pitches' | 'seconds' | 'side'>,
    time: number,
    how: Hearing = 'strummed',
  ): void {
    const into = side === undefined ? this.#guitar! : this.#sides[side]!;
    pitches.forEach((pitch, i) => {
      const buffer = this.#buffers.get(pitch);
      if (!buffer) return;
      const source = new tone.ToneBufferSource({ url: buffer, fadeOut: DAMP }).connect(into);
      source.start(time + i * HEARD[how]);
      source.stop(time + Math.max(0.1, seconds) + i * HEARD[how]);
      source.onended = () => source.dispose();
    });
  }

  /** Sounds one grip now. */
  async single(pitches: readonly number[], how: Hearing): Promise<void> {
    const tone = await this.#ready(pitches);
    this.#sound(tone, { pitches, seconds: SINGLE_SECONDS }, tone.now() + 0.03, how);
  }

  async play(performance: Performance, onColumn: (column: number | null) => void): Promise<void> {
    const mine = ++this.#run;
    const tone = await this.#ready(performance.chords.flatMap(({ pitches }) => pitches));
    if (mine !== this.#run) return;
    const transport = tone.getTransport();
    const draw = tone.getDraw();
    // A page that is busy or out of sight catches up: no sign of what sounds, nor of the end, is dropped as late.
    draw.expiration = Infinity;
    this.#clear(tone);
    const begins = tone.now() + LEAD_IN;
    // A busy page catches up with the end of what was played before: that passes by here too, and is none of this.
    const schedule = (at: number, sounds: (time: number) => void) =>
      transport.schedule((time) => {
        if (time > begins - EARLY) sounds(time);
      }, at);
    for (const chord of performance.chords) schedule(chord.at, (time) => this.#sound(tone, chord, time));
    for (const { column, at } of performance.lit)
      schedule(at, (time) => draw.schedule(() => mine === this.#run && onColumn(column), time));
    for (const { at, accent } of performance.clicks) {
      schedule(at, (time) => {
        const source = new tone.ToneBufferSource({ url: this.#clicks.get(accent)! }).connect(this.#click!);
        source.start(time);
        source.onended = () => source.dispose();
      });
    }
    schedule(performance.seconds, (time) => {
      draw.schedule(() => {
        if (mine !== this.#run) return;
        this.stop();
        onColumn(null);
      }, time);
    });
    transport.start(begins, 0);
  }

  #clear(tone: Tone): void {
    const transport = tone.getTransport();
    transport.stop();
    transport.cancel();
    tone.getDraw().cancel();
  }

  stop(): void {
    this.#run++;
    if (this.#tone) this.#clear(this.#tone);
  }
}
