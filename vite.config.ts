import { reactRouter } from '@react-router/dev/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [reactRouter()],
  resolve: { tsconfigPaths: true },
  worker: { format: 'es' },
  ssr: { noExternal: [/^@(mui|emotion)\//] },
  build: { target: 'es2022' },
});
