import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { matterOf, MATTERS, TERM_NAMES, WEIGHED_TERMS, type Matter, msg, t, type Msg } from '../../../core/index.ts';
import type { Settings } from './fields.tsx';
import './player.css';

const WORDS: Readonly<Record<Matter, Msg>> = {
  0: msg('not at all'),
  0.5: msg('less'),
  1: msg('as usual'),
  2: msg('more'),
  4: msg('most'),
};

/** How much each term of the price of a way through a tune matters to this player. */
export function WhatMatters({ player, onChange }: Settings) {
  const { matters } = player;
  const changed = Object.keys(matters).length > 0;
  return (
    <details className="matters" open={changed}>
      <summary>{t('What matters on the way through a tune')}</summary>
      <p>
        {t('What a way costs is the sum of these; the cheapest is taken. Tunes are solved anew when you change one.')}
      </p>
      <ul>
        {WEIGHED_TERMS.map((term) => (
          <li key={term}>
            <TextField
              select
              size="small"
              fullWidth
              label={t(TERM_NAMES[term])}
              value={matterOf(term, matters)}
              onChange={({ target }) => onChange({ matters: { ...matters, [term]: Number(target.value) as Matter } })}
            >
              {MATTERS.map((matter) => (
                <MenuItem key={matter} value={matter}>
                  {t(WORDS[matter])}
                </MenuItem>
              ))}
            </TextField>
          </li>
        ))}
      </ul>
      <Button size="small" variant="outlined" disabled={!changed} onClick={() => onChange({ matters: {} })}>
        {t('All as usual')}
      </Button>
    </details>
  );
}
