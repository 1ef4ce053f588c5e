import { useEffect, useState } from 'react';
import { useLatest } from '../../keep/latest.ts';
import { useRemembered } from '../../keep/remembered.ts';

/** Which message of a MIDI pedal is which of the two, as `status.number` without the channel. */
export interface MidiPedals {
  readonly right: string;
  readonly left: string;
}
/** What pedals send unless they are set otherwise (MIDI 1.0, controllers 64 and 67: sustain and soft). */
const USUAL: MidiPedals = { right: '176.64', left: '176.67' };
/** A controller is pressed from here on (MIDI 1.0: switches are on from 64). */
const PRESSED = 64;
const [CONTROL, NOTE_ON, PROGRAM] = [0xb0, 0x90, 0xc0];

/** The pedal a message says was pressed, as {@link MidiPedals} names it; null: it was let go, or is something else. */
export function pressedBy(message: ArrayLike<number>): string | null {
  const [status = 0, number = 0, value = 0] = Array.from(message);
  const kind = status & 0xf0;
  if (kind === PROGRAM) return `${kind}.${number}`;
  const isPressed = (kind === CONTROL && value >= PRESSED) || (kind === NOTE_ON && value > 0);
  return isPressed ? `${kind}.${number}` : null;
}

interface Deeds {
  readonly right?: (() => void) | undefined;
  readonly left?: (() => void) | undefined;
}
export type MidiState = 'off' | 'on' | 'refused';

/** A MIDI foot switch, once the player has asked for it: its two pedals are those of the stand. */
export function useMidi(deeds: Deeds) {
  const now = useLatest(deeds);
  const [wanted, setWanted] = useRemembered('midi', false);
  const [pedals, setPedals] = useRemembered<MidiPedals>('midi-pedals', USUAL);
  const [learning, setLearning] = useState<'right' | 'left' | null>(null);
  const [state, setState] = useState<MidiState>('off');
  const hear = useLatest((message: ArrayLike<number>) => {
    const pressed = pressedBy(message);
    if (pressed === null) return;
    if (learning !== null) {
      setPedals({ ...pedals, [learning]: pressed });
      setLearning(learning === 'right' ? 'left' : null);
    } else if (pressed === pedals.right) now.current.right?.();
    else if (pressed === pedals.left) now.current.left?.();
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
  };
}
export type Midi = ReturnType<typeof useMidi>;
