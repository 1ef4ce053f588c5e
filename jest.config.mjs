export default {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/{core,formats,db,app,cli,scripts,words}/**/*.test.ts'],
  transform: {
    '^.+\\.(ts|tsx|js|mjs)$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'commonjs' } },
    ],
  },
  // Published as ES modules only.
  transformIgnorePatterns: ['/node_modules/(?!(pitchy|fft\\.js|chord-symbol|@tombatossals)/)'],
  // Tests run in a sandbox whose globals are slow to look up; these stand in inner loops.
  sandboxInjectedGlobals: ['Math', 'Infinity', 'Number', 'Array', 'Object', 'Map', 'Set', 'Float64Array', 'Uint8Array'],
  maxWorkers: 2,
  // Generous, for a busy machine: no test is about time.
  testTimeout: 120_000,
};
