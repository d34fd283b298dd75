import { readdir, readFile } from 'node:fs/promises';

/** Process numbers of the browser's pages. */
async function pageProcesses(): Promise<readonly string[]> {
  const all = (await readdir('/proc')).filter((name) => /^\d+$/.test(name));
  const commands = await Promise.all(
    all.map((pid) => readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '')),
  );
  return all.filter((_, i) => commands[i]?.includes('--type=renderer'));
}

/** Watches the resident memory of the largest page process, in megabytes; gives the peak when told to stop. */
export async function watchMemory(): Promise<() => Promise<number>> {
  const pids = await pageProcesses();
  let peak = 0;
  const look = async (): Promise<void> => {
    for (const pid of pids) {
      const status = await readFile(`/proc/${pid}/status`, 'utf8').catch(() => '');
      peak = Math.max(peak, Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1000);
    }
  };
  const timer = setInterval(() => void look(), 200);
  return async () => {
    clearInterval(timer);
    await look();
    return peak;
  };
}
