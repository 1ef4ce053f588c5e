import { msg } from '../../../core/index.ts';
import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLatest } from '../../keep/latest.ts';
import { isOfControl, unlessOnControl } from '../frame/controls.ts';
import type { Pedals, Side } from './pedals.ts';
import type { Keys } from '../frame/KeySheet.tsx';

/** Every key of the stand, as its sheet shows them. A pedal that turns pages sends the first two. */
export const STAND_KEYS: Keys = [
  ['→ Page Down', msg('right pedal: it was clean; show it; held, the next thing')],
  ['← Page Up', msg('left pedal: it was not; held, stop')],
  ['Space', msg('play; stop')],
  ['N', msg('the next thing')],
  ['A', msg('again from the start')],
  ['↑ ↓', msg('a step faster, slower')],
  ['S', msg('how it is practised')],
  ['E', msg('the listening ear')],
  ['H', msg('it hurts: stop')],
  ['Esc', msg('end the session')],
  ['?', msg('this sheet')],
];

/** What the pedals and keys of the stand do; what is not there does nothing. */
export interface StandDeeds {
  readonly play?: (() => void) | undefined;
  readonly next: () => void;
  readonly again?: (() => void) | undefined;
  readonly faster?: ((by: 1 | -1) => void) | undefined;
  readonly how?: (() => void) | undefined;
  readonly ear?: (() => void) | undefined;
  readonly hurts?: (() => void) | undefined;
  readonly close: () => void;
}

const BY_KEY: Readonly<Record<string, (to: StandDeeds) => void>> = {
  n: (to) => to.next(),
  a: (to) => to.again?.(),
  up: (to) => to.faster?.(1),
  down: (to) => to.faster?.(-1),
  s: (to) => to.how?.(),
  e: (to) => to.ear?.(),
  h: (to) => to.hurts?.(),
  escape: (to) => to.close(),
};

const PEDAL_KEYS: Readonly<Record<string, Side>> = { right: 'right', pagedown: 'right', left: 'left', pageup: 'left' };

/** Binds the keys of the stand, and the pedals that are keys. */
export function useStandKeys(deeds: StandDeeds, { press, letGo }: Pedals, enabled: boolean): void {
  const now = useLatest(deeds);
  const free = { preventDefault: true, enabled, ignoreEventWhen: isOfControl };
  useHotkeys(Object.keys(BY_KEY), (_, { hotkey }) => BY_KEY[hotkey]?.(now.current), free);
  const pedals = { ...free, keydown: true, keyup: true };
  useHotkeys(
    Object.keys(PEDAL_KEYS),
    (event, { hotkey }) => {
      if (event.type === 'keyup') letGo();
      else if (!event.repeat) press(PEDAL_KEYS[hotkey]!);
    },
    pedals,
  );
  useHotkeys('space', (event) => unlessOnControl(event, () => now.current.play?.()), { enabled });
  // Whoever comes to the stand has its keys at once.
  useEffect(() => document.getElementById('stand')?.focus(), []);
}
