import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import {
  areasOf,
  barsText,
  FAMILIES,
  inSentence,
  MANNER_WORDS,
  MANNERS,
  msg,
  parseFrets,
  pitchText,
  t,
  wishText,
  type Column,
  type LineWay,
  type Manner,
  type Msg,
  type Wish,
  type WishKind,
} from '../../../core/index.ts';
import { Choice } from '../frame/Choice.tsx';
import { DraftField } from '../frame/DraftField.tsx';
import type { Guitar } from '../neck/layout.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

interface WishesProps {
  /** How the span is comped that begins there; null: as the tune is. */
  readonly manner: Manner | null;
  readonly onManner: (manner: Manner | null) => void;
  /** The first column of what is selected; its wishes are those it lies in. */
  readonly column: Column;
  /** The wishes that begin there, by kind. */
  readonly beginning: ReadonlyMap<WishKind, { readonly wish: Wish; readonly hard: boolean }>;
  /** Those that are not met, and in which bars; a hard one cannot be. */
  readonly unmet: readonly { readonly bar: number; readonly wish: Wish; readonly hard: boolean }[];
  readonly guitar: Guitar;
  /** Wishes something of the span, or (null) no longer. */
  readonly onWish: (kind: WishKind, wish: Wish | null, hard: boolean) => void;
  /** Takes away a wish by the name of its cell. */
  readonly onDrop: (at: string) => void;
}

const ANY = 'any';
const LINES: readonly (readonly [LineWay | typeof ANY, Msg])[] = [
  [ANY, msg('free')],
  ['falling', msg('falls')],
  ['rising', msg('rises')],
  ['still', msg('stays')],
  ['chromatic', msg('half steps')],
];
const NOTES = [ANY, '3', '4', '5'] as const;
/** Sets of neighbouring strings, by number. */
const STRING_SETS = [
  [1, 2, 3],
  [1, 2, 3, 4],
  [2, 3, 4],
  [2, 3, 4, 5],
  [3, 4, 5, 6],
] as const;

const FINGERS = [
  [1, msg('index')],
  [2, msg('middle')],
  [3, msg('ring')],
  [4, msg('little')],
] as const;

/** What the player wishes of the selected span: how outer voices go, and what its grips are like. */
export function Wishes(props: WishesProps) {
  const { manner, onManner, column, beginning, unmet, guitar, onWish, onDrop } = props;
  const of = <K extends WishKind>(kind: K) => beginning.get(kind)?.wish as Extract<Wish, { kind: K }> | undefined;
  const isHard = [...beginning.values()].every(({ hard }) => hard);
  const put = (kind: WishKind, wish: Wish | null) => onWish(kind, wish, isHard);
  const areas = areasOf(guitar).map(([from, to]) => [`${from}-${to}`, `${from}–${to}`] as const);
  const area = of('area');
  return (
    <div className="wishes">
      <Standing wishes={column.wishes} onDrop={onDrop} />
      {unmet.some(({ hard }) => hard) && (
        <ul className="wishes-unmet" aria-label={t('What cannot be met')}>
          {[...stoppedBy(unmet.filter(({ hard }) => hard))].map(([text, bars]) => (
            <li key={text}>
              <Glyphs text={t('{text}: cannot be met in {bars}, else it is.', { text, bars: barsText(bars) })} />
            </li>
          ))}
        </ul>
      )}
      {(['top', 'bass'] as const).map((kind) => (
        <Choice
          key={kind}
          label={kind === 'top' ? t('The top line') : t('The bass')}
          choices={LINES}
          value={of(kind)?.way ?? ANY}
          onChoose={(way) => put(kind, way === ANY ? null : { kind, way })}
        />
      ))}
      <Choice
        label={t('Outer voices')}
        choices={[
          [ANY, t('free')],
          ['contrary', t('contrary motion')],
        ]}
        value={of('contrary') ? 'contrary' : ANY}
        onChoose={(way) => put('contrary', way === ANY ? null : { kind: 'contrary' })}
      />
      <Choice
        label={t('Frets')}
        choices={[[ANY, t('any')], ...areas]}
        value={area ? `${area.from}-${area.to}` : ANY}
        onChoose={(text) => {
          const [from, to] = text.split('-').map(Number) as [number, number];
          put('area', text === ANY ? null : { kind: 'area', from, to });
        }}
      />
      <Choice
        label={t('Notes in a grip')}
        choices={NOTES.map((count) => [count, count] as const)}
        value={String(of('notes')?.count ?? ANY)}
        onChoose={(count) => put('notes', count === ANY ? null : { kind: 'notes', count: Number(count) })}
      />
      <div className="wishes-lists">
        <Pick
          label={t('Comped')}
          none={t('as the tune is')}
          value={manner ?? ''}
          choices={MANNERS.map((one) => [one, inSentence(t(MANNER_WORDS[one].name))])}
          onPick={(name) => onManner(MANNERS.find((one) => one === name) ?? null)}
        />
        <Pick
          label={t('Strings')}
          value={of('strings')?.strings.join() ?? ''}
          choices={STRING_SETS.map((strings) => [
            strings.join(),
            t('{strings} to {to}', { strings: strings[0], to: strings.at(-1) }),
          ])}
          onPick={(text) =>
            put('strings', text === '' ? null : { kind: 'strings', strings: text.split(',').map(Number) })
          }
        />
        <Pick
          label={t('Kind of voicing')}
          value={of('family')?.family ?? ''}
          choices={FAMILIES.map((family) => [family, t(family)])}
          onPick={(name) => {
            const family = FAMILIES.find((one) => one === name);
            put('family', family ? { kind: 'family', family } : null);
          }}
        />
        <Pick
          label={t('A finger rests')}
          value={String(of('finger')?.finger ?? '')}
          choices={FINGERS.map(([finger, name]) => [String(finger), name])}
          onPick={(finger) =>
            put('finger', finger === '' ? null : { kind: 'finger', finger: Number(finger) as 1 | 2 | 3 | 4 })
          }
        />
        <Pick
          label={t('A note sounds on')}
          value={String(of('thread')?.pitch ?? '')}
          choices={[...new Set(guitar.open)].map((pitch) => [String(pitch), pitchText(pitch)])}
          onPick={(pitch) => put('thread', pitch === '' ? null : { kind: 'thread', pitch: Number(pitch) })}
        />
        <DraftField
          label={t('Arrives at')}
          value={of('arrive')?.grip ?? ''}
          width="100%"
          faultOf={(text) =>
            text.trim() === '' || parseFrets(text)?.length === guitar.open.length
              ? null
              : t('A fret for each of {open} strings, low first, x for not played: x-3-5-4-5-3.', {
                  open: guitar.open.length,
                })
          }
          onTake={(text) => put('arrive', text.trim() === '' ? null : { kind: 'arrive', grip: text.trim() })}
        />
      </div>
      <Choice
        label={t('How much')}
        choices={[
          ['hard', t('at any price')],
          ['soft', t('weighed')],
        ]}
        value={isHard ? 'hard' : 'soft'}
        onChoose={(how) => {
          for (const [kind, { wish }] of beginning) onWish(kind, wish, how === 'hard');
        }}
      />
    </div>
  );
}

/** The bars that stop each wish. */
function stoppedBy(unmet: WishesProps['unmet']): ReadonlyMap<string, readonly number[]> {
  const bars = new Map<string, number[]>();
  for (const { bar, wish } of unmet) {
    const text = wishText(wish);
    const known = bars.get(text) ?? [];
    if (!known.includes(bar)) bars.set(text, [...known, bar]);
  }
  return bars;
}

interface PickProps {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly (readonly [string, string | Msg])[];
  readonly onPick: (value: string) => void;
  /** What none is called. */
  readonly none?: string;
}

/** One of many, or none. */
function Pick({ label, value, choices, onPick, none = t('any') }: PickProps) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => onPick(target.value)}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      <MenuItem value="">{none}</MenuItem>
      {choices.map(([id, name]) => (
        <MenuItem key={id} value={id}>
          <Glyphs text={t(name)} />
        </MenuItem>
      ))}
    </TextField>
  );
}

/** The wishes the column lies in, and a way to take each back. */
function Standing({ wishes, onDrop }: { wishes: Column['wishes']; onDrop: (at: string) => void }) {
  if (wishes.length === 0)
    return (
      <p className="wishes-none">{t('Nothing is wished here. For several chords: drag, or Shift with the arrows.')}</p>
    );
  return (
    <ul className="wishes-standing" aria-label={t('Wishes here')}>
      {wishes.map(({ at, wish, hard }) => (
        <li key={at}>
          <span>
            <Glyphs text={wishText(wish)} />
            {!hard && <small> {t('if it costs little')}</small>}
          </span>
          <Button
            size="small"
            onClick={({ currentTarget }) => {
              onDrop(at);
              // The button goes with its wish: the keys go on from the first choice.
              currentTarget.closest('.wishes')?.querySelector<HTMLElement>('.setting button')?.focus();
            }}
          >
            {t('Take back')}
          </Button>
        </li>
      ))}
    </ul>
  );
}
