import { useEffect, useState } from 'react';
import { useLatest } from '../../keep/latest.ts';
import { useRemembered } from '../../keep/remembered.ts';
import type { Pedals } from './pedals.ts';

/** What a MIDI foot switch may have: the two pedals of the stand, and some more where it has more, in the order they are asked for. */
export const SWITCHES = ['right', 'left', 'next', 'again', 'stop'] as const;
export type FootSwitch = (typeof SWITCHES)[number];
/** Which message is which of them, as `status.number` without the channel. */
type MidiPedals = Partial<Record<FootSwitch, string>>;
/** What pedals send unless they are set otherwise (MIDI 1.0, controllers 64 and 67: sustain and soft). */
const USUAL: MidiPedals = { right: '176.64', left: '176.67' };
/** A controller is pressed from here on (MIDI 1.0: switches are on from 64). */
const PRESSED = 64;
const [CONTROL, NOTE_ON, PROGRAM] = [0xb0, 0x90, 0xc0];

/** The switch a message says was pressed, as `status.number`; null: it was let go, or is something else. */
export function pressedBy(message: ArrayLike<number>): string | null {
  const [status = 0, number = 0, value = 0] = Array.from(message);
  const kind = status & 0xf0;
  if (kind === PROGRAM) return `${kind}.${number}`;
  const isPressed = (kind === CONTROL && value >= PRESSED) || (kind === NOTE_ON && value > 0);
  return isPressed ? `${kind}.${number}` : null;
}

export type MidiState = 'off' | 'on' | 'refused';

/** A MIDI foot switch, once the player has asked for it: its two pedals are those of the stand, and others do what they are for. */
export function useMidi({ tap }: Pedals, others: Partial<Record<FootSwitch, (() => void) | undefined>>) {
  const [wanted, setWanted] = useRemembered('midi', false);
  const [pedals, setPedals] = useRemembered<MidiPedals>('midi-pedals', USUAL);
  const [learning, setLearning] = useState<FootSwitch | null>(null);
  const [state, setState] = useState<MidiState>('off');
  const hear = useLatest((message: ArrayLike<number>) => {
    const pressed = pressedBy(message);
    if (pressed === null) return;
    if (learning !== null) {
      // One switch is for one thing.
      const free = Object.entries(pedals).filter(([, message]) => message !== pressed);
      setPedals({ ...Object.fromEntries(free), [learning]: pressed });
      setLearning(SWITCHES[SWITCHES.indexOf(learning) + 1] ?? null);
      return;
    }
    const which = SWITCHES.find((one) => pedals[one] === pressed);
    if (which === 'right' || which === 'left') tap(which);
    else if (which) others[which]?.();
  });
  useEffect(() => {
    if (!wanted) return;
    let access: MIDIAccess | null = null;
    const listen = () => {
      for (const input of access?.inputs.values() ?? []) input.onmidimessage = ({ data }) => data && hear.current(data);
    };
    let isHere = true;
    const asked = navigator.requestMIDIAccess?.() ?? Promise.reject(new Error('no MIDI here'));
    asked.then(
      (got) => {
        if (!isHere) return;
        access = got;
        access.onstatechange = listen;
        listen();
        setState('on');
      },
      () => isHere && setState('refused'),
    );
    return () => {
      isHere = false;
      for (const input of access?.inputs.values() ?? []) input.onmidimessage = null;
    };
  }, [wanted, hear]);
  return {
    state: wanted ? state : ('off' as const),
    learning,
    want: setWanted,
    learn: () => setLearning('right'),
    /** There are no more of them. */
    learnt: () => setLearning(null),
  };
}
export type Midi = ReturnType<typeof useMidi>;
