/** What is to be done at a time of a performance, in seconds from its beginning, with that time of the audio clock. */
export interface Due {
  readonly at: number;
  readonly act: (time: number) => void;
}

/** From where to where a performance is gone over again and again, in seconds from its beginning. */
export interface Round {
  readonly from: number;
  readonly to: number;
}

/**
 * Hands over what is due, in order and each once, however seldom it is asked: what it gives back does all that is due before a
 * time of the audio clock and was not done. A performance begins at `begins` of that clock; what lies in its round is done in
 * each.
 */
export function handing(due: readonly Due[], begins: number, round: Round | null = null): (until: number) => void {
  const inOrder = [...due].sort((a, b) => a.at - b.at);
  const first = round ? inOrder.findIndex(({ at }) => at >= round.from) : -1;
  const last = round ? inOrder.findLastIndex(({ at }) => at < round.to) : inOrder.length - 1;
  let next = 0;
  let rounds = 0;
  return (until) => {
    for (;;) {
      if (next > last) {
        if (!round || first < 0 || last < first) return;
        next = first;
        rounds++;
      }
      const { at, act } = inOrder[next]!;
      const time = begins + at + (round ? rounds * (round.to - round.from) : 0);
      if (time >= until) return;
      next++;
      act(time);
    }
  };
}
