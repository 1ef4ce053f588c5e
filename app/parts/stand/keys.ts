import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLatest } from '../../keep/latest.ts';
import { isOfControl, unlessOnControl } from '../frame/controls.ts';
import type { Keys } from '../frame/KeySheet.tsx';

/** Every key of the stand, as its sheet shows them. A pedal that turns pages sends the first two. */
export const STAND_KEYS: Keys = [
  ['→ Page Down', 'right pedal: it was clean; show it'],
  ['← Page Up', 'left pedal: it was not'],
  ['Space', 'play; stop'],
  ['N', 'the next thing'],
  ['A', 'again from the start'],
  ['↑ ↓', 'a step faster, slower'],
  ['S', 'how it is practised'],
  ['H', 'it hurts: stop'],
  ['Esc', 'end the session'],
  ['?', 'this sheet'],
];

/** What the pedals and keys of the stand do; what is not there does nothing. */
export interface StandDeeds {
  readonly right?: (() => void) | undefined;
  readonly left?: (() => void) | undefined;
  readonly play?: (() => void) | undefined;
  readonly next: () => void;
  readonly again?: (() => void) | undefined;
  readonly faster?: ((by: 1 | -1) => void) | undefined;
  readonly how?: (() => void) | undefined;
  readonly hurts?: (() => void) | undefined;
  readonly close: () => void;
}

const BY_KEY: Readonly<Record<string, (to: StandDeeds) => void>> = {
  right: (to) => to.right?.(),
  pagedown: (to) => to.right?.(),
  left: (to) => to.left?.(),
  pageup: (to) => to.left?.(),
  n: (to) => to.next(),
  a: (to) => to.again?.(),
  up: (to) => to.faster?.(1),
  down: (to) => to.faster?.(-1),
  s: (to) => to.how?.(),
  h: (to) => to.hurts?.(),
  escape: (to) => to.close(),
};

/** Binds the keys of the stand. */
export function useStandKeys(deeds: StandDeeds, enabled: boolean): void {
  const now = useLatest(deeds);
  const free = { preventDefault: true, enabled, ignoreEventWhen: isOfControl };
  useHotkeys(Object.keys(BY_KEY), (_, { hotkey }) => BY_KEY[hotkey]?.(now.current), free);
  useHotkeys('space', (event) => unlessOnControl(event, () => now.current.play?.()), { enabled });
  // Whoever comes to the stand has its keys at once.
  useEffect(() => document.getElementById('stand')?.focus(), []);
}
