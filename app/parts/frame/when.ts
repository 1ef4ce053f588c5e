/** When something was, as a player says it: `today, 15:04`, `27 Nov, 15:04`, `27 Nov 2026`. */
export function whenText(at: number, now = Date.now()): string {
  const [then, today] = [new Date(at), new Date(now)];
  const time = then.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  if (then.toDateString() === today.toDateString()) return `today, ${time}`;
  const day = then.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
  return then.getFullYear() === today.getFullYear() ? `${day}, ${time}` : `${day} ${then.getFullYear()}`;
}

const UNITS = [
  [60_000, 'minute'],
  [3_600_000, 'hour'],
  [86_400_000, 'day'],
] as const;

/** How long ago, in words: `just now`, `2 hours ago`. */
export function agoText(ms: number): string {
  const unit = [...UNITS].reverse().find(([size]) => ms >= size);
  if (!unit) return 'just now';
  return `${counted(Math.floor(ms / unit[0]), unit[1])} ago`;
}

/** `1 day`, `2 days`. */
export const counted = (number: number, what: string) => `${number} ${what}${number === 1 ? '' : 's'}`;
