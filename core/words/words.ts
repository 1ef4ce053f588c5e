/*
 * Words as they are read. The English sentence stands where it is said, and names its own row in the table of every
 * other language; `{name}` in it is filled in. How it is read is
 * asked of whoever set it (`speakFrom`), as a gettext locale is: no function hands a language on, and no search ever
 * asks for one.
 */

/** What notes are called. */
export const NOTE_NAMES = ['letters', 'german', 'fixed-do'] as const;
export type NoteNames = (typeof NOTE_NAMES)[number];

/** Languages the interface can be read in (BCP 47). */
export const LANGUAGES = ['en', 'de'] as const;
export type Language = (typeof LANGUAGES)[number];

/** An English sentence of a table, which is still to be said by `t`: it is no string, so that it is not shown by mistake. */
export interface Msg {
  readonly msg: string;
  readonly args?: Args;
}

/** What fills the `{name}`s of a sentence; a sentence of a table is said first. */
export type Args = Readonly<Record<string, string | number | Msg | undefined>>;
/** English sentences, each with what it is in another language. */
export type Table = Readonly<Record<string, string>>;

/** How a reader reads: a language, what notes are called, and whether chord symbols are named so, too. */
export interface Speech {
  readonly language: Language;
  /** Rows of the language; English needs none. */
  readonly table: Table;
  readonly notes: NoteNames;
  readonly namesChords: boolean;
}

export const ENGLISH: Speech = { language: 'en', table: {}, notes: 'letters', namesChords: false };

let current = (): Speech => ENGLISH;

/** Sets where all that follows learns how it is read: a browser has one reader, a server one for each request. */
export function speakFrom(source: () => Speech): void {
  current = source;
}

/** How it is read now. */
export const speech = (): Speech => current();
export const spokenLanguage = (): Language => current().language;

/** How dates and numbers are written (BCP 47). */
export const locale = (): string => (spokenLanguage() === 'en' ? 'en-GB' : spokenLanguage());

/** Marks a sentence of a table, which `t` says where it is shown. */
export const msg = (text: string, args?: Args): Msg => ({ msg: text, ...(args && { args }) });

/** Marks a sentence that stays one, and is said by `t` where it is shown. */
export const row = (text: string): string => text;

/** Parts a word from what tells it from the same word elsewhere: `take ¦ noun`. It is never shown. */
const CONTEXT = / ¦ .*$/;

/** A sentence in the language that is set: `t('{count} of {all} clean', {count: 3, all: 4})`. What has no row stays English. */
export function t(text: string | Msg, args: Args = {}): string {
  if (typeof text !== 'string') return t(text.msg, { ...text.args, ...args });
  const { table } = current();
  const said = Object.hasOwn(table, text) ? table[text]! : text.replace(CONTEXT, '');
  return filled(said, args);
}

/** A sentence about a number, `{n}` in it: `plural(2, '{n} bar', '{n} bars')`. */
export const plural = (n: number, one: string, many: string, args: Args = {}): string =>
  t(n === 1 ? one : many, { n, ...args });

/** `{name}`s filled in; one that nothing fills stays as it is. */
export const filled = (text: string, args: Args): string =>
  text.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const arg = Object.hasOwn(args, name) ? args[name] : undefined;
    return arg === undefined ? whole : typeof arg === 'object' ? t(arg) : String(arg);
  });

/** A number with so many decimals, with the comma or point of the language: `2.4`, `2,4`. */
export function decimal(number: number, digits: number): string {
  const text = number.toFixed(digits);
  return spokenLanguage() === 'de' ? text.replace('.', ',') : text;
}

/** A word that begins a line, put within a sentence: `Held` → `held`. German keeps its capitals. */
export const inSentence = (text: string): string =>
  spokenLanguage() === 'de' ? text : text.charAt(0).toLowerCase() + text.slice(1);
