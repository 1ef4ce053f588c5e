import { test } from '@jest/globals';

/** Whether all is looked at, however long it takes (`npm run thorough`); else what is long is looked at in part. */
export const IS_THOROUGH = process.env.HERON_THOROUGH === '1';

/** All of them, or every so many. */
export const some = <T>(all: readonly T[], every: number): readonly T[] =>
  IS_THOROUGH ? all : all.filter((_, i) => i % every === 0);

/** A test that is too long for every day. */
export const thorough = IS_THOROUGH ? test : test.skip;
