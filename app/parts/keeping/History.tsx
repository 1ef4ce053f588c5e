import Button from '@mui/material/Button';
import { Form, Link } from 'react-router';
import { msg, parseChart, plural, t } from '../../../core/index.ts';
import { useFresh } from '../../keep/fresh.ts';
import { Bars } from '../chart/Bars.tsx';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { whenText } from '../frame/when.ts';
import './keeping.css';

interface Changes {
  readonly chart: number;
  readonly melody: number;
  readonly takes: number;
}
interface HistoryProps {
  readonly tuneId: string;
  readonly title: string;
  /** The chart as it stands now. */
  readonly chartText: string;
  readonly days: readonly (Changes & { readonly at: number })[];
  /** The day looked at, and what the tune was at the end of it. */
  readonly at: number | null;
  readonly then: {
    readonly chartText: string;
    readonly takes: readonly { readonly id: string; readonly name: string; readonly cells: object }[];
  } | null;
  readonly now: number;
}

const KEYS: Keys = [
  ['Tab', msg('from day to day')],
  ['Enter', msg('look at the day')],
  ['?', msg('this sheet')],
];

/** What a tune was at the end of each day it was worked on, and the way back to it. */
export function History({ tuneId, title, chartText, days, at, then, now }: HistoryProps) {
  useFresh();
  const chart = then && parseChart(then.chartText);
  return (
    <Frame
      tuneId={tuneId}
      header={
        <>
          <div className="head-title">
            <h1>{title}</h1>
            <span className="facts">{t('its history')}</span>
          </div>
          <span className="head-gap" />
          <SaveState />
          <KeySheet keys={KEYS} />
          <Button component={Link} to={`/tunes/${tuneId}/chart`} variant="outlined">
            {t('To the chart')}
          </Button>
        </>
      }
    >
      <div className="history">
        <nav className="players-list" aria-label={t('Days')}>
          {days.length === 0 && <p className="keeping-none">{t('Nothing was changed in it yet.')}</p>}
          {days.map((day) => (
            <Link
              key={day.at}
              to={`?at=${day.at}`}
              className={day.at === at ? 'active' : ''}
              aria-current={day.at === at ? 'true' : undefined}
              replace
            >
              {whenText(day.at, now)}
              <small>{whatText(day)}</small>
            </Link>
          ))}
        </nav>
        {then === null || at === null ? (
          <p className="history-none">
            {days.length > 0 &&
              t(
                'Choose a day to see what the tune was at the end of it. Going back is a change like any other: it can be gone back on.',
              )}
          </p>
        ) : (
          <div className="history-then">
            <div className="history-ways">
              <p>
                {at === days[0]?.at
                  ? t('This is what it is now.')
                  : then.chartText === chartText
                    ? t('The chart was what it is now.')
                    : t('The chart was another.')}{' '}
                {then.takes.map(({ name, cells }) => `${name}: ${choicesText(Object.keys(cells).length)}`).join('; ')}
              </p>
              {at !== days[0]?.at && (
                <Form method="post">
                  <input type="hidden" name="at" value={at} />
                  <Button type="submit" variant="contained" color="secondary">
                    {t('Go back to this day')}
                  </Button>
                </Form>
              )}
            </div>
            {chart?.ok ? <Bars chart={chart.value} /> : <pre className="history-text">{then.chartText}</pre>}
          </div>
        )}
      </div>
    </Frame>
  );
}

const choicesText = (number: number) => (number === 0 ? t('no choices') : plural(number, 'one choice', '{n} choices'));

function whatText({ chart, melody, takes }: Changes): string {
  const parts = Object.entries({ chart, melody, bench: takes }).filter(([, times]) => times > 0);
  return parts.map(([place, times]) => `${place} ${times}×`).join(', ');
}
