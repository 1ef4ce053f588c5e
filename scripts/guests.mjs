/* Who may come in from the local network: whoever types a code that the machine itself printed, once. */
import { randomBytes, randomInt, timingSafeEqual } from 'node:crypto';

/** Without what is mistaken for something else: no 0 and O, 1, I and L. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 8;
const CODE_MS = 600_000;
const MOST_TRIES = 5;
/** Not oftener is a new code printed because somebody asks. */
const RENEWED_AFTER_MS = 60_000;
const COOKIE = 'heron.guest';
const MOST_GUESTS = 20;
/** After so long without a request a device types a code anew. */
const IDLE_MS = 12 * 3_600_000;

const newCode = () => Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
const shown = (code) => `${code.slice(0, 4)} ${code.slice(4)}`;

/** As long as each other, then compared in a time that tells nothing. */
const isSame = (a, b) => a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** Codes and sessions, in memory: both end with the server. `print` shows a code at the machine. */
export class Guests {
  #print;
  #now;
  #code = '';
  #madeAt = 0;
  #tries = 0;
  /** When each session asked last. */
  #sessions = new Map();

  constructor({ print, now = Date.now }) {
    this.#print = print;
    this.#now = now;
  }

  /** Makes and prints a code; the one before is worth nothing any more. */
  renew() {
    this.#code = newCode();
    this.#madeAt = this.#now();
    this.#tries = 0;
    this.#print(shown(this.#code));
  }

  #isOver() {
    return this.#code === '' || this.#tries >= MOST_TRIES || this.#now() - this.#madeAt > CODE_MS;
  }

  /** Somebody stands at the door: where the code is over, another is printed, once a minute at most. */
  knock() {
    if (this.#isOver() && this.#now() - this.#madeAt > RENEWED_AFTER_MS) this.renew();
  }

  /** The value of a session's cookie for a right code, or null. A code is good for one. */
  join(typed) {
    const code = String(typed)
      .toUpperCase()
      .replaceAll(/[^A-Z0-9]/g, '');
    if (this.#isOver()) return null;
    if (!isSame(code, this.#code)) {
      this.#tries++;
      return null;
    }
    const session = randomBytes(32).toString('base64url');
    this.#sessions.set(session, this.#now());
    for (const old of [...this.#sessions.keys()].slice(0, -MOST_GUESTS)) this.#sessions.delete(old);
    this.renew();
    return session;
  }

  /** Whether a request's cookies name a session. */
  knows(cookies) {
    const session = new RegExp(`(?:^|; ?)(?:__Host-)?${COOKIE}=([\\w-]{43})`).exec(cookies ?? '')?.[1];
    const last = session === undefined ? undefined : this.#sessions.get(session);
    if (last === undefined || this.#now() - last > IDLE_MS) return false;
    this.#sessions.set(session, this.#now());
    return true;
  }
}

export const guestCookie = (session, isSecure) =>
  isSecure
    ? `__Host-${COOKIE}=${session}; Path=/; HttpOnly; SameSite=Strict; Secure`
    : `${COOKIE}=${session}; Path=/; HttpOnly; SameSite=Strict`;

/** What whoever is not known yet sees: nothing of the data, and where the code is. */
export function doorPage(problem = '') {
  const nonce = randomBytes(16).toString('base64');
  const html = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Yellow Heron</title>
<style nonce="${nonce}">
body { margin: 0; min-height: 100vh; display: grid; place-content: center; gap: 16px; padding: 24px; background: #faf6ec; color: #1e2b2e; font: 18px/1.5 system-ui, sans-serif; }
form { display: flex; flex-wrap: wrap; gap: 12px; }
input, button { font: inherit; min-height: 48px; padding: 0 14px; border-radius: 10px; border: 1px solid #1e2b2e; }
input { letter-spacing: 0.12em; text-transform: uppercase; width: 11em; }
button { background: #1e2b2e; color: #fffdf7; }
p { margin: 0; max-width: 34em; }
</style>
</head>
<body>
<h1>Yellow Heron</h1>
<p>Type the code that Yellow Heron printed where it runs. It lets one device in, until Yellow Heron stops.</p>
<form method="post" action="/join">
<input name="code" aria-label="Code" autocomplete="one-time-code" autofocus required>
<button>Come in</button>
</form>
<p role="alert">${problem}</p>
</body>
</html>
`;
  const policy = `default-src 'none'; style-src 'nonce-${nonce}'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`;
  return { html, policy };
}
