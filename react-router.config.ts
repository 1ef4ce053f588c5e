import type { Config } from '@react-router/dev/config';

export default {
  ssr: true,
  // The tests build beside the player's own build, so that a running app is not disturbed.
  buildDirectory: process.env.HERON_BUILD ?? 'build',
  // There are few routes: all are known at once, also when the server is away.
  routeDiscovery: { mode: 'initial' },
  future: {
    v8_middleware: true,
    v8_splitRouteModules: true,
    v8_viteEnvironmentApi: true,
    v8_passThroughRequests: true,
    v8_trailingSlashAwareDataRequests: true,
  },
} satisfies Config;
