export default {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/{core,db,app,cli,scripts}/**/*.test.ts'],
  transform: {
    '^.+\\.(ts|tsx|js|mjs)$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'commonjs' } },
    ],
  },
  // Published as ES modules only.
  transformIgnorePatterns: ['/node_modules/(?!(pitchy|fft\\.js|chord-symbol|@tombatossals)/)'],
  maxWorkers: 2,
};
