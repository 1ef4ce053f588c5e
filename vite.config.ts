import { transformAsync } from '@babel/core';
import { reactRouter } from '@react-router/dev/vite';
import { defineConfig, type Plugin } from 'vite';

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

export default defineConfig({
  plugins: [compiler, reactRouter()],
  resolve: { tsconfigPaths: true },
  // All that the app uses is known at once: nothing found later makes a page load again.
  optimizeDeps: { entries: ['app/**/*.{ts,tsx}', '!app/**/*.test.ts'] },
  worker: { format: 'es' },
  ssr: { noExternal: [/^@(mui|emotion)\//] },
  // The compiler takes most of a build's time, and that is known.
  build: {
    target: 'es2022',
    rolldownOptions: {
      checks: { pluginTimings: false },
      // Its packages do nothing on their own, and do not say so: only those in use are sent.
      treeshake: { moduleSideEffects: [{ test: /node_modules\/@?tonal/, sideEffects: false }] },
    },
  },
});
