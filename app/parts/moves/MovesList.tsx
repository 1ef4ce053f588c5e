import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { useEffect, useRef } from 'react';
import {
  formatMeter,
  keyOn,
  musical,
  PASSAGE_USES,
  passageIn,
  plural,
  t,
  USE_WORDS,
  type KeptMove,
  type KeptWanted,
  type PassageUse,
} from '../../../core/index.ts';
import type { LibraryMove } from '../../keep/library.ts';
import { Glyphs } from '../symbol/glyphs.tsx';

/** How the list is sorted. */
export type MovesOrder = 'kind' | 'use';

interface MovesListProps {
  readonly listed: readonly LibraryMove[];
  readonly all: readonly LibraryMove[];
  readonly chosen: string;
  readonly wanted: KeptWanted;
  readonly order: MovesOrder;
  /** Whether only those are wanted that the player's hand holds. */
  readonly onlyHeld: boolean;
  readonly onOnlyHeld: (only: boolean) => void;
  readonly onWanted: (wanted: KeptWanted) => void;
  readonly onOrder: (order: MovesOrder) => void;
  readonly onChoose: (id: string) => void;
}

const ANY = 'any';
const STRAYS = [1, 2, 3, 4] as const;
export const barsOf = (move: KeptMove): number => passageIn(move, keyOn('C', move.mode)).bars;
const distinct = <T,>(all: readonly T[]): readonly T[] => [...new Set(all)];

/** The library, found by words, degrees, use, length, meter, mode and stray. */
export function MovesList(props: MovesListProps) {
  const { listed, all, chosen, wanted, order, onlyHeld, onOnlyHeld, onWanted, onOrder, onChoose } = props;
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' });
  }, [chosen, order]);
  const put = (part: KeptWanted) => onWanted({ ...wanted, ...part });
  const select = <K extends keyof KeptWanted>(
    label: string,
    field: K,
    choices: readonly (readonly [NonNullable<KeptWanted[K]>, string])[],
  ) => (
    <TextField
      select
      size="small"
      label={label}
      value={wanted[field] ?? ANY}
      onChange={({ target }) => put({ [field]: target.value === ANY ? null : target.value } as KeptWanted)}
    >
      <MenuItem value={ANY}>{t('any')}</MenuItem>
      {choices.map(([value, words]) => (
        <MenuItem key={words} value={value as string | number}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
  /** Yours stand apart; ours by what they are for. */
  const headingOf = ({ isOwn, move }: LibraryMove) => (isOwn ? t('Yours') : pluralOf(t(USE_WORDS[move.use])));
  return (
    <section className="moves-list" aria-label={t('The library')}>
      <div className="moves-find">
        <TextField
          id="find-move"
          size="small"
          type="search"
          label={t('Find: a word, or degrees as ii V I')}
          value={wanted.words ?? ''}
          onChange={({ target }) => put({ words: target.value })}
        />
        <div className="moves-filters">
          {select(
            t('What for'),
            'use',
            PASSAGE_USES.map((use): [PassageUse, string] => [use, t(USE_WORDS[use])]),
          )}
          {select(t('Mode'), 'mode', [
            ['major', t('major')],
            ['minor', t('minor')],
          ])}
          {select(
            t('Meter'),
            'meter',
            distinct(all.map(({ move }) => formatMeter(move.meter))).map((meter) => [meter, meter]),
          )}
          {select(
            t('Bars'),
            'bars',
            [...distinct(all.map(({ move }) => barsOf(move)))]
              .sort((a, b) => a - b)
              .map((bars) => [bars, String(bars)]),
          )}
          {select(
            t('Strays'),
            'stray',
            STRAYS.map((stray) => [stray, t('{stray} at most', { stray })]),
          )}
          <TextField
            select
            size="small"
            label={t('Order')}
            value={order}
            onChange={({ target }) => onOrder(target.value as MovesOrder)}
          >
            <MenuItem value="kind">{t('by kind')}</MenuItem>
            <MenuItem value="use">{t('by use')}</MenuItem>
          </TextField>
        </div>
        <FormControlLabel
          className="moves-held"
          control={<Switch size="small" checked={onlyHeld} onChange={(_, on) => onOnlyHeld(on)} />}
          label={t('Only what this hand holds')}
        />
      </div>
      <ul ref={list}>
        {listed.map((one, i) => {
          const heading = order === 'kind' ? headingOf(one) : null;
          const before = listed[i - 1];
          const { move } = one;
          return (
            <li key={one.id}>
              {heading !== null && (!before || headingOf(before) !== heading) && <h2>{heading}</h2>}
              <button type="button" aria-current={one.id === chosen} onClick={() => onChoose(one.id)}>
                <b>
                  <Glyphs text={move.name} />
                </b>
                <small>
                  {[
                    ...(order === 'kind' ? [] : [t(USE_WORDS[move.use])]),
                    plural(barsOf(move), '{n} bar', '{n} bars'),
                    ...(formatMeter(move.meter) === '4/4' ? [] : [formatMeter(move.meter)]),
                    ...(move.mode === 'minor' ? [t('minor')] : []),
                    ...(one.used > 0
                      ? [t('used {plural}', { plural: plural(one.used, '{n} time', '{n} times') })]
                      : []),
                  ].join(' · ')}
                </small>
                <span className="moves-degrees">
                  <Glyphs text={musical(move.chords.replaceAll(' . ', ' ').replaceAll(' | ', ' │ '))} />
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {listed.length === 0 && (
        <p className="side-empty">
          {t('Nothing is kept that is like this. Take a word away, or keep one on the bench (K).')}
        </p>
      )}
    </section>
  );
}

/** Words of one kind, for a heading. */
const pluralOf = (words: string): string => {
  const all = words.startsWith('end of') ? words.replace('end', 'ends') : `${words.replace(/ch$/, 'che')}s`;
  return all[0]!.toUpperCase() + all.slice(1);
};
