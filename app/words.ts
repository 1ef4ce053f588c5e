import { speakFrom, type Language, type NoteNames, type Speech, type Table } from '../core/index.ts';

/** The rows of a language, fetched when it is read. */
const rowsOf = async (language: Language): Promise<Table> =>
  language === 'de' ? (await import('../words/de.json')).default : {};

/** Reads as the page was drawn; what is drawn before would differ from it. */
export async function readAsDrawn(): Promise<void> {
  const { lang, dataset } = document.documentElement;
  const language = lang as Language;
  const notes = dataset.notes as NoteNames;
  const drawn: Speech = { language, table: await rowsOf(language), notes, namesChords: dataset.namesChords === 'true' };
  speakFrom(() => drawn);
}
