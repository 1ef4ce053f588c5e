import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { barsText, parseFrets, type Frets, type NamedGrip, plural, t } from '../../../core/index.ts';
import type { GripWords } from '../../keep/player.ts';
import type { BareGrip } from '../../work/questions.ts';
import type { Guitar } from '../neck/layout.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import './grips.css';

/** Where a kept grip is pinned: in the tunes changed last, bar by bar, and in how many more. */
export interface PinnedGrip {
  readonly grip: string;
  readonly tunes: readonly { readonly id: string; readonly title: string; readonly bars: readonly number[] }[];
  readonly more: number;
}

interface MyGripsProps {
  readonly kept: readonly string[];
  readonly words: ReadonlyMap<string, GripWords>;
  readonly guitar: Guitar;
  /** Its first name; empty where there is no common one. */
  readonly nameOf: (frets: Frets) => string;
  readonly fingered: (frets: Frets) => BareGrip;
  /** Where they are pinned. */
  readonly pinned: readonly PinnedGrip[];
  readonly onShow: (frets: Frets) => void;
  /** Sets them cold, one after another. */
  readonly onPractise: (grips: readonly NamedGrip[]) => void;
}

/** So many are enough at a time. */
const MOST_AT_ONCE = 8;
/** A search is worth its room from so many on. */
const MANY = 4;

/** The grips a player keeps, found by chord, name, tag or note. */
export function MyGrips({ kept, words, guitar, nameOf, fingered, pinned, onShow, onPractise }: MyGripsProps) {
  const [search, setSearch] = useState('');
  if (kept.length === 0) return null;
  const all = kept.map((grip) => {
    const frets = parseFrets(grip)!;
    return { grip, frets, symbol: nameOf(frets), ...words.get(grip) };
  });
  const wanted = search.trim().toLowerCase();
  const found = all.filter(({ grip, symbol, name = '', tags = [], note = '' }) =>
    [grip, symbol, name, note, ...tags].some((text) => text.toLowerCase().includes(wanted)),
  );
  // What has no name as a chord cannot be called.
  const named = found.filter(({ symbol }) => symbol !== '').slice(0, MOST_AT_ONCE);
  return (
    <section className="my-grips" aria-label={t('Grips of mine')}>
      <header>
        <h2>{t('Grips of mine')}</h2>
        {named.length > 0 && (
          <Button size="small" onClick={() => onPractise(named)}>
            {named.length === 1 ? t('Practise it') : t('Practise them')}
          </Button>
        )}
      </header>
      {kept.length >= MANY && (
        <TextField
          size="small"
          fullWidth
          label={t('Find by chord, name, tag or note')}
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
      )}
      {found.length === 0 && <p className="side-empty">{t('None of them is called so.')}</p>}
      <ul>
        {found.map(({ grip, frets, symbol, name, tags = [], note }) => (
          <li key={grip}>
            <button type="button" onClick={() => onShow(frets)} aria-label={t('Show {name}', { name: name ?? grip })}>
              <GripDiagram grip={fingered(frets)} guitar={guitar} />
              <span>
                {symbol && <ChordSymbol symbol={symbol} />} <b>{name ?? grip}</b>
                {tags.length > 0 && <small>{tags.join(', ')}</small>}
                {note && <small>{note}</small>}
              </span>
            </button>
            <WhereUsed of={pinned.find((one) => one.grip === grip)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The tunes a grip is pinned in, with the bars of each. */
function WhereUsed({ of }: { readonly of: PinnedGrip | undefined }) {
  if (of === undefined) return null;
  return (
    <p className="my-grips-uses">
      {t('used in')}{' '}
      {of.tunes.map(({ id, title, bars }) => (
        <Link key={id} to={`/tunes/${id}/bench`}>
          {title}, {barsText(bars)}
        </Link>
      ))}
      {of.more > 0 && <span>{plural(of.more, 'and in {n} more tune', 'and in {n} more tunes')}</span>}
    </p>
  );
}

interface WordsProps {
  readonly words: GripWords;
  readonly onWords: (words: GripWords) => void;
}

/** Name, tags and note of the grip in hand; kept on leaving a field. */
export function GripWordsFields({ words, onWords }: WordsProps) {
  const { name = '', tags = [], note = '' } = words;
  const change = (part: GripWords) => {
    const all = { name, tags, note, ...part };
    onWords({
      ...(all.name !== '' && { name: all.name }),
      ...(all.tags.length > 0 && { tags: all.tags }),
      ...(all.note !== '' && { note: all.note }),
    });
  };
  const field = (label: string, value: string, most: number, take: (text: string) => GripWords) => (
    <TextField
      key={`${label} ${value}`}
      size="small"
      fullWidth
      label={label}
      defaultValue={value}
      slotProps={{ htmlInput: { maxLength: most } }}
      onBlur={({ target }) => target.value.trim() !== value && change(take(target.value.trim()))}
      onKeyDown={(event) => event.key === 'Enter' && (event.target as HTMLElement).blur()}
    />
  );
  return (
    <div className="my-grips-words">
      {field(t('Its name'), name, 120, (text) => ({ name: text }))}
      {field(t('Tags, with commas'), tags.join(', '), 200, (text) => ({ tags: tagsOf(text) }))}
      {field(t('Note'), note, 2000, (text) => ({ note: text }))}
    </div>
  );
}

/** Twenty tags of forty letters at most. */
const tagsOf = (text: string) =>
  [...new Set(text.split(',').map((tag) => tag.trim().slice(0, 40)))].filter((tag) => tag !== '').slice(0, 20);
