/*
 * `npm run soak`: the storms of storms.mjs, long; bounded, and on this machine alone. Prints what was tried and what was
 * lost, and fails when anything was.
 */
import { chromium } from '@playwright/test';
import { build } from './prepare.mjs';
import { backupStorm, fullDisk, killStorm, upgradeStorm, windowStorm } from './storms.mjs';

build('build-test');
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const storms = [
  () => killStorm({ rounds: 260 }),
  () => upgradeStorm({ rounds: 40 }),
  () => fullDisk({ edits: 200 }),
  () => backupStorm({ backups: 30 }),
  () => windowStorm(browser, { rounds: 40 }),
];
let lost = 0;
for (const storm of storms) {
  const start = Date.now();
  const told = await storm();
  const seconds = ((Date.now() - start) / 1000).toFixed(0);
  if (told === null) console.log('the disk full: skipped, for no small disk can be mounted here');
  else console.log(`${told.storm}: ${told.tried} tried, ${told.lost} lost (${seconds} s)`);
  lost += told?.lost ?? 0;
}
await browser.close();
process.exit(lost === 0 ? 0 : 1);
