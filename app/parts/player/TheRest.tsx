import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { MANNERS, MANNER_WORDS, ownManner, t } from '../../../core/index.ts';
import { Choice } from '../frame/Choice.tsx';
import { Draft, type Settings } from './fields.tsx';
import './player.css';

const ANYWHERE = 'any';
const BY_COMPANY = 'company';

/** Who else plays, where on the neck, and how notes are called. */
export function TheRest({ player, onChange }: Settings) {
  const { area } = player;
  const stands = ownManner(player);
  // What was chosen on a longer neck still stands.
  const last = Math.max(player.highestFret - player.capo, area?.[1] ?? 0);
  const frets = Array.from({ length: last + 1 }, (_, fret) => fret);
  const LEAST = 3;
  return (
    <section aria-labelledby="the-rest">
      <h2 id="the-rest">{t('The rest')}</h2>
      <Draft
        player={player}
        onChange={onChange}
        field="name"
        label={t('Name of this player')}
        write={(one) => one.name}
        read={(text) => text}
        width="100%"
      />
      <Choice
        label={t('Plays')}
        value={player.company}
        choices={[
          ['alone', t('Alone')],
          ['bass', t('With a bass player')],
        ]}
        onChoose={(company) => onChange({ company })}
      >
        <p>
          {player.company === 'bass'
            ? t('The bass has the roots: smaller grips do.')
            : t('The guitar has the bass, too.')}
        </p>
      </Choice>
      <div className="setting">
        <TextField
          select
          size="small"
          label={t('Comps')}
          value={player.manner ?? BY_COMPANY}
          onChange={({ target: { value } }) => onChange({ manner: MANNERS.find((manner) => manner === value) ?? null })}
          sx={{ width: '100%' }}
        >
          <MenuItem value={BY_COMPANY}>
            {player.company === 'bass' ? t('As beside a bass player') : t('As one does alone')}
          </MenuItem>
          {MANNERS.map((manner) => (
            <MenuItem key={manner} value={manner}>
              {t(MANNER_WORDS[manner].name)}
            </MenuItem>
          ))}
        </TextField>
        <p>
          {t('{name}: {words}. A tune, or a part of it, may be comped otherwise.', {
            name: MANNER_WORDS[stands].name,
            words: MANNER_WORDS[stands].words,
          })}
        </p>
      </div>
      <div className="setting">
        <span className="setting-label">{t('Likes to stay in frets')}</span>
        <div className="setting-row">
          <TextField
            select
            size="small"
            label={t('from')}
            value={area?.[0] ?? ANYWHERE}
            onChange={({ target: { value } }) =>
              onChange({
                area: value === ANYWHERE ? null : [Number(value), Math.max(area?.[1] ?? 0, Number(value) + LEAST)],
              })
            }
            sx={{ width: 132 }}
          >
            <MenuItem value={ANYWHERE}>{t('anywhere')}</MenuItem>
            {frets.slice(0, -1).map((fret) => (
              <MenuItem key={fret} value={fret}>
                {fret === 0 ? t('open') : fret}
              </MenuItem>
            ))}
          </TextField>
          {area && (
            <TextField
              select
              size="small"
              label={t('to')}
              value={area[1]}
              onChange={({ target: { value } }) => onChange({ area: [area[0], Number(value)] })}
              sx={{ width: 92 }}
            >
              {frets.slice(Math.min(area[0] + LEAST, area[1])).map((fret) => (
                <MenuItem key={fret} value={fret}>
                  {fret}
                </MenuItem>
              ))}
            </TextField>
          )}
        </div>
      </div>
    </section>
  );
}
