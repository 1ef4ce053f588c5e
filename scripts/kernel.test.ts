import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';

test('the compiled kernel is what its source compiles to', () => {
  const { status, stderr } = spawnSync(process.execPath, [join(__dirname, 'kernel.mjs'), '--check'], {
    encoding: 'utf8',
  });
  expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
});
