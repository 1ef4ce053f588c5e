import { msg } from '../../../core/index.ts';
import type { KeyboardEvent } from 'react';
import type { Keys } from '../frame/KeyList.tsx';
import type { EntryDeeds } from './useEntry.ts';

/* The keys of the stave: what is pressed, what it does, and the line of the sheet that says so. */

type Deed = (entry: EntryDeeds, event: KeyboardEvent) => void;
type EntryKey = readonly [key: string, deed: Deed];

/** By the key's own name; `Mod` is Ctrl, or Command. Shift is left to the deed where both do something. */
const KEYS: Readonly<Record<string, Deed>> = Object.fromEntries([
  ...[...'abcdefg'].map((letter): EntryKey => [letter, (entry) => entry.letter(letter.toUpperCase())]),
  ['r', (entry) => entry.rest()],
  ['0', (entry) => entry.rest()],
  ['Enter', (entry) => entry.again()],
  ['1', (entry) => entry.value(1)],
  ['2', (entry) => entry.value(2)],
  ['4', (entry) => entry.value(4)],
  ['8', (entry) => entry.value(8)],
  ['6', (entry) => entry.value(16)],
  ['.', (entry) => entry.dot()],
  ['3', (entry) => entry.thirds()],
  ['t', (entry) => entry.tie()],
  [',', (entry) => entry.breathe()],
  ['#', (entry) => entry.inflect(1)],
  ['+', (entry) => entry.inflect(1)],
  ['-', (entry) => entry.inflect(-1)],
  ['=', (entry) => entry.natural()],
  ['i', (entry) => entry.insert()],
  ['Insert', (entry) => entry.insert()],
  ['ArrowUp', (entry) => entry.step(1)],
  ['ArrowDown', (entry) => entry.step(-1)],
  ['Mod ArrowUp', (entry) => entry.octave(1)],
  ['Mod ArrowDown', (entry) => entry.octave(-1)],
  ['ArrowLeft', (entry, { shiftKey }) => entry.move(-1, shiftKey)],
  ['ArrowRight', (entry, { shiftKey }) => entry.move(1, shiftKey)],
  ['Mod ArrowLeft', (entry, { shiftKey }) => entry.moveBar(-1, shiftKey)],
  ['Mod ArrowRight', (entry, { shiftKey }) => entry.moveBar(1, shiftKey)],
  ['Home', (entry, { shiftKey }) => entry.toStart(shiftKey)],
  ['End', (entry, { shiftKey }) => entry.toEnd(shiftKey)],
  ['Backspace', (entry) => entry.back()],
  ['Delete', (entry) => entry.forward()],
  ['Escape', (entry) => entry.none()],
  ['Mod a', (entry) => entry.all()],
  ['Mod c', (entry) => entry.copy()],
  ['Mod x', (entry) => entry.cut()],
  ['Mod v', (entry) => entry.paste()],
  ['Mod z', (entry, { shiftKey }) => (shiftKey ? entry.redo() : entry.undo())],
  ['Mod y', (entry) => entry.redo()],
] satisfies EntryKey[]);

/** Does what a key asks for; false: it asks for nothing here. */
export function pressed(entry: EntryDeeds, event: KeyboardEvent): boolean {
  if (event.altKey) return false;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const deed = KEYS[event.ctrlKey || event.metaKey ? `Mod ${key}` : key];
  deed?.(entry, event);
  return deed !== undefined;
}

/** For the sheet of keys. */
export const ENTRY_KEYS: Keys = [
  ['A … G', msg('a note, near the last one, in the key')],
  ['1 2 4 8 6', msg('whole, half, quarter, eighth, sixteenth')],
  ['.', msg('dotted, or not')],
  ['3', msg('three in the time of two, or not')],
  ['R', msg('a rest')],
  ['Enter', msg('the last note once more')],
  ['T', msg('tie it on')],
  [',', msg('end a phrase with it, or not')],
  ['# - =', msg('sharper, flatter, natural')],
  ['↑ ↓', msg('a step higher, lower')],
  ['Ctrl ↑ ↓', msg('an octave higher, lower')],
  ['← →', msg('to the note or beat before, after')],
  ['Ctrl ← →', msg('by bars')],
  ['Shift', msg('with these: choose notes')],
  ['I', msg('make room for what is put in, or write over it')],
  ['Backspace', msg('away with the note before')],
  ['Ctrl C X V', msg('copy, cut, paste')],
  ['Ctrl Z', msg('undo; with Shift, redo')],
  ['Space', msg('hear it from here; stop')],
];
