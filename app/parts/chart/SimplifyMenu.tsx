import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useMemo, useState } from 'react';
import {
  simplify,
  SIMPLIFICATIONS,
  type Simplification,
  type Simplified,
  msg,
  t,
  type Msg,
} from '../../../core/index.ts';
import './chart.css';

const NAMES: Readonly<Record<Simplification, Msg>> = {
  'related-ii': msg('The ii before its V'),
  passing: msg('Passing and approach chords'),
  'side-slip': msg('Side-slips'),
};

interface SimplifyMenuProps {
  /** The chart as typed; with problems there is nothing to simplify. */
  readonly text: string;
  readonly onSimplified: (simplified: Simplified) => void;
}

/** Strips the chart to what bears load, each kind or all. */
export function SimplifyMenu({ text, onSimplified }: SimplifyMenuProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const open = anchor !== null;
  const found = useMemo(() => (open ? simplify(text) : null), [text, open]);
  const dropped = found?.ok ? found.value.dropped : [];
  const choices: readonly { readonly name: Msg; readonly kinds: readonly Simplification[] }[] = [
    { name: msg('All that bears no load'), kinds: SIMPLIFICATIONS },
    ...SIMPLIFICATIONS.map((kind) => ({ name: NAMES[kind], kinds: [kind] })),
  ];
  const apply = (kinds: readonly Simplification[]) => {
    setAnchor(null);
    const result = simplify(text, kinds);
    if (result.ok) onSimplified(result.value);
  };
  return (
    <>
      <Button size="small" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {t('Simplify')}
      </Button>
      <Menu anchorEl={anchor} open={open} onClose={() => setAnchor(null)}>
        {choices.map(({ name, kinds }) => {
          const count = dropped.filter(({ kind }) => kinds.includes(kind)).length;
          return (
            <MenuItem key={name.msg} disabled={count === 0} onClick={() => apply(kinds)}>
              {t(name)}
              <span className="menu-count">{count}</span>
            </MenuItem>
          );
        })}
      </Menu>
    </>
  );
}
