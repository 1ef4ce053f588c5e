import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { matterOf, MATTERS, TERM_NAMES, WEIGHED_TERMS, type Matter } from '../../../core/index.ts';
import type { Settings } from './fields.tsx';
import './player.css';

const WORDS: Readonly<Record<Matter, string>> = {
  0: 'not at all',
  0.5: 'less',
  1: 'as usual',
  2: 'more',
  4: 'most',
};

/** How much each term of the price of a way through a tune matters to this player. */
export function WhatMatters({ player, onChange }: Settings) {
  const { matters } = player;
  const changed = Object.keys(matters).length > 0;
  return (
    <details className="matters" open={changed}>
      <summary>What matters on the way through a tune</summary>
      <p>What a way costs is the sum of these; the cheapest is taken. Tunes are solved anew when you change one.</p>
      <ul>
        {WEIGHED_TERMS.map((term) => (
          <li key={term}>
            <TextField
              select
              size="small"
              fullWidth
              label={TERM_NAMES[term]}
              value={matterOf(term, matters)}
              onChange={({ target }) => onChange({ matters: { ...matters, [term]: Number(target.value) as Matter } })}
            >
              {MATTERS.map((matter) => (
                <MenuItem key={matter} value={matter}>
                  {WORDS[matter]}
                </MenuItem>
              ))}
            </TextField>
          </li>
        ))}
      </ul>
      <Button size="small" variant="outlined" disabled={!changed} onClick={() => onChange({ matters: {} })}>
        All as usual
      </Button>
    </details>
  );
}
