import type { Browser } from '@playwright/test';

/** What was tried in a storm, and what of it was lost: nothing should be. */
export interface Storm {
  readonly storm: string;
  readonly tried: number;
  readonly lost: number;
}
export function killStorm(asked: { rounds: number; clients?: number; longestMs?: number }): Promise<Storm>;
export function upgradeStorm(asked: { rounds: number; longestMs?: number }): Promise<Storm>;
export function fullDisk(asked: { edits: number }): Promise<Storm | null>;
export function backupStorm(asked: { backups: number }): Promise<Storm>;
export function windowStorm(browser: Browser, asked: { rounds: number }): Promise<Storm>;
