import { locale, t } from '../../../core/index.ts';

/** When something was, as a player says it: `today, 15:04`, `27 Nov, 15:04`, `27 Nov 2026`. */
export function whenText(at: number, now = Date.now()): string {
  const [then, today] = [new Date(at), new Date(now)];
  const time = then.toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit' });
  if (then.toDateString() === today.toDateString()) return t('today, {time}', { time });
  const day = then.toLocaleDateString(locale(), { day: 'numeric', month: 'short' });
  return then.getFullYear() === today.getFullYear() ? `${day}, ${time}` : `${day} ${then.getFullYear()}`;
}

const UNITS = [
  [86_400_000, 'day'],
  [3_600_000, 'hour'],
  [60_000, 'minute'],
] as const;

/** How long ago, in words: `just now`, `2 hours ago`. */
export function agoText(ms: number): string {
  const unit = UNITS.find(([size]) => ms >= size);
  if (!unit) return t('just now');
  return new Intl.RelativeTimeFormat(locale()).format(-Math.floor(ms / unit[0]), unit[1]);
}
