import type { TestProject } from 'vitest/node';
import { serveBuilt } from '../scripts/serve-built';

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the server under test, without a slash at the end. */
    base: string;
  }
}

/** Serves the built app on a free port for all browser tests. */
export default async function startServer(project: TestProject): Promise<() => void> {
  const { base, stop } = await serveBuilt();
  project.provide('base', base);
  return stop;
}
