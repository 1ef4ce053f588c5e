import type { Grip, Offered as DecorOffer, Steer } from '../../../core/index.ts';
import type { SteeredOutcome } from '../../work/questions.ts';
import type { ColumnEdits } from './columnEdits.ts';
import type { hearings } from './hearings.ts';
import type { BenchActions } from './keys.ts';
import type { OptionsTab } from './tabs.ts';
import type { Offered } from './useOffered.ts';
import type { Between } from './useBetween.ts';
import type { usePlayback } from './usePlayback.ts';
import type { useTrial } from './useTrial.ts';

/** What the keys have to do with. */
interface Bench extends Pick<BenchActions, 'mark' | 'takes' | 'keepMove' | 'stepTake' | 'undo' | 'redo'> {
  readonly count: number;
  readonly selected: number;
  readonly select: (column: number, extending?: boolean) => void;
  readonly tab: OptionsTab;
  readonly show: (tab: OptionsTab) => void;
  readonly changeZoom: (by: 1 | -1) => void;
  readonly nextLabels: () => void;
  readonly offered: Offered;
  /** The grip in hand, or the one being tried. */
  readonly inHand: Grip | null;
  readonly hearing: ReturnType<typeof hearings>;
  readonly hearLed: (outcome: SteeredOutcome) => void;
  readonly between: Between;
  /** Hears chords with what would be added to them. */
  readonly hearAdded: (offers: readonly DecorOffer[]) => void;
  /** Takes away what is added to the selected chord. */
  readonly letGo: () => void;
  readonly decide: ColumnEdits;
  readonly trial: ReturnType<typeof useTrial>;
  readonly unmark: () => void;
  readonly playback: ReturnType<typeof usePlayback>;
}

/** What each key of the bench does now. A voice that is in hand takes the arrows. */
export function benchActions(bench: Bench): BenchActions {
  const { count, selected, select, tab, show, offered, hearing, hearLed, inHand, decide, trial, playback } = bench;
  const { between, hearAdded } = bench;
  const { voices, moves, grips, trying, led } = offered;
  const { armed } = voices;
  const sendArmed = (way: Steer) => armed !== null && voices.set(armed, way);
  return {
    step: (by) => (armed === null ? select(selected + by) : sendArmed(by > 0 ? 'late' : 'early')),
    extend: (by) => select(selected + by, true),
    first: () => select(0),
    last: () => select(count - 1),
    play: hearing.play,
    hear: () => {
      if (tab === 'move' && moves[trying]) hearing.move(moves[trying]);
      else if (led) hearLed(led);
      else if (tab === 'between' && between.offers[trying]) hearAdded([between.offers[trying].offer]);
      else hearing.grip(inHand);
    },
    voice: (number) => tab === 'voice' && voices.arm(number),
    hearAlone: () => hearing.alone(inHand),
    divide: () => decide.divide?.(),
    shift: decide.shift,
    tab: (next) => {
      show(next);
      // Wishes are chosen by keys of their own: the first is at hand.
      if (next === 'wish') setTimeout(focusFirstWish);
    },
    try: (by) => (armed === null ? offered.tryNext(by) : sendArmed(by < 0 ? 'up' : 'down')),
    keep: trial.keep,
    keepRest: trial.keepRest,
    isPlaying: () => playback.active,
    pin: decide.pin,
    mark: bench.mark,
    takes: bench.takes,
    keepMove: bench.keepMove,
    stepTake: bench.stepTake,
    beside: () => tab === 'grip' && grips.setBeside(grips.beside ? null : grips.at(Math.max(0, trying))),
    zoom: bench.changeZoom,
    neckLabels: bench.nextLabels,
    release: () => {
      if (armed !== null) sendArmed('free');
      else if (tab === 'between' && between.stands) bench.letGo();
      else decide.release();
    },
    lift: () => decide.lift?.(),
    undo: bench.undo,
    redo: bench.redo,
    escape: () => {
      trial.forget();
      bench.unmark();
      offered.setTrying(-1);
      voices.disarm();
      playback.stop();
    },
  };
}

/** Once the wishes are drawn; they may have to be fetched first. */
function focusFirstWish(tries = 60): void {
  const first = document.querySelector<HTMLElement>('.carry .setting button, .wishes .setting button');
  if (first) first.focus();
  else if (tries > 0) requestAnimationFrame(() => focusFirstWish(tries - 1));
}
