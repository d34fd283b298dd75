import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    maxWorkers: '100%',
    projects: [
      // No test is one of time: a machine that is busy may take as long as it likes.
      { test: { name: 'unit', include: ['src/**/*.test.ts'], testTimeout: 60_000 } },
      {
        test: {
          name: 'browser',
          include: ['e2e/**/*.test.ts'],
          globalSetup: ['e2e/start-server.ts'],
          // One browser at a time: two cores, and prints keep both busy.
          fileParallelism: false,
          testTimeout: 120_000,
          hookTimeout: 60_000,
          // A machine that stalls for seconds fails a test now and then; what is wrong fails twice. The report names each that
          // was done over.
          retry: 1,
          // What is waited for may take its time on a machine that is busy; what is wrong stays wrong.
          expect: { poll: { timeout: 10_000 } },
        },
      },
    ],
  },
});
