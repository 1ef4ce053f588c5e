import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import {
  DECOR_KIND_WORDS,
  DECOR_STYLES,
  decorStyleText,
  effortText,
  musical,
  notOfferedText,
  type DecorKind,
  type DecorStyle,
  type Offered,
  t,
} from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { Change } from './columnEdits.ts';
import { Dial } from './Dial.tsx';
import { OptionRow } from './OptionRow.tsx';
import type { Between as Betweens, BetweenOffer } from './useBetween.ts';
import { SelectField } from '../frame/SelectField.tsx';
import './between.css';

interface BetweenProps {
  readonly between: Betweens;
  readonly barOf: (column: number) => number;
  readonly trying: number;
  readonly onTry: (index: number) => void;
  readonly onKeep: (index: number) => void;
  /** Hears chords with what would be added to them. */
  readonly onHear: (offers: readonly Offered[]) => void;
  readonly onTake: (change: Change) => void;
  readonly onSelect: (column: number) => void;
  /** Plays it with what is added and, at a turn, without. */
  readonly loop: {
    readonly on: boolean;
    readonly without: boolean;
    readonly start: () => void;
    readonly turn: () => void;
  };
}

/** The letter of a sort of decoration, in its own shape. */
export const KindMark = ({ kind }: { readonly kind: DecorKind }) => (
  <span className={`kind-mark kind-${kind}`} title={t(DECOR_KIND_WORDS[kind].name)}>
    {DECOR_KIND_WORDS[kind].letter}
  </span>
);

/** What lies between the chords: what stands, what could be added to the one that is selected, and three ways for a span. */
export function Between(props: BetweenProps) {
  const { between } = props;
  return (
    <div className="between">
      <Span {...props} />
      {between.standing.length + between.silent.length + between.lost.length > 0 && <Standing {...props} />}
      <Offers {...props} />
      <NotHere between={between} />
    </div>
  );
}

function Offers({ between, trying, onTry, onKeep, onHear }: BetweenProps) {
  const { here, offers, stands } = between;
  if (here === null)
    return (
      <p className="side-empty">
        {between.isTune
          ? t(
              'The tune itself is played here: its own notes are what lies between. How each is played stands under Wishes.',
            )
          : t('Nothing can be added where no chord is played.')}
      </p>
    );
  return (
    <ul className="options" aria-label={t('What could be added')}>
      {offers.map((one, i) => (
        <OptionRow
          key={`${one.offer.decoration.id} ${one.offer.variant}`}
          heading={headingOf(offers, i)}
          name={t(one.offer.decoration.name)}
          stands={one.stands}
          trying={i === trying}
          extra={null}
          price={effortText(one.mm)}
          playable
          onTry={() => onTry(i)}
          onKeep={() => onKeep(i)}
          onHear={() => onHear([one.offer])}
        >
          <span className="between-offer">
            <span>
              {t(one.offer.decoration.name)}
              {one.stands && <em> {t('stands')}</em>}
            </span>
            <small>
              <Glyphs text={musical(one.reason)} />
            </small>
          </span>
        </OptionRow>
      ))}
      {offers.length === 0 && (
        <li className="side-empty">
          {t('Nothing fits this chord here{which}.', { which: stands ? ` ${t('any more')}` : '' })}
        </li>
      )}
    </ul>
  );
}

const headingOf = (offers: readonly BetweenOffer[], i: number): string | null => {
  const kind = offers[i]!.offer.decoration.kind;
  return offers[i - 1]?.offer.decoration.kind === kind ? null : t(DECOR_KIND_WORDS[kind].name);
};

/** How much is added to a span, in which style, and three ways to do it. */
function Span({ between, onTake, onHear }: BetweenProps) {
  const { where, decor, amount, style, ways, ask, changes } = between;
  const [open, setOpen] = useRemembered('between-span', false);
  return (
    <details className="between-span" open={open} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>{t('Decorate {where}', { where })}</summary>
      <div className="between-how">
        <SelectField
          label={t('Style')}
          value={style}
          renderValue={(value) => decorStyleText(value).name}
          onChange={({ target }) => onTake(changes.toStyle(target.value as DecorStyle))}
        >
          {DECOR_STYLES.map((one) => (
            <MenuItem key={one} value={one}>
              {decorStyleText(one).name}
              <small className="select-words">{decorStyleText(one).words}</small>
            </MenuItem>
          ))}
        </SelectField>
        <Dial
          label={t('Added between')}
          value={decor?.amount ?? 0}
          said={(value) => (value === 0 ? t('nothing') : value === 100 ? t('wherever it can be') : `${value} %`)}
          onValue={(next) => onTake(changes.toAmount(next))}
        />
      </div>
      <ul className="options" aria-label={t('Three ways')}>
        {ways.map(({ seed, made }, i) => (
          <li
            key={seed}
            className={decor?.seed === seed && decor.amount === amount ? 'option option-stands' : 'option'}
          >
            <button
              type="button"
              className="option-keep"
              aria-pressed={decor?.seed === seed}
              onClick={() => onTake(changes.toWay(seed))}
            >
              <span className="between-offer">
                <span>
                  {t('Way {i}: {more}', {
                    i: i + 1,
                    more: made.length === 0 ? t('nothing fits') : t('{made} added', { made: made.length }),
                  })}
                </span>
                <small>{[...new Set(made.map(({ decoration }) => t(decoration.name)))].join(' · ')}</small>
              </span>
            </button>
            <IconButton
              size="small"
              aria-label={t('Hear way {i}', { i: i + 1 })}
              disabled={made.length === 0}
              onClick={() => onHear(made)}
            >
              <VolumeUpOutlined fontSize="small" />
            </IconButton>
          </li>
        ))}
      </ul>
      <Button size="small" variant="outlined" onClick={ask}>
        {ways.length === 0 ? t('Three ways') : t('Three others')}
      </Button>
    </details>
  );
}

/** What stands, each with a switch. */
function Standing({ between, barOf, onTake, onSelect, loop }: BetweenProps) {
  const { standing, silent, lost, where, changes } = between;
  const [open, setOpen] = useRemembered('between-standing', false);
  return (
    <details className="between-standing" open={open} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>
        {standing.length} {t('added in')} {where}
        {lost.length > 0 && <em>{t(', {lost} that cannot be any more', { lost: lost.length })}</em>}
      </summary>
      <Button size="small" variant="outlined" onClick={loop.on ? loop.turn : loop.start} aria-pressed={loop.without}>
        {loop.on
          ? loop.without
            ? t('Heard without; with it')
            : t('Heard with; without it')
          : t('Loop with and without')}
      </Button>
      <ul>
        {standing.map((one) => (
          <li key={one.column}>
            <KindMark kind={one.kind as DecorKind} />
            <button type="button" className="between-where" title={one.reason} onClick={() => onSelect(one.column)}>
              <span>{t('bar {bar}: {name}', { bar: barOf(one.column), name: one.name })}</span>
            </button>
            <Switch
              size="small"
              checked
              slotProps={{
                input: { 'aria-label': t('{name} in bar {bar}', { name: one.name, bar: barOf(one.column) }) },
              }}
              onChange={() => onTake(changes.off(one))}
            />
          </li>
        ))}
        {lost.map((one) => (
          <li key={one.column} className="between-lost">
            <KindMark kind="rest" />
            <button type="button" className="between-where" onClick={() => onSelect(one.column)}>
              <span>
                {t('bar {bar}: {name}', { bar: one.bar, name: one.name })}
                <small>{one.why}</small>
              </span>
            </button>
            <Switch
              size="small"
              checked
              slotProps={{
                input: {
                  'aria-label': t('{name} in bar {bar}, which cannot be any more', { name: one.name, bar: one.bar }),
                },
              }}
              onChange={() => onTake(changes.on(one))}
            />
          </li>
        ))}
        {silent.map((one) => (
          <li key={one.column}>
            <KindMark kind="rest" />
            <button type="button" className="between-where" onClick={() => onSelect(one.column)}>
              <span>{t('bar {bar}: switched off', { bar: one.bar })}</span>
            </button>
            <Switch
              size="small"
              checked={false}
              slotProps={{ input: { 'aria-label': t('Decoration of bar {bar}', { bar: one.bar }) } }}
              onChange={() => onTake(changes.on(one))}
            />
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What is not offered for the chord, each with the reason. */
function NotHere({ between: { not } }: { readonly between: Betweens }) {
  const [open, setOpen] = useRemembered('between-not', false);
  if (not.length === 0) return null;
  return (
    <details className="between-not" open={open} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>{t('{not} not here, and why', { not: not.length })}</summary>
      {open && (
        <dl>
          {not.map(({ decoration, why }) => (
            <div key={decoration.id}>
              <dt>{t(decoration.name)}</dt>
              <dd>{notOfferedText(decoration, why)}</dd>
            </div>
          ))}
        </dl>
      )}
    </details>
  );
}
