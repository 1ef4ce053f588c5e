import { wrap, type Remote } from 'comlink';
import type * as ToneModule from 'tone';
import type { ToneAudioBuffer, ToneBufferSource } from 'tone';
import { handing, type Due } from './handing.ts';
import {
  HEARD_PARTS,
  USUAL_VOLUMES,
  type Heard,
  type Performance,
  type PlayedChord,
  type Side,
  type Volumes,
} from './performance.ts';
import type { Strings } from './pluck.worker.ts';
import { renderClick } from './pluck.ts';
import { timbreName, timbresOf } from './timbre.ts';
import { DAMP, gainOf, heldFor, orderOf } from './voicing.ts';

/** How one grip is sounded, and the seconds between two of its strings. */
const HEARD = { strummed: 0.014, plucked: 0, 'one by one': 0.24 } as const;
export type Hearing = keyof typeof HEARD;
export const HEARINGS = Object.keys(HEARD) as readonly Hearing[];
/** From the deed to the first sound, in seconds: room to hand it over. */
const LEAD_IN = 0.12;
/** So early, in seconds, a sound is handed to the audio clock: a page that is busy for less does not make it late. */
const HANDED_EARLY = 0.5;
/** What is later than this, in seconds, after a page was busy for longer, is left out: it would come in a heap with the rest. */
const TOO_LATE = 0.05;
/** So early, in seconds, a sign of what sounds is drawn: what is drawn is on the screen a frame later. */
const DRAWN_EARLY = 1 / 60;
const SINGLE_SECONDS = 2.5;
/** A browser that lets nothing sound yet does not say so: it answers nothing. In seconds. */
const ANSWERS_WITHIN = 10;
/** From one take to the other without a gap or a click, in seconds. */
const SIDE_FADE = 0.03;

type Tone = typeof ToneModule;

/** What is told of while it plays. */
export interface Told {
  /** The column that sounds, as it sounds; null at the end. */
  column(column: number | null): void;
  /** In so many seconds its first column is heard. */
  begins?(inSeconds: number): void;
  /** It sounds no more, though nobody stopped it. */
  lost(): void;
}

/**
 * Plays on the audio clock. Everything large (the scheduler, the strings) is loaded when first asked
 * for.
 */
export class Playback {
  #tone: Tone | null = null;
  #strings: Remote<Strings> | null = null;
  /** By the name of a timbre. */
  readonly #buffers = new Map<string, ToneAudioBuffer>();
  readonly #clicks = new Map<boolean, ToneAudioBuffer>();
  #parts: Readonly<Record<Heard, InstanceType<Tone['Volume']>>> | null = null;
  /** By part the ways in of two takes, of which one is open. */
  #sides: Partial<Record<Heard, readonly InstanceType<Tone['Gain']>[]>> = {};
  #side: Side = 0;
  /** What was handed to the audio clock and has not ended, with when it begins. */
  readonly #sounding = new Map<ToneBufferSource, number>();
  #run = 0;
  /** Hands over what is due next, as the audio clock goes on. */
  #hand: (() => void) | null = null;
  /** Whom to tell when the sound goes away: an unplugged device, a call. */
  #lost: (() => void) | null = null;
  #volumes = USUAL_VOLUMES;

  async #ready(chords: readonly Parameters<typeof timbresOf>[0][]): Promise<Tone> {
    this.#tone ??= await import('tone');
    const tone = this.#tone;
    await this.#awake(tone);
    const rate = tone.getContext().sampleRate;
    if (!this.#parts) {
      const limiter = new tone.Limiter(-1).toDestination();
      const part = () => new tone.Volume().connect(limiter);
      this.#parts = { guitar: part(), melody: part(), bass: part(), brushes: part(), click: part() };
      for (const name of ['guitar', 'melody', 'bass'] as const) {
        const into = this.#parts[name];
        this.#sides[name] = [0, 1].map((side) => new tone.Gain(side === this.#side ? 1 : 0).connect(into));
      }
      for (const accent of [true, false])
        this.#clicks.set(accent, tone.ToneAudioBuffer.fromArray(renderClick(accent, rate)));
    }
    this.setVolumes(this.#volumes);
    this.#strings ??= wrap<Strings>(new Worker(new URL('./pluck.worker.ts', import.meta.url), { type: 'module' }));
    const wanted = new Map(chords.flatMap(timbresOf).map((timbre) => [timbreName(timbre), timbre]));
    const missing = [...wanted].filter(([name]) => !this.#buffers.has(name));
    const made =
      missing.length > 0
        ? await this.#strings.render(
            missing.map(([, timbre]) => timbre),
            rate,
          )
        : [];
    made.forEach((samples, i) => this.#buffers.set(missing[i]![0], tone.ToneAudioBuffer.fromArray(samples)));
    return tone;
  }

  /** Until the browser lets it sound; throws an Error where it does not. */
  async #awake(tone: Tone): Promise<void> {
    const context = tone.getContext();
    let waiting = 0;
    const late = new Promise((resolve) => (waiting = window.setTimeout(resolve, ANSWERS_WITHIN * 1000)));
    await Promise.race([tone.start(), late]);
    clearTimeout(waiting);
    if (context.state !== 'running') throw new Error('the browser lets nothing sound yet. Press Play once more');
    context.off('statechange').on('statechange', (state) => {
      if (state !== 'running') this.#lost?.();
    });
  }

  setVolumes(volumes: Volumes): void {
    this.#volumes = volumes;
    const decibels = (gain: number) => (gain <= 0 ? -Infinity : 20 * Math.log10(gain));
    if (!this.#parts) return;
    // At once, not when what is handed over now is due.
    const now = this.#tone!.immediate();
    for (const part of HEARD_PARTS) this.#parts[part].volume.setValueAtTime(decibels(volumes[part]), now);
  }

  /** Which of two takes is heard: both are played, so that one goes on where the other was. */
  hearSide(side: Side): void {
    this.#side = side;
    for (const gains of Object.values(this.#sides))
      gains.forEach((gain, i) => gain.gain.rampTo(i === side ? 1 : 0, SIDE_FADE, this.#tone!.immediate()));
  }

  #sound(tone: Tone, chord: Omit<PlayedChord, 'at'>, time: number, how: Hearing = 'strummed'): void {
    const { seconds, side, part = 'guitar', level = part } = chord;
    const into = (side === undefined ? undefined : this.#sides[part]?.[side]) ?? this.#parts![level];
    for (const { note, late } of orderOf(chord, HEARD[how])) {
      const buffer = this.#buffers.get(timbreName(note));
      if (!buffer) continue;
      const source = new tone.ToneBufferSource({ url: buffer, fadeOut: DAMP }).connect(into);
      source.start(time + late, 0, undefined, gainOf(chord));
      // A drum rings out.
      if (part !== 'brushes') source.stop(time + heldFor(seconds) + late);
      this.#follow(source, time + late);
    }
  }

  /** Sounds one grip now. */
  async single(pitches: readonly number[], how: Hearing): Promise<void> {
    const tone = await this.#ready([{ pitches }]);
    this.#sound(tone, { pitches, seconds: SINGLE_SECONDS }, tone.now() + 0.03, how);
  }

  async play(performance: Performance, told: Told): Promise<void> {
    const mine = ++this.#run;
    const tone = await this.#ready(performance.chords);
    if (mine !== this.#run) return;
    const context = tone.getContext();
    const draw = tone.getDraw();
    // A page that is busy or out of sight catches up: no sign of what sounds, nor of the end, is dropped as late.
    draw.expiration = Infinity;
    draw.anticipation = DRAWN_EARLY;
    this.#clear(tone);
    this.#lost = () => {
      if (mine !== this.#run) return;
      this.stop();
      told.lost();
    };
    const { chords, clicks, lit, seconds, again = null } = performance;
    const sound = (at: number, start: (time: number) => void): Due => ({
      at,
      act: (time) => time > context.currentTime - TOO_LATE && start(time),
    });
    const shown = (at: number, show: () => void): Due => ({
      at,
      act: (time) => draw.schedule(() => mine === this.#run && show(), time),
    });
    const end = shown(seconds, () => {
      this.stop();
      told.column(null);
    });
    const due = [
      ...chords.map((chord) => sound(chord.at, (time) => this.#sound(tone, chord, time))),
      ...clicks.map(({ at, accent }) => sound(at, (time) => this.#click(tone, accent, time))),
      ...lit.map(({ column, at }) => shown(at, () => told.column(column))),
      ...(again === null ? [end] : []),
    ];
    const begins = tone.immediate() + LEAD_IN;
    told.begins?.(begins - tone.immediate() + (lit[0]?.at ?? 0));
    const hand = handing(due, begins, again === null ? null : { from: again, to: seconds });
    this.#hand = () => hand(context.currentTime + HANDED_EARLY);
    context.on('tick', this.#hand);
    this.#hand();
  }

  #click(tone: Tone, accent: boolean, time: number): void {
    const source = new tone.ToneBufferSource({ url: this.#clicks.get(accent)! }).connect(this.#parts!.click);
    source.start(time);
    this.#follow(source, time);
  }

  #follow(source: ToneBufferSource, from: number): void {
    this.#sounding.set(source, from);
    source.onended = () => {
      this.#sounding.delete(source);
      source.dispose();
    };
  }

  /** Silence at once: what sounds is damped, what was handed over already and is still to come is taken back. */
  #clear(tone: Tone): void {
    if (this.#hand) tone.getContext().off('tick', this.#hand);
    this.#hand = null;
    const now = tone.immediate();
    for (const [source, from] of this.#sounding) {
      if (from <= now) source.stop(now);
      else {
        this.#sounding.delete(source);
        source.dispose();
      }
    }
  }

  stop(): void {
    this.#run++;
    if (this.#tone) this.#clear(this.#tone);
  }
}
