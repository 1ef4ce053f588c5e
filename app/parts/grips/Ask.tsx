import {
  parseChord,
  parseFrets,
  parseKey,
  parseNote,
  problemText,
  problem,
  type Frets,
  type NoteName,
  t,
} from '../../../core/index.ts';
import { DraftField } from '../frame/DraftField.tsx';
import './grips.css';

interface AskProps {
  /** What is shown: a grip, or note names. */
  readonly grip: string;
  readonly strings: number;
  /** As a header has it; empty: none. */
  readonly keyText: string;
  /** A note another instrument plays below; empty: none. */
  readonly below: string;
  readonly onGrip: (frets: Frets) => void;
  readonly onNotes: (notes: readonly NoteName[]) => void;
  readonly onChord: (symbol: string) => void;
  readonly onKey: (key: string) => void;
  readonly onBelow: (note: string) => void;
}

/** A grip, notes or a chord by their letters, and the key they are read in. */
export function Ask(props: AskProps) {
  const { grip, strings, keyText, below, onGrip, onNotes, onChord, onKey, onBelow } = props;
  return (
    <div className="grips-ask">
      <DraftField
        label={t('A grip, a chord, or notes from the lowest')}
        hint={t('x-3-5-4-5-3, or C6/9, or C G B E')}
        value={grip}
        faultOf={(text) => {
          const read = readGrip(text, strings);
          return typeof read === 'string' ? read : null;
        }}
        onTake={(text) => {
          const read = readGrip(text, strings);
          if (typeof read === 'string') return;
          if ('frets' in read) onGrip(read.frets);
          else if ('chord' in read) onChord(read.chord);
          else onNotes(read.notes);
        }}
      />
      <DraftField
        label={t('In the key of')}
        hint={t('or none')}
        value={keyText}
        faultOf={(text) => {
          const key = text.trim() === '' ? null : parseKey(text);
          return key === null || key.ok ? null : key.problems.map(problemText).join(' ');
        }}
        onTake={(text) => onKey(text.trim())}
        width={150}
      />
      <DraftField
        label={t('Over the bass')}
        hint={t('or none')}
        value={below}
        faultOf={(text) =>
          text.trim() === '' || parseNote(text) !== null ? null : problemText(problem('note-unknown', { text }))
        }
        onTake={(text) => onBelow(parseNote(text) ?? '')}
        width={150}
      />
    </div>
  );
}

type Read = { readonly frets: Frets } | { readonly chord: string } | { readonly notes: NoteName[] };

/** Text as a grip, one word as a chord, several as notes; else what is wrong with it. */
function readGrip(text: string, strings: number): Read | string {
  const frets = parseFrets(text);
  if (frets?.length === strings) return { frets };
  if (frets) return problemText(problem('grip-strings', { text, count: frets.length, strings }));
  if (text.includes('-')) return problemText(problem('grip-unknown', { text }));
  const words = text.trim().split(/[\s,]+/);
  if (words.length === 1) {
    const chord = parseChord(words[0]!);
    return chord.ok ? { chord: words[0]! } : chord.problems.map(problemText).join(' ');
  }
  const notes = words.map(parseNote);
  const wrong = words.find((_, i) => notes[i] === null);
  return wrong === undefined ? { notes: notes as NoteName[] } : problemText(problem('note-unknown', { text: wrong }));
}
