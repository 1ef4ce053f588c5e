import {
  ENGLISH,
  LANGUAGES,
  NOTE_NAMES,
  type Language,
  type NoteNames,
  type Speech,
  type Table,
} from '../core/index.ts';

/** How a browser wishes to read; what it does not say is left to the server. */
export interface Reading {
  readonly language: Language;
  readonly notes: NoteNames | null;
  readonly namesChords: boolean;
}

/** Kept by the browser, so that the server draws a page as it is read. */
const COOKIE = 'heron.reading';
const YEAR_S = 31_536_000;

const oneOf = <T extends string>(all: readonly T[], value: string | undefined): T | null =>
  all.find((one) => one === value) ?? null;

/** What a browser's cookies say: `heron.reading=de.german.chords`. Whatever is unknown is as it was at first. */
export function readingIn(cookies: string | null): Reading {
  const [language, notes, chords] = /(?:^|; ?)heron\.reading=([\w.-]*)/.exec(cookies ?? '')?.[1]?.split('.') ?? [];
  return {
    language: oneOf(LANGUAGES, language) ?? ENGLISH.language,
    notes: oneOf(NOTE_NAMES, notes),
    namesChords: chords === 'chords',
  };
}

/** The cookie that says so, for a year; never sent from another site. */
export const cookieOf = ({ language, notes, namesChords }: Reading): string =>
  `${COOKIE}=${[language, notes ?? '', namesChords ? 'chords' : ''].join('.')}; Path=/; Max-Age=${YEAR_S}; SameSite=Strict`;

/** How it is read, with the rows of its language. */
export const speechOf = (reading: Reading, table: Table): Speech => ({
  ...reading,
  table,
  notes: reading.notes ?? ENGLISH.notes,
});
