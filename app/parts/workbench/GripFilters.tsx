import FilterListRounded from '@mui/icons-material/FilterListRounded';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Popover from '@mui/material/Popover';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import {
  FAMILIES,
  locale,
  msg,
  noteIn,
  notesOfShape,
  pitchName,
  t,
  type GripAttribute,
  type GripFamily,
  type GripFilter,
  type Msg,
  noteText,
} from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';
import type { GripList } from './useGripList.ts';
import './workbench.css';

interface GripFiltersProps {
  readonly list: GripList;
  readonly guitar: Guitar;
  /** Where the player likes to stay. */
  readonly area: readonly [number, number] | null;
  /** Whether a grip of one’s own is being typed, and how to begin and end that; left out where none can be. */
  readonly own?: OwnGripSwitch | undefined;
}

export interface OwnGripSwitch {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
}

const ANY = 'any';
/** Strings as one speaks of them: the highest is the first. */
const STRING_SETS = [
  [4, 3, 2, 1],
  [5, 4, 3, 2],
  [6, 5, 4, 3],
  [6, 4, 3, 2],
  [5, 3, 2, 1],
  [3, 2, 1],
  [4, 3, 2],
  [5, 4, 3],
  [6, 4, 3],
];
/** Five areas cover the neck (common practice); a grip lies in one when all it frets does. */
const AREAS = [
  [0, 4],
  [3, 7],
  [5, 9],
  [8, 12],
  [10, 15],
];
/** At most so hard, as `difficultyWord` has it. */
const DIFFICULTIES = [
  [2, msg('very easy')],
  [3.3, msg('easy')],
  [4.9, msg('moderate')],
] as const;

/** What is asked of the grips, in a line; the questions open under it. */
export function GripFilters({ list, guitar, area, own }: GripFiltersProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const open = anchor !== null;
  const { filter, setFilter, clearFilter, rows } = list;
  const { shapes, chord, labels } = list.priced!;
  /** What there is to choose from in this chord. */
  const there = useMemo(() => {
    const [tops, basses, counts] = [new Set<number>(), new Set<number>(), new Set<number>()];
    let families = 0;
    for (let i = 0; i < shapes.size; i++) {
      tops.add(shapes.top[i]!);
      basses.add(shapes.lowest[i]! % 12);
      counts.add(notesOfShape(shapes, i));
      families |= labels.families[i]!;
    }
    const ascending = (set: Set<number>) => [...set].sort((a, b) => a - b);
    return {
      tops: ascending(tops).reverse(),
      basses: ascending(basses),
      counts: ascending(counts),
      families: FAMILIES.filter((_, i) => families & (1 << i)),
    };
  }, [shapes, labels]);
  const set = (part: { readonly [Key in keyof GripFilter]: GripFilter[Key] | undefined }) =>
    setFilter(Object.fromEntries(Object.entries({ ...filter, ...part }).filter(([, value]) => value !== undefined)));
  const asked = Object.keys(filter).length;
  const attribute = (name: GripAttribute) => ({
    label: name,
    value: filter.attributes?.includes(name) ? 'with' : filter.without?.includes(name) ? 'without' : ANY,
    onChange: (value: string) => {
      const others = (names: readonly GripAttribute[] = []) => names.filter((other) => other !== name);
      const nonEmpty = (names: GripAttribute[]) => (names.length > 0 ? names : undefined);
      set({
        attributes: nonEmpty([...others(filter.attributes), ...(value === 'with' ? [name] : [])]),
        without: nonEmpty([...others(filter.without), ...(value === 'without' ? [name] : [])]),
      });
    },
    choices: [
      ['with', t('with')],
      ['without', t('without')],
    ] as const,
  });
  const strings = STRING_SETS.filter((those) => Math.max(...those) <= guitar.open.length);
  return (
    <div className="grip-filters">
      <div className="grip-filters-line">
        <span role="status">
          {asked === 0
            ? t('{rows} grips, {which}', {
                rows: rows.length.toLocaleString(locale()),
                which: list.priced!.extra ? t('cheapest first') : t('as one would try them'),
              })
            : t('{rows} of {size} grips', {
                rows: rows.length.toLocaleString(locale()),
                size: shapes.size.toLocaleString(locale()),
              })}
        </span>
        {own && (
          <Button size="small" aria-expanded={own.open} onClick={() => own.onOpen(!own.open)}>
            {t('By frets')}
          </Button>
        )}
        {asked > 0 && (
          <Button size="small" onClick={clearFilter}>
            {t('Show all')}
          </Button>
        )}
        <Button
          size="small"
          startIcon={<FilterListRounded />}
          aria-expanded={open}
          onClick={(event) => setAnchor(event.currentTarget.parentElement)}
        >
          {t('Filter{more}', { more: asked > 0 ? ` (${asked})` : '' })}
        </Button>
      </div>
      <Popover
        anchorEl={anchor}
        open={open}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'left' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': t('Which grips') } }}
      >
        <div className="grip-filters-all">
          <Question
            label={t('Family')}
            value={filter.family ?? ANY}
            choices={there.families.map((family) => [family, t(family)] as const)}
            onChange={(value) => set({ family: value === ANY ? undefined : (value as GripFamily) })}
          />
          <Question
            label={t('Strings')}
            value={filter.strings?.join(' ') ?? ANY}
            choices={strings.map((those) => [those.join(' '), those.join(' ')] as const)}
            onChange={(value) => set({ strings: value === ANY ? undefined : value.split(' ').map(Number) })}
          />
          <Question
            label={t('Area')}
            value={filter.area?.join('-') ?? ANY}
            choices={[
              ...(area ? [[area.join('-'), t('yours, {area}', { area: area.join(' to ') })] as const] : []),
              ...AREAS.filter((one) => one.join() !== area?.join()).map(
                ([from, to]) =>
                  [
                    `${from}-${to}`,
                    from === 0 ? t('open to {to}', { to }) : t('{from} to {to}', { from, to }),
                  ] as const,
              ),
            ]}
            onChange={(value) =>
              set({ area: value === ANY ? undefined : (value.split('-').map(Number) as [number, number]) })
            }
          />
          <Question
            label={t('Top note')}
            value={filter.top === undefined ? ANY : String(filter.top)}
            choices={there.tops.map((top) => {
              const name = noteIn(chord, top % 12);
              const octave = /-?\d+$/.exec(pitchName(top))![0];
              return [String(top), `${noteText(name ?? '')} ${octave}`] as const;
            })}
            onChange={(value) => set({ top: value === ANY ? undefined : Number(value) })}
          />
          <Question
            label={t('Bass')}
            value={filter.bass === undefined ? ANY : String(filter.bass)}
            choices={there.basses.map((pc) => [String(pc), noteText(noteIn(chord, pc) ?? '')] as const)}
            onChange={(value) => set({ bass: value === ANY ? undefined : Number(value) })}
          />
          <Question
            label={t('Notes')}
            value={filter.notes === undefined ? ANY : String(filter.notes)}
            choices={there.counts.map((count) => [String(count), String(count)] as const)}
            onChange={(value) => set({ notes: value === ANY ? undefined : Number(value) })}
          />
          <Question {...attribute('open strings')} label={t('Open strings')} />
          <Question {...attribute('contains a second')} label={t('Seconds')} />
          <Question
            label={t('Difficulty, at most')}
            value={filter.difficulty === undefined ? ANY : String(filter.difficulty)}
            choices={DIFFICULTIES.map(([most, word]) => [String(most), word] as const)}
            onChange={(value) => set({ difficulty: value === ANY ? undefined : Number(value) })}
          />
        </div>
      </Popover>
    </div>
  );
}

interface QuestionProps {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly (readonly [string, string | Msg])[];
  readonly onChange: (value: string) => void;
}

function Question({ label, value, choices, onChange }: QuestionProps) {
  // What is asked for may not be among this chord's grips.
  const all =
    value === ANY || choices.some(([id]) => id === value) ? choices : [...choices, [value, t('none here')] as const];
  return (
    <TextField select size="small" label={label} value={value} onChange={({ target }) => onChange(target.value)}>
      <MenuItem value={ANY}>{t('any')}</MenuItem>
      {all.map(([id, text]) => (
        <MenuItem key={id} value={id}>
          {t(text)}
        </MenuItem>
      ))}
    </TextField>
  );
}
