import { t } from '../../../core/index.ts';
const DAY_MS = 86_400_000;
const startOf = (at: number) => new Date(at).setHours(0, 0, 0, 0);

/** When something is due, from now: `today`, `since yesterday`, `in 4 days`. */
export function dueText(due: number, now: number): string {
  const days = Math.round((startOf(due) - startOf(now)) / DAY_MS);
  if (days === 0) return t('due today');
  if (days === 1) return t('due tomorrow');
  if (days > 1) return t('in {days} days', { days });
  return days === -1 ? t('due since yesterday') : t('due for {more} days', { more: -days });
}
