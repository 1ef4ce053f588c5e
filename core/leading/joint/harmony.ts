import type { Chord } from '../../chord/chord.ts';
import { familyOf } from '../../chord/kind.ts';
import { pitchClass } from '../../pitch/note.ts';
import { remembered } from '../../remember.ts';
import type { ReadSlot } from '../../reading/read.ts';
import type { Role } from '../../reharm/role.ts';
import { rubWeight } from '../../reharm/rubs.ts';
import { rubsIn } from '../../take/rub.ts';
import { ticksPerBar, type Ticks } from '../../time/meter.ts';
import { pricesOver, type Priced } from '../terms.ts';
import type { Tenths } from '../units.ts';
import type { JointTaste, Way } from './ways.ts';

/**
 * What a whole take costs besides its connection, in tenths of a semitone, as all prices; each a price on one way to play a
 * stretch, or on one change. Common practice; the units were set by listening to what the dial then chooses.
 */
export const HARMONY_TERMS = [
  'style',
  'appetite',
  'pace',
  'device',
  'breath',
  'contrast',
  'still',
  'cadence',
  'home',
  'melody',
] as const;
export type HarmonyTerm = (typeof HARMONY_TERMS)[number];
export type HarmonyTerms = Priced<HarmonyTerm>;
export const { nothing: NO_HARMONY, sum: sumHarmony, total: totalHarmony } = pricesOver(HARMONY_TERMS);

/** Per beat, for a colour that the style does not name: the first of a role says least against it. Of none, `liked` is 0. */
const COLOUR_PRICES = { usual: 4, chart: 7, resolving: 7, care: 9, grates: 12 } as const;
/** Per beat, for each step that a group of moves is wanted less than most, and for each that its style is known for it less. */
const GROUP_PRICE = 6;
const KNOWN_PRICE = 5;
/** Per beat, by the appetite, for each step that something strays less: who wants to go far wants each step more. */
const APPETITE_PRICES = [0, 12, 12, 12, 18, 30] as const;
/** For each half bar in which nothing changes, by the appetite: what moves more costs more to connect, and is wanted for all that. */
const PACE_PRICE = 30;
/** For each change of the chart that gets lost. */
const LOST_CHANGE_PRICE = 60;
/** For the same move twice running: a device is heard as one. */
const DEVICE_PRICE = 60;
/** For a move right after another: there must be something to stray from. */
const BREATH_PRICE = 60;
/** For each step of fullness beyond one between neighbours: 13♭9 beside a plain triad is a break. */
const CONTRAST_PRICE = 15;
/** For a chord of the same root and kind again where the chart changes: nothing would be heard to. */
const STILL_PRICE = 60;
/** For a dominant before its tonic that no longer leads there: where a phrase closes, and elsewhere. */
const CLOSE_PRICE = 120;
const CADENCE_PRICE = 50;
/** For a first or last chord over another bass, and for one in a colour that does not rest. */
const AWAY_PRICE = 400;
const AWAY_AT_A_PHRASE_PRICE = 160;
/** For a move that runs over the beginning of a phrase at home: one no longer hears where it begins. */
const RUN_OVER_PRICE = 160;
const RESTLESS_PRICE = 80;
/** For a note of the melody that clashes, by its weight: a long one on a strong beat weighs 3. */
const RUB_PRICE = 80;
/** From here on a greater appetite wants no more changes. */
const MOST_PACE = 4;
/** The most that a group of moves is wanted, and a style is known for a move. */
const MOST_WANTED = 3;

/** What the prices depend on beside the way itself. */
export interface HarmonyContext {
  readonly taste: JointTaste;
  readonly slots: readonly ReadSlot[];
  /** Beats of a stretch, in those of its meter. */
  readonly beats: (way: Pick<Way, 'start' | 'end'>) => number;
}

/** What the style says to a way, a beat. */
function stylePerBeat({ colour, proposal }: Way, { style }: JointTaste): number {
  if (proposal) {
    // Kept moves are switched on one by one: whoever does wants them, whatever the style.
    if (style === null || proposal.move.group === 'kept') return GROUP_PRICE;
    const wanted = style.groups[proposal.move.group] ?? 0;
    const known = proposal.move.styles?.[style.id as keyof typeof proposal.move.styles] ?? 0;
    return (MOST_WANTED - wanted) * GROUP_PRICE + (MOST_WANTED - known) * KNOWN_PRICE;
  }
  if (!colour || style?.colours.includes(colour.suffix)) return 0;
  return COLOUR_PRICES[colour.group];
}

const DOMINANT_ROLES: readonly (Role | null)[] = ['V', 'V-minor', 'vii', 'viio', 'substitute', 'backdoor', 'dim'];
/** Whether a chord leads home. */
const leads = (chord: Chord, role: Role | null) =>
  DOMINANT_ROLES.includes(role) || ['dominant', 'suspended', 'diminished'].includes(familyOf(chord.kind));

/** The dominants before their tonic, by slot, and what it costs to lose each: most where the tune or a phrase closes. */
const cadencesOf = remembered(
  (slots: readonly ReadSlot[]): ReadonlyMap<number, Tenths> =>
    new Map(
      slots.flatMap((slot, i) => {
        const isCadence = slot.reading?.function === 'dominant' && slots[i + 1]?.reading?.function === 'tonic';
        const closes = i + 2 >= slots.length || slots[i + 2]!.opensPhrase;
        return isCadence ? [[i, closes ? CLOSE_PRICE : CADENCE_PRICE] as const] : [];
      }),
    ),
);

/** A chord that a tune can begin or end on: nothing diminished, nothing above a ninth, nothing altered. */
const rests = ({ kind }: Chord) =>
  !['diminished', 'half-diminished'].includes(familyOf(kind)) &&
  !kind.altered &&
  kind.fifth !== '#5' &&
  kind.tensions.every((tension) => tension === '9');

const bassOf = ({ root, bass }: Chord) => pitchClass(bass ?? root);
const endOf = ({ start, entry }: ReadSlot): Ticks => start + entry.ticks;

/** What a way costs by itself. */
export function wayTerms(way: Way, { taste, slots, beats }: HarmonyContext): HarmonyTerms {
  const long = beats(way);
  const stray = way.proposal?.move.stray ?? 0;
  const covers = (slot: ReadSlot) => slot.start < way.end && way.start < endOf(slot);
  const sounding = slots.filter(({ entry }) => entry.chord !== null);
  const [first, last] = [sounding[0]!, sounding.at(-1)!];
  const away = (slot: ReadSlot, column = way.columns[0]) => {
    if (!column?.chord) return 0;
    const isHome = bassOf(column.chord) === bassOf(slot.entry.chord!);
    return (isHome ? 0 : AWAY_PRICE) + (rests(column.chord) ? 0 : RESTLESS_PRICE);
  };
  /** Phrases that begin at home, the tune's first one aside: what is heard there, and whether a move runs over it. */
  const opens = slots.filter(
    (slot) =>
      slot !== first &&
      slot.opensPhrase &&
      slot.reading?.function === 'tonic' &&
      way.start <= slot.start &&
      slot.start < way.end,
  );
  const atAPhrase = opens.map((slot) => {
    const heard = way.columns.findLast((column) => column.slot.start <= slot.start);
    if (away(slot, heard) === 0) return 0;
    return AWAY_AT_A_PHRASE_PRICE + (way.start < slot.start ? RUN_OVER_PRICE : 0);
  });
  const lost = [...cadencesOf(slots)].filter(([i]) => {
    const end = endOf(slots[i]!);
    const leading = way.columns.findLast(({ slot }) => slot.start < end);
    return covers(slots[i]!) && leading?.chord && !leads(leading.chord, leading.context.role);
  });
  const { meter } = way.columns[0]!.slot;
  const halfBars = Math.round((2 * (way.end - way.start)) / ticksPerBar(meter));
  const changes = (symbols: readonly string[]) => symbols.filter((symbol, i) => symbol !== symbols[i - 1]).length;
  const fewer =
    changes(slots.filter(covers).map(({ symbol }) => symbol)) - changes(way.columns.map(({ symbol }) => symbol));
  return {
    ...NO_HARMONY,
    pace:
      Math.max(0, fewer) * LOST_CHANGE_PRICE +
      Math.round(Math.max(0, halfBars - way.columns.length) * PACE_PRICE * Math.min(MOST_PACE, taste.stray)),
    style: Math.round(stylePerBeat(way, taste) * long),
    appetite: Math.round(Math.max(0, taste.stray - stray) * (APPETITE_PRICES[taste.stray] ?? 0) * long),
    melody: Math.round(RUB_PRICE * way.columns.reduce((sum, column) => sum + rubWeight(rubsIn(slots, column)), 0)),
    cadence: lost.reduce((sum, [, price]) => sum + price, 0),
    home:
      atAPhrase.reduce<Tenths>((sum, price) => sum + price, 0) +
      (covers(first) ? away(first) : 0) +
      (covers(last) ? away(last, way.columns.at(-1)) : 0),
  };
}

/** How full a chord is: a triad 0, a sixth, a seventh or an added note 1, tensions 2, altered ones 3. */
function fullness({ kind }: Chord): number {
  const { seventh, tensions, altered, fifth } = kind;
  if (altered || tensions.some((tension) => /[#b](9|13)/.test(tension))) return 3;
  if (seventh !== null && tensions.length > 0) return 2;
  return seventh !== null || tensions.length > 0 || fifth === '#5' ? 1 : 0;
}

const isStill = (before: Chord, after: Chord) =>
  pitchClass(before.root) === pitchClass(after.root) &&
  bassOf(before) === bassOf(after) &&
  familyOf(before.kind) === familyOf(after.kind);

/** A way as its neighbours see it: its chords at both ends. */
export interface Neighbour {
  readonly way: Way;
  readonly first: Chord;
  readonly last: Chord;
}

/** What the change from one way to the next costs. `changes`: whether the chart itself changes there. */
export function changeTerms(before: Neighbour, after: Neighbour, changes: boolean): HarmonyTerms {
  const [move, next] = [before.way.proposal?.move, after.way.proposal?.move];
  const apart = Math.abs(fullness(before.last) - fullness(after.first));
  return {
    ...NO_HARMONY,
    device: move && next && move.id === next.id ? DEVICE_PRICE : 0,
    breath: move && next && move.id !== next.id ? BREATH_PRICE : 0,
    contrast: Math.max(0, apart - 1) * CONTRAST_PRICE,
    still: changes && isStill(before.last, after.first) ? STILL_PRICE : 0,
  };
}
