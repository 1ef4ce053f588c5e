import { symbolOf, type Chord } from '../chord/chord.ts';
import { formatFrets, fretsAt, pitchesOf, shapeAt, shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { StandingWish } from '../take/wishes.ts';
import type { Place, Pricing } from './cost.ts';
import { statesOf, TENTH, type States } from './states.ts';
import { gripWishes } from './wishes.ts';

/** A chord to be voiced, and the grip it is pinned to, if it is. */
export interface Wanted {
  readonly chord: Chord;
  /** Fret per string, −1 not played. A pin that is no grip of the chord is not obeyed. */
  readonly pin: readonly number[] | null;
  /** Whether the pin is obeyed also where it is no grip of the chord, so long as the hand holds it. */
  readonly led?: boolean;
  /** A pitch that is to sound, on its open string where there is one; where no grip has it, any will do. */
  readonly ring?: Midi | null;
  /** Where it stands in time; left out, nothing is known of it. */
  readonly place?: Place;
  /** The wishes it lies in; one about how grips go on holds between two columns that both have it. */
  readonly wishes?: readonly StandingWish[];
  /** Outer notes that cost something: those of other paths (paths.ts). */
  readonly unlike?: readonly Unlike[];
}

/** A top note and a lowest one; to have either costs a price in tenths. */
export interface Unlike {
  readonly top: Midi;
  readonly bass: Midi;
  readonly price: number;
}

/** The grips that may stand for what is wanted, remembered as long as hand and prices stay. */
export class Candidates {
  readonly #library: ShapeLibrary;
  readonly #pricing: Pricing;
  readonly #banished: ReadonlySet<string>;
  readonly #known = new Map<string, States>();

  /** `banished`: grips the player never wants, as `x-3-5-4-5-3`. */
  constructor(library: ShapeLibrary, pricing: Pricing, banished: ReadonlySet<string>) {
    this.#library = library;
    this.#pricing = pricing;
    this.#banished = banished;
  }

  /** The states of a chord, or of its pin. */
  states(want: Wanted): States {
    const { chord, pin, led = false, ring = null, wishes = [], unlike = [] } = want;
    const key = candidatesKey(want);
    const known = this.#known.get(key);
    if (known) return known;
    const pinned = pin === null ? new Uint32Array() : this.#pinned(chord, pin, led);
    const wanted = pinned.length > 0 ? pinned : ringing(this.#shapes(chord), this.#library, ring);
    const states = pricedUnlike(statesOf(chord, this.#library, this.#pricing, wanted, gripWishes(wishes)), unlike);
    this.#known.set(key, states);
    return states;
  }

  /** The grips of a chord that are not banished. */
  #shapes(chord: Chord): Uint32Array {
    const all = shapesOf(chord, this.#library);
    if (this.#banished.size === 0) return all;
    return all.filter((shape) => !this.#banished.has(formatFrets(fretsAt(this.#library, shape))));
  }

  /** The shape of a pin; none where the hand cannot hold it or, unless voices were led there, it is no grip of the chord. */
  #pinned(chord: Chord, pin: readonly number[], led: boolean): Uint32Array {
    const shape = shapeAt(pin, this.#library);
    if (shape === null) return new Uint32Array();
    return led ? Uint32Array.of(shape) : shapesOf(chord, this.#library).filter((one) => one === shape);
  }
}

/** What the candidates depend on. */
export const candidatesKey = ({ chord, pin, led, ring, wishes = [], unlike = [] }: Wanted) =>
  [
    symbolOf(chord),
    pin === null ? '' : `${formatFrets(pin)}${led ? ' led' : ''}`,
    ring ?? '',
    JSON.stringify(gripWishes(wishes)),
    JSON.stringify(unlike),
  ].join(' ');

/** States with what it costs each to have an outer note of another path. */
function pricedUnlike(states: States, unlike: readonly Unlike[]): States {
  if (unlike.length === 0) return states;
  const { own, pitches, voices } = states;
  const priceOf = (i: number) => {
    const low = pitches[i * MOST_STRINGS]!;
    const high = pitches[i * MOST_STRINGS + voices[i]! - 1]!;
    return unlike.reduce((sum, { top, bass, price }) => sum + (high === top || low === bass ? price : 0), 0);
  };
  return { ...states, own: own.map((price, i) => price + priceOf(i) * TENTH) };
}

/** The shapes in which a pitch sounds: on its open string, else anywhere, else all there are. */
function ringing(shapes: Uint32Array, library: ShapeLibrary, ring: Midi | null): Uint32Array {
  if (ring === null) return shapes;
  const { open } = library.neck;
  const isOpen = shapes.filter((shape) => fretsAt(library, shape).some((fret, s) => fret === 0 && open[s] === ring));
  if (isOpen.length > 0) return isOpen;
  const sounding = shapes.filter((shape) => pitchesOf(library, shape).includes(ring));
  return sounding.length > 0 ? sounding : shapes;
}
