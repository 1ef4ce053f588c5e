/*
 * `npm run kernel`: compiles `kernel/source/near.ts` into `kernel/near.wasm.ts`, which is kept with the sources. With
 * `--check` it only says whether that is what the source compiles to.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';
import { giveUp, ROOT } from './prepare.mjs';

const OPTIONS = ['-O3', '--runtime', 'stub', '--enable', 'simd', '--importMemory', '--noAssert'];
const MODULE = join(ROOT, 'kernel', 'near.wasm.ts');

/** The text of the module that holds the compiled kernel. */
async function compiled() {
  const source = readFileSync(join(ROOT, 'kernel', 'source', 'near.ts'), 'utf8');
  let bytes = null;
  const { error, stderr } = await asc.main(['near.ts', '--outFile', 'near.wasm', ...OPTIONS], {
    readFile: (name) => (name === 'near.ts' ? source : null),
    writeFile: (_, contents) => void (bytes = contents),
    listFiles: () => [],
  });
  if (error) giveUp(stderr.toString());
  const lines = Buffer.from(bytes)
    .toString('hex')
    .match(/.{1,100}/g);
  return [
    '/* Compiled from `source/near.ts` by `npm run kernel`: a WebAssembly module in hexadecimal. */',
    'export const NEAR_WASM =',
    ...lines.map((line, i) => `  '${line}'${i === lines.length - 1 ? ';' : ' +'}`),
    '',
  ].join('\n');
}

const text = await compiled();
if (!process.argv.includes('--check')) writeFileSync(MODULE, text);
else if (readFileSync(MODULE, 'utf8') !== text) giveUp('The compiled kernel is not of this source: npm run kernel');
