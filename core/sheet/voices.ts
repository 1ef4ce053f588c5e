import type { NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { Legato } from '../score/legato.ts';
import type { SoundNote } from '../score/score.ts';
import type { Ticks } from '../time/meter.ts';

/** A head: where it lies on the stave, and where it is played. */
export interface SheetNote extends Pick<SoundNote, 'string' | 'fret' | 'finger'> {
  readonly pitch: Midi;
  readonly spelling: NoteName;
}

/** What begins at once and is written alike: one head or several on a stem. From its bar's start, in ticks. */
export interface SheetEvent {
  readonly tick: Ticks;
  /** As it is written. */
  readonly ticks: Ticks;
  /** The lowest first. */
  readonly notes: readonly SheetNote[];
  /** Whether it is tied from the bar before, and into the next. */
  readonly tiedIn: boolean;
  readonly tied: boolean;
  /** Strings that the left hand mutes: heads are crosses. */
  readonly muted: boolean;
  /** Across the strings: slowly, upwards, or as a hand does it anyway. */
  readonly stroke: 'roll' | 'up' | 'down' | null;
  readonly legato: Legato | null;
  /** Let go early; accented; it rings on over what its voice plays next. */
  readonly staccato: boolean;
  readonly accent: boolean;
  readonly rings: boolean;
  /** Whether a phrase ends with it: a singer breathes. */
  readonly breath: boolean;
}

/** What an engraver would rather not write (common practice); the least sum is taken. */
const PRICES = {
  /** Two lengths on one stem: the longer is cut. */
  together: 80,
  /** A note is cut where its voice goes on, for each note of it; a bass is what the rest stands on. */
  cut: 1,
  cutBass: 8,
  /** A voice has to rest while the other sounds; in the lower one that is hardly seen. */
  rest: [5, 1],
  /** The lower voice is above the upper. */
  crossed: 12,
  /** The lower voice sounds alone. */
  alone: 2,
} as const;

const endOf = ({ tick, ticks }: SheetEvent): Ticks => tick + ticks;
const heightOf = ({ notes }: SheetEvent): number => notes.reduce((sum, { pitch }) => sum + pitch, 0) / notes.length;
/** Whether an event is below all that begins while it sounds, and something does. */
function isBass(event: SheetEvent, all: readonly SheetEvent[]): boolean {
  const over = all.filter(({ tick }) => tick > event.tick && tick < endOf(event));
  return over.length > 0 && over.every(({ notes }) => notes[0]!.pitch > event.notes.at(-1)!.pitch);
}

interface State {
  readonly price: number;
  /** The last event of the upper voice, and of the lower, or −1. */
  readonly last: readonly [number, number];
  readonly voices: readonly (0 | 1)[];
}

/**
 * Events of a bar in one or two voices, the upper first, each in order of time with nothing of one voice sounding twice. One that
 * would is cut, and rings on. An empty bar has one voice without events.
 */
export function inVoices(events: readonly SheetEvent[]): readonly (readonly SheetEvent[])[] {
  const sorted = [...events].sort((a, b) => a.tick - b.tick || heightOf(a) - heightOf(b));
  const basses = new Set(sorted.filter((event) => isBass(event, sorted)));
  let states: readonly State[] = [{ price: 0, last: [-1, -1], voices: [] }];
  sorted.forEach((event, i) => {
    const next = new Map<string, State>();
    for (const state of states)
      for (const voice of [0, 1] as const) {
        const last: [number, number] = [...state.last];
        last[voice] = i;
        const found: State = {
          price: state.price + priceOf(event, voice, state, { sorted, basses }),
          last,
          voices: [...state.voices, voice],
        };
        const known = next.get(last.join());
        if (!known || found.price < known.price) next.set(last.join(), found);
      }
    states = [...next.values()];
  });
  const best = states.reduce((a, b) => (b.price < a.price ? b : a));
  const upper = cutShort(sorted.filter((_, i) => best.voices[i] === 0));
  const lower = cutShort(sorted.filter((_, i) => best.voices[i] === 1));
  // Alone in a bar, the lower voice is the only one.
  return [upper, lower].filter((voice) => voice.length > 0).concat(sorted.length === 0 ? [[]] : []);
}

interface Around {
  readonly sorted: readonly SheetEvent[];
  readonly basses: ReadonlySet<SheetEvent>;
}

function priceOf(event: SheetEvent, voice: 0 | 1, { last }: State, { sorted, basses }: Around): number {
  const own = sorted[last[voice]];
  const other = sorted[last[voice === 0 ? 1 : 0]];
  const isBeside = other !== undefined && endOf(other) > event.tick;
  const isCrossed = isBeside && (voice === 0 ? heightOf(event) < heightOf(other) : heightOf(event) > heightOf(other));
  // What nobody plays is a rest in any case.
  const since = own ? endOf(own) : 0;
  const rests = since < event.tick && other !== undefined && endOf(other) > since;
  return (
    (own && endOf(own) > event.tick ? cutPrice(own, event, basses) : 0) +
    (isCrossed ? PRICES.crossed : 0) +
    (rests ? PRICES.rest[voice] : 0) +
    (voice === 1 && !isBeside ? PRICES.alone : 0)
  );
}

function cutPrice(own: SheetEvent, next: SheetEvent, basses: Around['basses']): number {
  if (own.tick === next.tick) return PRICES.together;
  return basses.has(own) ? PRICES.cutBass : PRICES.cut * own.notes.length;
}

/** A voice in which nothing sounds twice. */
export function cutShort(voice: readonly SheetEvent[]): readonly SheetEvent[] {
  const cut: SheetEvent[] = [];
  for (const event of voice) {
    const last = cut.at(-1);
    if (last && last.tick === event.tick) {
      const notes = [...last.notes, ...event.notes].sort((a, b) => a.pitch - b.pitch);
      cut[cut.length - 1] = { ...last, notes, ticks: Math.min(last.ticks, event.ticks), rings: true, tied: false };
      continue;
    }
    if (last && endOf(last) > event.tick)
      cut[cut.length - 1] = { ...last, ticks: event.tick - last.tick, rings: true, tied: false };
    cut.push(event);
  }
  return cut;
}
