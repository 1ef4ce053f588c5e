import { expect, test } from '@playwright/test';
import { backupStorm, fullDisk, killStorm, upgradeStorm, windowStorm, type Storm } from '../scripts/storms.mjs';
import { THOROUGH } from './thorough.ts';

/* Short forms of what `npm run soak` does at length. */
const nothingLost = ({ tried, lost }: Storm) => {
  expect(tried).toBeGreaterThan(0);
  expect(lost).toBe(0);
};

test('a server killed under load loses nothing that it acknowledged', async () =>
  nothingLost(await killStorm({ rounds: 4 })));

test('an upgrade killed half-way goes through in the end, with everything in it', THOROUGH, async () =>
  nothingLost(await upgradeStorm({ rounds: 3 })),
);

test('a full disk is told, and what was acknowledged before is there when there is room again', THOROUGH, async () => {
  const told = await fullDisk({ edits: 20 });
  test.skip(told === null, 'no small disk can be mounted here');
  nothingLost(told!);
});

test('backups made under load hold all that was acknowledged before them', THOROUGH, async () =>
  nothingLost(await backupStorm({ backups: 3 })),
);

test(
  'windows, one duplicated, one with its clock set back, lose no line while their server comes and goes',
  THOROUGH,
  async ({ browser }) => nothingLost(await windowStorm(browser, { rounds: 3 })),
);
