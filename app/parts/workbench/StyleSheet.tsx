import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  GROUP_NAMES,
  GROUPS,
  LONGEST_TITLE,
  MOVES,
  musical,
  parseSuffix,
  STYLES,
  suffixOf,
  type Group,
  type Style,
  t,
} from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { Tastes } from './useTaste.ts';
import './workbench.css';

interface StyleSheetProps {
  readonly tastes: Tastes;
  readonly onClose: () => void;
}

const MOST_WANTED = 3;
const isOurs = (style: Style) => STYLES.some(({ id }) => id === style.id);

/** The styles as weights: ours to see and copy, a player's own to change; and a switch for every move of this tune. */
export function StyleSheet({ tastes, onClose }: StyleSheetProps) {
  const { taste, setTaste: onTaste, styles, setStyle: onStyle } = tastes;
  const [shown, setShown] = useState(taste.style ?? styles[0]!.id);
  const style = styles.find(({ id }) => id === shown) ?? styles[0]!;
  const change = (next: Style) => onStyle(next.id, next);
  const copy = () => {
    const id = `own-${Date.now().toString(36)}`;
    onStyle(id, { ...style, id, name: t('{name}, mine', { name: style.name }) });
    onTaste({ ...taste, style: id, stray: style.stray });
    setShown(id);
  };
  const toggle = (id: string) =>
    onTaste({ ...taste, off: taste.off.includes(id) ? taste.off.filter((other) => other !== id) : [...taste.off, id] });
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>{t('Styles')}</DialogTitle>
      <DialogContent>
        <Tabs
          value={style.id}
          onChange={(_, id: string) => setShown(id)}
          variant="scrollable"
          allowScrollButtonsMobile
          aria-label={t('Styles')}
        >
          {styles.map(({ id, name }) => (
            <Tab key={id} value={id} label={name} />
          ))}
        </Tabs>
        <div className="style-head">
          {isOurs(style) ? (
            <p>{style.words}</p>
          ) : (
            <TextField
              size="small"
              label={t('Name')}
              key={style.id}
              defaultValue={style.name}
              onBlur={({ target }) =>
                change({ ...style, name: target.value.trim().slice(0, LONGEST_TITLE) || style.name })
              }
            />
          )}
          <Button variant="outlined" onClick={copy}>
            {t('Copy to change')}
          </Button>
          {!isOurs(style) && (
            <Button
              onClick={() => {
                onStyle(style.id, null);
                onTaste({ ...taste, style: null });
              }}
            >
              {t('Delete')}
            </Button>
          )}
        </div>
        {isOurs(style) ? (
          <p className="dialog-lead">
            {t('Colours it likes, best first:')} <Glyphs text={style.colours.map(musical).join('  ')} />
          </p>
        ) : (
          <ColoursField key={style.id} style={style} onChange={(colours) => change({ ...style, colours })} />
        )}
        <p className="dialog-lead">
          {t('How much each kind of move is wanted, and which moves this tune may have at all.')}
        </p>
        {GROUPS.filter((group) => group !== 'kept').map((group) => (
          <GroupRow
            key={group}
            group={group}
            weight={style.groups[group] ?? 0}
            off={taste.off}
            onWeight={
              isOurs(style) ? null : (weight) => change({ ...style, groups: { ...style.groups, [group]: weight } })
            }
            onToggle={toggle}
          />
        ))}
      </DialogContent>
      <DialogActions>
        <Button
          variant="contained"
          color="secondary"
          onClick={() => {
            onTaste({ ...taste, style: style.id, stray: style.stray });
            onClose();
          }}
        >
          {t('Use {name}', { name: style.name })}
        </Button>
        <Button onClick={onClose}>{t('Close')}</Button>
      </DialogActions>
    </Dialog>
  );
}

/** The colours of a style, typed; taken when every one can be read. */
function ColoursField({
  style,
  onChange,
}: {
  readonly style: Style;
  readonly onChange: (colours: readonly string[]) => void;
}) {
  const [text, setText] = useState(style.colours.join(' '));
  const words = text.split(/\s+/).filter(Boolean);
  const wrong = words.find((word) => parseSuffix(word) === null);
  return (
    <TextField
      fullWidth
      size="small"
      margin="normal"
      label={t('Colours it likes, best first')}
      value={text}
      error={wrong !== undefined}
      helperText={
        wrong === undefined
          ? t('Write them as in 6/9 m9 13sus4')
          : t('“{wrong}” is no colour. Write it like 6/9, m9 or 13sus4.', { wrong })
      }
      onChange={(event) => setText(event.target.value)}
      onBlur={() => wrong === undefined && onChange(words.map((word) => suffixOf(parseSuffix(word)!)))}
    />
  );
}

interface GroupRowProps {
  readonly group: Group;
  readonly weight: number;
  readonly off: readonly string[];
  /** Null: a style of ours, to be seen. */
  readonly onWeight: ((weight: number) => void) | null;
  readonly onToggle: (id: string) => void;
}

function GroupRow({ group, weight, off, onWeight, onToggle }: GroupRowProps) {
  const moves = MOVES.filter((move) => move.group === group);
  const on = moves.filter(({ id }) => !off.includes(id)).length;
  return (
    <details className="style-group">
      <summary>
        <span>{t(GROUP_NAMES[group])}</span>
        <Slider
          size="small"
          min={0}
          max={MOST_WANTED}
          step={1}
          marks
          value={weight}
          disabled={onWeight === null}
          aria-label={t('How much {kind} is wanted', { kind: GROUP_NAMES[group] })}
          onClick={(event) => event.preventDefault()}
          onChange={(_, value) => onWeight?.(value as number)}
        />
        <small>
          {on === moves.length ? t('{on} moves', { on }) : t('{on} of {moves} moves', { on, moves: moves.length })}
        </small>
      </summary>
      <ul>
        {moves.map(({ id, name, mood, stray, reason }) => (
          <li key={id}>
            <FormControlLabel
              control={<Checkbox size="small" checked={!off.includes(id)} onChange={() => onToggle(id)} />}
              label={t('{name}: {mood} (stray {stray})', { name: t(name), mood: t(mood), stray })}
            />
            <small>{t(reason).replace(/\{\w+\}/g, '…')}</small>
          </li>
        ))}
      </ul>
    </details>
  );
}
