import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  GRADE_WORDS,
  gradeOf,
  HURT_PLACES,
  HURT_WORDS,
  locale,
  playedIn,
  t,
  type HurtPlace,
  type LogEntry,
  type Logged,
  type PlayedNow,
} from '../../../core/index.ts';
import { What } from './What.tsx';

interface LogListProps {
  readonly log: readonly Logged[];
  readonly add: (entry: LogEntry) => void;
  /** Asks for what is older than a time. */
  readonly onOlder: (at: number) => void;
}

/** What was played, the last first, day by day; a mistake is put right by an entry that says so. */
export function LogList({ log, add, onOlder }: LogListProps) {
  const played = playedIn(log).toReversed();
  const [wrong, setWrong] = useState<PlayedNow | null>(null);
  if (played.length === 0)
    return (
      <p className="practice-empty">
        {t('Nothing is in the log yet. What you play at the stand is logged by itself.')}
      </p>
    );
  const days = new Map<string, PlayedNow[]>();
  for (const one of played) {
    const day = new Date(one.at).toLocaleDateString(locale(), { dateStyle: 'full' });
    days.set(day, [...(days.get(day) ?? []), one]);
  }
  return (
    <section className="log" aria-label={t('The log')}>
      {[...days].map(([day, list]) => (
        <div key={day}>
          <h2>
            {day} <small>{t('{minutes} min', { minutes: minutesOf(list) })}</small>
          </h2>
          <ul>
            {list.map((one) => (
              <li key={one.id}>
                <What what={one.what} />
                <span className="session-why">{cameOf(one)}</span>
                <Button size="small" onClick={() => setWrong(one)}>
                  {t('Put right')}
                </Button>
              </li>
            ))}
          </ul>
        </div>
      ))}
      {log.length >= MANY && <Button onClick={() => onOlder(played.at(-1)!.at)}>{t('Older')}</Button>}
      {wrong && (
        <PutRight
          one={wrong}
          onClose={() => setWrong(null)}
          onRight={(right) => {
            add({ deed: 'corrected', schema: 1, at: Date.now(), of: wrong.id, right });
            setWrong(null);
          }}
        />
      )}
    </section>
  );
}

/** As many come at once: then there may be older ones. */
const MANY = 60;

const minutesOf = (list: readonly PlayedNow[]) =>
  Math.max(1, Math.round(list.reduce((sum, { seconds }) => sum + seconds, 0) / 60));

/** What came of it, in a line. */
function cameOf(one: PlayedNow): string {
  const { at, seconds, goal, clean, rounds, hurt, note, corrected } = one;
  const grade = gradeOf(one);
  return [
    new Date(at).toLocaleTimeString(locale(), { timeStyle: 'short' }),
    seconds < 60 ? t('{seconds} s', { seconds }) : t('{seconds} min', { seconds: Math.round(seconds / 60) }),
    rounds.clean + rounds.unclean > 0
      ? t('{clean} of {all} clean', { clean: rounds.clean, all: rounds.clean + rounds.unclean })
      : '',
    clean !== null && goal !== null ? t('clean at {clean} of {goal}', { clean, goal }) : '',
    grade ? t(GRADE_WORDS[grade]) : '',
    hurt ? t('it hurt: {where}', { where: HURT_WORDS[hurt] }) : '',
    note,
    corrected > 0 ? t('put right') : '',
  ]
    .filter(Boolean)
    .join(' · ');
}

interface PutRightProps {
  readonly one: PlayedNow;
  readonly onClose: () => void;
  readonly onRight: (right: Extract<LogEntry, { deed: 'corrected' }>['right']) => void;
}

/** What was wrong in an entry: the entry itself stays, and the correction is logged beside it. */
function PutRight({ one, onClose, onRight }: PutRightProps) {
  const [clean, setClean] = useState(one.clean === null ? '' : String(one.clean));
  const [hurt, setHurt] = useState<HurtPlace | ''>(one.hurt ?? '');
  const [note, setNote] = useState(one.note);
  const tempo = clean.trim() === '' ? null : Number(clean);
  const isTempo = tempo === null || (Number.isInteger(tempo) && tempo > 0 && tempo <= 1000);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>{t('Put it right')}</DialogTitle>
      <DialogContent className="put-right">
        <p>{t('The entry stays in the log; what you say here is logged as a correction of it.')}</p>
        {one.goal !== null && (
          <TextField
            size="small"
            label={t('Clean at, beats a minute')}
            value={clean}
            onChange={({ target }) => setClean(target.value)}
            error={!isTempo}
            helperText={isTempo ? t('empty: no round was clean') : t('1 to 1000, or nothing')}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          />
        )}
        <TextField
          select
          size="small"
          label={t('It hurt')}
          value={hurt}
          onChange={({ target }) => setHurt(target.value as HurtPlace | '')}
        >
          <MenuItem value="">{t('nowhere')}</MenuItem>
          {HURT_PLACES.map((place) => (
            <MenuItem key={place} value={place}>
              {t(HURT_WORDS[place])}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          label={t('Note')}
          multiline
          value={note}
          onChange={({ target }) => setNote(target.value)}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
      </DialogContent>
      <DialogActions>
        <Button color="error" onClick={() => onRight(null)}>
          {t('It did not happen')}
        </Button>
        <Button onClick={onClose}>{t('Leave it')}</Button>
        <Button
          variant="contained"
          color="secondary"
          disabled={!isTempo}
          onClick={() => onRight({ ...(one.goal !== null && { clean: tempo }), hurt: hurt === '' ? null : hurt, note })}
        >
          {t('Put right')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
