import { describe, expect, test } from '@jest/globals';
import { buildLibrary } from '../grip/library.ts';
import { Fingerer } from './fingering.ts';
import { FreeHand } from './free-notes.ts';
import { DEFAULT_HAND, type Hand } from './hand.ts';
import { MOST_STRINGS } from './tuning.ts';

const OPEN = [40, 45, 50, 55, 59, 64];
const nut = (fret: number) => 648 * (1 - Math.pow(2, -fret / 12));

/**
 * What one note costs from a grip, tried out from the description: on every string with every finger, with every choice of
 * strings that ring on, each held with the fingers it had, by the search that grips are fingered with.
 */
function byTrying(frets: readonly number[], fingers: readonly number[], pitch: number, fingerer: Fingerer): number {
  const sounding = frets.flatMap((fret, s) => (fret < 0 ? [] : [s]));
  const fretted = frets.filter((fret) => fret > 0);
  let least = Infinity;
  for (let s = 0; s < 6; s++) {
    const fret = pitch - OPEN[s]!;
    if (fret < 0 || fret > DEFAULT_HAND.highestFret) continue;
    const thick = Math.max(0, 3 - s);
    const away =
      fretted.length === 0 || fret === 0
        ? 0
        : Math.max(0, nut(Math.min(...fretted)) - nut(fret), nut(fret) - nut(Math.max(...fretted)));
    const shift = Math.ceil(Math.max(0, away - 60) / 20);
    for (let finger = 0; finger <= 4; finger++) {
      if ((finger === 0) !== (fret === 0)) continue;
      for (let choice = 0; choice < 1 << sounding.length; choice++) {
        const kept = sounding.filter((t, i) => (choice & (1 << i)) !== 0 && t !== s);
        if (kept.some((t) => OPEN[t]! + frets[t]! > pitch)) continue;
        // A finger is down or lifted: what it holds and may ring does, or none of it.
        const may = sounding.filter((t) => t !== s && OPEN[t]! + frets[t]! <= pitch && fingers[t]! > 0);
        if (
          may.some(
            (t) => kept.includes(t) !== may.filter((u) => fingers[u] === fingers[t]).every((u) => kept.includes(u)),
          )
        )
          continue;
        const together = frets.map((one, t) => (t === s ? fret : kept.includes(t) ? one : -1));
        const hand = frets.map((_, t) => (t === s ? finger : kept.includes(t) ? fingers[t]! : 0));
        if (!isHeld(together, hand, fingerer)) continue;
        const isDown = frets[s] === fret && fingers[s] === finger;
        const flat = finger > 0 && kept.some((t) => fingers[t] === finger);
        const isBarre = finger === 1 && kept.filter((t) => fingers[t] === 1).length > 1;
        const own = isDown || fret === 0 ? 0 : flat && !isBarre ? 2 : 1;
        const gone = sounding.filter((t) => t !== s && !kept.includes(t));
        const missed = gone.reduce((sum, t) => sum + (t === sounding[0] ? 3 : 2), 0);
        const down = [...kept.map((t) => frets[t]!), fret].filter((one) => one > 0);
        const wide = fret === 0 ? 0 : nut(Math.max(...down)) - nut(Math.min(...down));
        const stretch = Math.ceil(Math.max(0, wide - 97) / 10);
        const bare = kept.length === 0 ? 4 : 0;
        least = Math.min(least, own + missed + thick + shift + stretch + bare);
      }
    }
  }
  return least;
}

/** The same for a bass under a grip whose highest note is the tune's, which sounds on: 40 where it is left out. */
function bassByTrying(frets: readonly number[], fingers: readonly number[], bass: number, fingerer: Fingerer): number {
  const sounding = frets.flatMap((fret, s) => (fret < 0 ? [] : [s]));
  const pitchOn = (s: number) => OPEN[s]! + frets[s]!;
  const tune = sounding.reduce((best, s) => (pitchOn(s) >= pitchOn(best) ? s : best));
  const fretted = frets.filter((fret) => fret > 0);
  let least = 40;
  for (let s = 0; s < 6; s++)
    for (let fret = 0; fret <= DEFAULT_HAND.highestFret; fret++) {
      const pitch = OPEN[s]! + fret;
      if (s === tune || pitch % 12 !== bass || pitch >= pitchOn(tune)) continue;
      const high = Math.max(0, s - 2) * 2;
      const away =
        fretted.length === 0 || fret === 0
          ? 0
          : Math.max(0, nut(Math.min(...fretted)) - nut(fret), nut(fret) - nut(Math.max(...fretted)));
      for (let finger = 0; finger <= 4; finger++) {
        const isOwn = frets[s] === fret && fingers[s] === finger;
        if (!isOwn && (finger === 0) !== (fret === 0)) continue;
        for (let choice = 0; choice < 1 << sounding.length; choice++) {
          const kept = sounding.filter((t, i) => (choice & (1 << i)) !== 0 && t !== s);
          if (!kept.includes(tune) || kept.some((t) => pitchOn(t) < pitch)) continue;
          const may = sounding.filter((t) => t !== s && pitchOn(t) >= pitch && fingers[t]! > 0);
          const isOne = (t: number) =>
            kept.includes(t) === may.filter((u) => fingers[u] === fingers[t]).every((u) => kept.includes(u));
          if (!may.every(isOne)) continue;
          // A finger that takes it leaves what it held.
          if (!isOwn && finger > 0 && kept.some((t) => fingers[t] === finger)) continue;
          const together = frets.map((one, t) => (t === s ? fret : kept.includes(t) ? one : -1));
          const hand = frets.map((_, t) => (t === s ? finger : kept.includes(t) ? fingers[t]! : 0));
          if (!isHeld(together, hand, fingerer)) continue;
          const gone = sounding.filter((t) => t !== s && !kept.includes(t));
          const down = [...kept.map((t) => frets[t]!), fret].filter((one) => one > 0);
          const wide = fret === 0 ? 0 : nut(Math.max(...down)) - nut(Math.min(...down));
          const price = (isOwn || fret === 0 ? 0 : 1) + gone.length * 2 + high;
          const reaching = Math.ceil(Math.max(0, away - 60) / 20) + Math.ceil(Math.max(0, wide - 97) / 10);
          least = Math.min(least, price + reaching);
        }
      }
    }
  return least;
}

function isHeld(frets: readonly number[], fingers: readonly number[], fingerer: Fingerer): boolean {
  if (frets.every((fret) => fret <= 0)) return true;
  const ways = fingerer.search(frets, true);
  return Array.from({ length: ways }, (_, way) => way).some((way) =>
    frets.every((fret, s) =>
      fret > 0
        ? fingerer.fingers[way * MOST_STRINGS + s] === fingers[s]
        : fret < 0 || (fingerer.blocked[way]! & (1 << s)) === 0,
    ),
  );
}

describe('a note from a grip', () => {
  const hand: Hand = { ...DEFAULT_HAND, highestFret: 15 };
  const library = buildLibrary({ ...hand, highestFret: 8 });
  const free = new FreeHand(hand);
  const fingerer = new Fingerer(hand);
  /** Some shapes of the library, spread over it. */
  const some = Array.from({ length: 1000 }, (_, i) => Math.floor((i * library.size) / 1000));

  test('costs what it costs at least by trying all strings, fingers, and what may ring on', () => {
    for (const shape of some) {
      const frets = Array.from(library.frets.subarray(shape * 6, shape * 6 + 6));
      const fingers = Array.from(library.fingers.subarray(shape * 6, shape * 6 + 6));
      for (const pitch of [62, 67, 71, 74]) {
        const where = [frets.join(), fingers.join(), pitch];
        expect([...where, free.effort(frets, fingers, [pitch])]).toEqual([
          ...where,
          byTrying(frets, fingers, pitch, fingerer),
        ]);
      }
    }
  });

  test('a bass under it costs what it costs at least, too, while the note on top sounds on', () => {
    for (const shape of some.filter((_, i) => i % 2 === 0)) {
      const frets = Array.from(library.frets.subarray(shape * 6, shape * 6 + 6));
      const fingers = Array.from(library.fingers.subarray(shape * 6, shape * 6 + 6));
      for (const bass of [0, 4, 9]) {
        const where = [frets.join(), fingers.join(), bass];
        expect([...where, free.effort(frets, fingers, [{ bass }])]).toEqual([
          ...where,
          bassByTrying(frets, fingers, bass, fingerer),
        ]);
      }
    }
  });

  test('is played with what rings on held by the same fingers', () => {
    for (const shape of some) {
      const frets = Array.from(library.frets.subarray(shape * 6, shape * 6 + 6));
      const fingers = Array.from(library.fingers.subarray(shape * 6, shape * 6 + 6));
      for (const one of free.plays(frets, fingers, [64, 67, 65, 71])!) {
        const play = one!;
        const together = frets.map((fret, s) => (s === play.string ? play.fret : play.kept & (1 << s) ? fret : -1));
        const held = fingers.map((finger, s) => (s === play.string ? Number(play.finger) : finger));
        expect([together.join(), held.join(), isHeld(together, held, fingerer)]).toEqual([
          together.join(),
          held.join(),
          true,
        ]);
      }
    }
  });
});

describe('as players do it', () => {
  const free = new FreeHand(DEFAULT_HAND);
  const told = (frets: readonly number[], fingers: readonly number[], notes: readonly number[]) =>
    free.plays(frets, fingers, notes)?.map((play) => {
      const { string, fret, finger, kept } = play!;
      const rings = frets.flatMap((_, s) => (kept & (1 << s) ? [6 - s] : []));
      return `string ${6 - string} fret ${fret} finger ${finger}, rings ${rings.join(' ')}`;
    });
  test('a free finger takes a note above an open C, whose other strings ring on', () => {
    expect(told([-1, 3, 2, 0, 1, 0], [0, 3, 2, 0, 1, 0], [67])).toEqual(['string 1 fret 3 finger 4, rings 5 4 3 2']);
  });
  test('an open string is let ring by lifting who lies on it; what would ring above is stopped', () => {
    expect(told([-1, 3, 2, 0, 1, 0], [0, 3, 2, 0, 1, 0], [59])).toEqual(['string 2 fret 0 finger 0, rings 5 4 3']);
  });
  test('what lies under a barre is there already', () => {
    expect(told([7, -1, 7, 7, 7, 10], [1, 0, 1, 1, 1, 4], [71])).toEqual(['string 1 fret 7 finger 1, rings 6 4 3 2']);
  });
  test('a note that no string has cannot be played', () => {
    expect(free.plays([-1, 3, 2, 0, 1, 0], [0, 3, 2, 0, 1, 0], [30])).toBeNull();
    expect(free.effort([-1, 3, 2, 0, 1, 0], [0, 3, 2, 0, 1, 0], [99])).toBe(Infinity);
  });
});
