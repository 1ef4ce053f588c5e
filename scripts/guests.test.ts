import { describe, expect, test } from '@jest/globals';
import { guestCookie, Guests } from './guests.mjs';

function door() {
  const printed: string[] = [];
  let now = 1_000_000;
  const guests = new Guests({ print: (code: string) => void printed.push(code), now: () => now });
  guests.renew();
  return { guests, printed, pass: (ms: number) => (now += ms), last: () => printed.at(-1)! };
}
const cookieFor = (session: string | null) => `a=b; heron.guest=${session}`;

describe('guests from the local network', () => {
  test('come in with the code as it was printed, however it is typed, and are known from then on', () => {
    const { guests, last } = door();
    expect(last()).toMatch(/^[A-HJKMNP-Z2-9]{4} [A-HJKMNP-Z2-9]{4}$/);
    const session = guests.join(` ${last().toLowerCase().replace(' ', '-')} `);
    expect(guests.knows(cookieFor(session))).toBe(true);
    expect(guestCookie(session, true)).toMatch(/^__Host-heron\.guest=.*HttpOnly; SameSite=Strict; Secure$/);
    expect(guests.knows(guestCookie(session, true).split(';')[0])).toBe(true);
    for (const cookies of [undefined, '', 'heron.guest=', cookieFor('x'.repeat(43)), `x${cookieFor(session).slice(5)}`])
      expect(guests.knows(cookies)).toBe(false);
  });

  test('a code is good for one device; the next is printed', () => {
    const { guests, printed } = door();
    const [first] = printed;
    expect(guests.join(first)).not.toBeNull();
    expect(printed).toHaveLength(2);
    expect(guests.join(first)).toBeNull();
    expect(guests.join(printed[1])).not.toBeNull();
  });

  test('five wrong tries use a code up, and a knock brings another, once a minute', () => {
    const { guests, printed, last, pass } = door();
    for (let i = 0; i < 5; i++) expect(guests.join('AAAA AAAA')).toBeNull();
    expect(guests.join(last())).toBeNull();
    guests.knock();
    expect(printed).toHaveLength(1);
    pass(61_000);
    guests.knock();
    guests.knock();
    expect(printed).toHaveLength(2);
    expect(guests.join(last())).not.toBeNull();
  });

  test('a device that asked nothing for half a day types a code anew', () => {
    const { guests, last, pass } = door();
    const cookie = cookieFor(guests.join(last()));
    for (let i = 0; i < 4; i++) {
      pass(11 * 3_600_000);
      expect(guests.knows(cookie)).toBe(true);
    }
    pass(13 * 3_600_000);
    expect(guests.knows(cookie)).toBe(false);
  });

  test('a code is over after ten minutes', () => {
    const { guests, last, pass } = door();
    pass(601_000);
    expect(guests.join(last())).toBeNull();
  });
});
