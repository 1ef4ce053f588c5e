export class Guests {
  constructor(world: { print(code: string): void; now?(): number });
  renew(): void;
  knock(): void;
  join(typed: unknown): string | null;
  knows(cookies: string | undefined): boolean;
}
export function guestCookie(session: string | null, isSecure: boolean): string;
export function doorPage(problem?: string): { readonly html: string; readonly policy: string };
