import { defineConfig, type TestProjectInlineConfiguration } from 'vitest/config';
import { PATIENCE } from './e2e/patience';

const inNode = (
  name: string,
  test: TestProjectInlineConfiguration['test'],
): TestProjectInlineConfiguration => ({
  // No test is one of time: a machine that is busy may take as long as it likes.
  test: { name, testTimeout: 4 * PATIENCE, ...test },
});

const inBrowser = (
  name: string,
  include: readonly string[],
  test: TestProjectInlineConfiguration['test'] = {},
): TestProjectInlineConfiguration => ({
  test: {
    name,
    include: [...include],
    globalSetup: ['e2e/start-server.ts'],
    // The files of a worker share its browsers (e2e/browser.ts).
    isolate: false,
    testTimeout: 4 * PATIENCE,
    hookTimeout: 2 * PATIENCE,
    // The report names each test that was done over: such a one is to be put right.
    retry: 1,
    expect: { poll: { timeout: PATIENCE } },
    ...test,
  },
});

export default defineConfig({
  test: {
    maxWorkers: '100%',
    projects: [
      // The core is pure: its tests share what they import.
      inNode('core', { include: ['src/core/**/*.test.ts'], isolate: false }),
      inNode('unit', { include: ['src/**/*.test.ts'], exclude: ['src/core/**'] }),
      inBrowser('browser', ['e2e/*.test.ts']),
      // Tests of real time, and tests that kill a browser.
      inBrowser('alone', ['e2e/alone/*.test.ts'], { fileParallelism: false }),
      // Long tests: docs/reliability.md.
      inBrowser('long', ['e2e/long/*.test.ts'], {
        fileParallelism: false,
        testTimeout: 10 * PATIENCE,
        env: { KERMIS_LONG: '1' },
      }),
    ],
  },
});
