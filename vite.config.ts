import { transformAsync } from '@babel/core';
import { reactRouter } from '@react-router/dev/vite';
import { defineConfig, type Plugin } from 'vite';

/** React's compiler: in the browser, components draw again only what a change concerns. */
const compiler: Plugin = {
  name: 'react-compiler',
  enforce: 'pre',
  applyToEnvironment: ({ name }) => name === 'client',
  transform: {
    filter: { id: /\/app\/parts\/.*\.tsx?$/ },
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
  worker: { format: 'es' },
  ssr: { noExternal: [/^@(mui|emotion)\//] },
  build: { target: 'es2022' },
});
