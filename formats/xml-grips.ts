import { parseFrets, parsePitch, tuningKey, type FileGrip, type Ticks } from '../core/index.ts';
import { childOf, childrenOf, numberOf, textOf, type Element } from './xml.ts';

/** A string plucked at a fret, at a tick of its measure. */
export interface Struck {
  readonly tick: Ticks;
  /** Counted from the highest, which is 1. */
  readonly string: number;
  readonly fret: number;
  /** Not plucked: hammered on, pulled off or slid to. */
  readonly isLegato: boolean;
}

const USUAL_STRINGS = 6;
/** A sixteenth: what lasts longer is a note of a line. */
const LONGEST_GRACE: Ticks = 120;
const LEGATO = ['hammer-on', 'pull-off', 'slide'];
/** What sounds on fewer strings is no grip of a chord. */
const FEWEST_STRINGS = 3;
/** Frets between the outer ones beyond which strings plucked one after another are no one grip (common practice). */
const WIDEST = 4;

/** The grip that a frame draws, with its fingers where it tells them all; null: none that can be played (MusicXML 4.0, frame). */
export function gripOfFrame(harmony: Element): FileGrip | null {
  const frame = childOf(harmony, 'frame');
  if (!frame) return null;
  const strings = numberOf(frame, 'frame-strings') ?? USUAL_STRINGS;
  const notes = childrenOf(frame, 'frame-note');
  const grip = gripOf(
    notes.map((note) => ({ string: numberOf(note, 'string') ?? 0, fret: numberOf(note, 'fret') ?? -1 })),
    strings,
  );
  if (grip === null) return null;
  const fingers = Array.from({ length: strings }, (_, i) => {
    const note = notes.find((one) => numberOf(one, 'string') === strings - i);
    if (!note) return 'x';
    const finger = textOf(note, 'fingering')?.toUpperCase();
    return numberOf(note, 'fret') === 0 ? '0' : /^[1-4T]$/.test(finger ?? '') ? finger! : null;
  });
  return fingers.includes(null) ? { grip } : { grip, fingers: fingers.join('-') };
}

/** A note's string and fret, if it has them (MusicXML 4.0, technical); a muted one is none. */
export function struckOf(note: Element, tick: Ticks): Struck | null {
  if (textOf(note, 'notehead') === 'x') return null;
  for (const notations of childrenOf(note, 'notations'))
    for (const technical of childrenOf(notations, 'technical')) {
      const [string, fret] = [numberOf(technical, 'string'), numberOf(technical, 'fret')];
      if (string === undefined || fret === undefined) continue;
      const joins = [...technical.inside, ...childrenOf(notations, 'slide')];
      const isLegato = joins.some(({ name, attributes }) => LEGATO.includes(name) && attributes.type === 'stop');
      return { tick, string, fret, isLegato };
    }
  return null;
}

/** The grip of what is plucked from a tick on until another chord begins: at once, or string by string as far as it is one grip. */
export function gripOfTab(
  struck: readonly Struck[],
  strings: number | undefined,
  { from, to }: { readonly from: Ticks; readonly to: Ticks },
): FileGrip | null {
  const here = struck.filter(({ tick }) => from <= tick && tick < to).sort((a, b) => a.tick - b.tick);
  const held = new Map<number, Struck>();
  for (const one of here) {
    const before = held.get(one.string);
    // A grace that the chord begins with leads into its grip.
    if (before?.tick === here[0]!.tick && one.isLegato && one.tick <= before.tick + LONGEST_GRACE) {
      held.set(one.string, one);
      continue;
    }
    const isAnother = before !== undefined && before.fret !== one.fret;
    const frets = [...held.values(), one].map(({ fret }) => fret).filter((fret) => fret > 0);
    const isWhole = held.size >= FEWEST_STRINGS && one.tick > here[0]!.tick;
    if (isAnother || isWhole || Math.max(...frets) - Math.min(...frets) > WIDEST) break;
    held.set(one.string, one);
  }
  const grip = held.size < FEWEST_STRINGS ? null : gripOf([...held.values()], strings ?? USUAL_STRINGS);
  return grip === null ? null : { grip };
}

/** `x-3-5-4-5-x` of strings counted from the highest; null: no guitar has it. */
function gripOf(notes: readonly Pick<Struck, 'string' | 'fret'>[], strings: number): string | null {
  const frets = Array.from({ length: strings }, (_, i) => {
    const note = notes.find(({ string }) => string === strings - i);
    return note ? String(note.fret) : 'x';
  }).join('-');
  return notes.length > 0 && parseFrets(frets) ? frets : null;
}

/** The guitar that a part's tab is for (MusicXML 4.0, staff-details); undefined: it does not say. */
export function guitarOf(part: Element): { readonly tuning: string; readonly capo: number } | undefined {
  for (const measure of childrenOf(part, 'measure'))
    for (const attributes of childrenOf(measure, 'attributes'))
      for (const details of childrenOf(attributes, 'staff-details')) {
        const open = childrenOf(details, 'staff-tuning').map((string) => {
          const alter = numberOf(string, 'tuning-alter') ?? 0;
          const sign = alter > 0 ? '#' : alter < 0 ? 'b' : '';
          const pitch = parsePitch(
            `${textOf(string, 'tuning-step') ?? ''}${sign}${textOf(string, 'tuning-octave') ?? ''}`,
          );
          return { line: Number(string.attributes.line ?? 0), pitch };
        });
        const pitches = open.sort((a, b) => a.line - b.line).flatMap(({ pitch }) => pitch ?? []);
        if (pitches.length > 0) return { tuning: tuningKey(pitches), capo: numberOf(details, 'capo') ?? 0 };
      }
  return undefined;
}
