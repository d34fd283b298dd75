import { spawn } from 'node:child_process';
import type { TestProject } from 'vitest/node';

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the server under test, without a slash at the end. */
    base: string;
  }
}

/** Serves the built app on a free port for all browser tests. */
export default async function startServer(project: TestProject): Promise<() => void> {
  const server = spawn('npx', ['tsx', 'scripts/serve.ts'], {
    env: { ...process.env, PORT: '0', KERMIS_OPEN_DEMO: '', NODE_ENV: 'production' },
    stdio: ['ignore', 'pipe', 'inherit'],
    detached: true,
  });
  const base = await new Promise<string>((resolve, reject) => {
    let said = '';
    server.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(said);
      if (found) resolve(found[0]);
    });
    server.on('exit', (code) => reject(new Error(`the server ended with ${code ?? 'a signal'}: ${said}`)));
  });
  project.provide('base', base);
  return () => {
    // The whole group: npx, tsx and the server itself.
    if (server.pid) process.kill(-server.pid);
  };
}
