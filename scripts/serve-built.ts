import { spawn } from 'node:child_process';

/** The built app of a folder on a free port, for tests, measurements and pictures. `stop` ends it. */
export async function serveBuilt(folder = '.'): Promise<{ base: string; stop: () => void }> {
  const server = spawn('npx', ['tsx', 'scripts/serve.ts'], {
    cwd: folder,
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
  // The whole group: npx, tsx and the server itself.
  return { base, stop: () => server.pid && process.kill(-server.pid) };
}
