import { writeTogether } from './scripts/together.mjs'

/** All suites of the core share a few contexts where all of them are run; else each has its own. */
const together = process.env.SUITES === 'together'

const config = {
  testEnvironment: 'node',
  testSequencer: '<rootDir>/scripts/first-things.mjs',
  roots: together
    ? [
        writeTogether(),
        ...['cli', 'server', 'ui', 'worker'].map((room) => `<rootDir>/src/${room}`),
        '<rootDir>/tests/fuzz',
      ]
    : ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/tests/fuzz'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/jest-transform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
  },
  setupFiles: ['<rootDir>/tests/fast-check.ts'],
  // A worker that has grown is replaced between suites: the modules of a suite are not given back by themselves.
  workerIdleMemoryLimit: '2500MB',
  maxWorkers: 2,
  testTimeout: 180000,
}

export default config
