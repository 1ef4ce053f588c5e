import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress } from 'node:zlib';
import { transformAsync } from '@babel/core';
import { reactRouter } from '@react-router/dev/vite';
import { defineConfig, type Plugin } from 'vite';
import { pageParts } from './scripts/page-parts.ts';

/** React's compiler, for the bench in the browser: each part draws again only what a change concerns. */
const compiler: Plugin = {
  name: 'react-compiler',
  enforce: 'pre',
  applyToEnvironment: ({ name }) => name === 'client',
  transform: {
    filter: { id: /\/app\/parts\/(workbench|stream|neck|symbol|reading|frame)\/.*\.tsx?$/ },
    async handler(code, id) {
      const compiled = await transformAsync(code, {
        filename: id,
        babelrc: false,
        configFile: false,
        sourceMaps: true,
        parserOpts: { plugins: ['typescript', 'jsx'] },
        plugins: ['babel-plugin-react-compiler'],
      });
      return { code: compiled?.code ?? code, map: compiled?.map };
    },
  },
};

const PACKED = /\.(js|css|svg)$/;
/** What is smaller gains nothing. */
const LEAST_PACKED = 1000;
/** Beside each file of the browser's the same packed as tightly as can be, once, for the server to send. */
const packed: Plugin = {
  name: 'packed',
  applyToEnvironment: ({ name }) => name === 'client',
  async writeBundle({ dir = '.' }, bundle) {
    const pack = async (file: string) => {
      const content = await readFile(join(dir, file));
      if (content.length >= LEAST_PACKED) await writeFile(join(dir, `${file}.br`), await brotli(content));
    };
    await Promise.all(
      Object.keys(bundle)
        .filter((file) => PACKED.test(file))
        .map(pack),
    );
  },
};

const brotli = promisify(brotliCompress);
const parts = pageParts();

export default defineConfig({
  plugins: [compiler, parts.plugin, packed, reactRouter()],
  resolve: { tsconfigPaths: true },
  // All that the app uses is known at once: nothing found later makes a page load again.
  optimizeDeps: { entries: ['app/**/*.{ts,tsx}', '!app/**/*.test.ts'] },
  worker: { format: 'es' },
  ssr: { noExternal: [/^@(mui|emotion)\//] },
  // The compiler takes most of a build's time, and that is known.
  build: {
    target: 'es2022',
    // In kilobytes: charts are as large, and fetched only when one is opened.
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: { codeSplitting: { groups: parts.groups } },
      checks: { pluginTimings: false },
      // Its packages do nothing on their own, and do not say so: only those in use are sent.
      treeshake: { moduleSideEffects: [{ test: /node_modules\/@?tonal/, sideEffects: false }] },
    },
  },
});
