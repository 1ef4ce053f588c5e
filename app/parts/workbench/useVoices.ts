import { useState } from 'react';
import { distinct, type Grip, type Midi, type Steer } from '../../../core/index.ts';
import { useSteered } from '../../work/answers.ts';
import type { Solved } from '../../work/questions.ts';

const NO_PITCHES: readonly Midi[] = [];

/** Where the player sends each voice of the grip in a column at the change to the next. */
export function useVoices(selected: number, grip: Grip | null, solved: Solved, shown: boolean) {
  const [steering, setSteering] = useState<{ readonly of: string; readonly ways: readonly Steer[] }>({
    of: '',
    ways: [],
  });
  /** The voice that the next arrow key sends, counted from the lowest. */
  const [armed, setArmed] = useState<{ readonly of: string; readonly voice: number } | null>(null);
  const of = nameOf(selected, grip);
  const pitches = grip ? distinct(grip.pitches) : NO_PITCHES;
  const ways = steering.of === of ? steering.ways : pitches.map((): Steer => 'free');
  const found = useSteered(selected, grip?.grip ?? null, ways, solved, shown);
  const past = found?.past ?? false;
  const steered = past ? null : found;

  /** Sends a voice of a grip in some column; the others keep their ways. */
  const send = (column: number, at: Grip, voice: number, way: Steer): void => {
    const name = nameOf(column, at);
    setArmed(null);
    setSteering((before) => ({
      of: name,
      ways: distinct(at.pitches).map((_, v) =>
        v === voice ? way : before.of === name ? (before.ways[v] ?? 'free') : 'free',
      ),
    }));
  };
  const own = armed?.of === of ? armed.voice : null;
  return {
    pitches,
    ways,
    /** Null while it is looked for, or where nothing follows. */
    steered,
    /** The same, or what was found last while it is looked for. */
    found,
    past,
    armed: own,
    send,
    set: (voice: number, way: Steer) => grip && send(selected, grip, voice, way),
    /** Takes the n-th voice from the top in hand; the same again holds it. */
    arm(n: number): void {
      const voice = pitches.length - n;
      if (grip === null || voice < 0) return;
      if (own === voice) send(selected, grip, voice, 'held');
      else setArmed({ of, voice });
    },
    disarm: () => setArmed(null),
    /** All free again: what was asked for is done. */
    free: () => setSteering({ of: '', ways: [] }),
  };
}
export type VoicesSteered = ReturnType<typeof useVoices>;

const nameOf = (column: number, grip: Grip | null) => `${column}/${grip?.grip}`;
