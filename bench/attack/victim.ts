import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Page } from 'playwright-core';

/** Milliseconds of work that a kill may lose. */
const MAY_BE_LOST = 250;

const CHROMIUM = {
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  viewport: { width: 1280, height: 800 },
  args: [
    ...['--no-sandbox', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
    ...['--no-first-run', '--autoplay-policy=no-user-gesture-required', '--use-fake-device-for-media-stream'],
  ],
};

/** Ends every process that was started with a folder in its command, as a crash of the machine would. */
async function killAll(folder: string): Promise<void> {
  for (const pid of (await readdir('/proc')).filter((name) => /^\d+$/.test(name))) {
    const command = await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '');
    if (command.includes(folder) && Number(pid) !== process.pid)
      try {
        process.kill(Number(pid), 'SIGKILL');
      } catch {
        // It is gone already.
      }
  }
}

/** A browser with a profile of its own on the disk, that can be killed and started again. */
export class Victim {
  readonly #base: string;
  readonly #folder: string;
  #context: BrowserContext | undefined;
  page!: Page;
  /** Numbers that the watched element showed, with the time at which each arrived here. */
  seen: { readonly at: number; readonly value: number }[] = [];

  private constructor(base: string, folder: string) {
    this.#base = base;
    this.#folder = folder;
  }

  static async in(base: string): Promise<Victim> {
    const victim = new Victim(base, await mkdtemp(join(tmpdir(), 'kermis-kill-')));
    await victim.start('/films');
    return victim;
  }

  async start(path = '/'): Promise<void> {
    // The killed process may lock the profile for a moment.
    for (let tries = 0; ; tries++) {
      try {
        this.#context = await chromium.launchPersistentContext(this.#folder, CHROMIUM);
        break;
      } catch (error) {
        if (tries === 5) throw error;
        await rm(join(this.#folder, 'SingletonLock'), { force: true });
        await new Promise((resolve) => setTimeout(resolve, 300));
      }
    }
    // The stand-in camera writes on its floor how its puppet stands: its photos are told apart.
    await this.#context.addInitScript('globalThis.standInCode = true');
    this.page = this.#context.pages()[0] ?? (await this.#context.newPage());
    this.page.on('console', (message) => {
      const [, value] = /^seen (-?\d+)$/.exec(message.text()) ?? [];
      if (value !== undefined) this.seen.push({ at: Date.now(), value: Number(value) });
    });
    this.page.on('dialog', (dialog) => void dialog.accept().catch(() => undefined));
    await this.page.goto(this.#base + path);
  }

  /** Tells each number that an element shows, as soon as it shows it. */
  async watch(selector: string, pattern: string): Promise<void> {
    this.seen = [];
    // As text: what builds this file puts helpers into functions that the page does not have.
    await this.page.evaluate(`{
      let last = '';
      const look = () => {
        const text = document.querySelector(${JSON.stringify(selector)})?.textContent ?? '';
        const found = (new RegExp(${JSON.stringify(pattern)}).exec(text)?.[1] ?? '').replace(/,/g, '');
        if (found !== '' && found !== last) console.log('seen ' + found);
        last = found;
      };
      new MutationObserver(look).observe(document.body, { subtree: true, childList: true, characterData: true });
      look();
    }`);
  }

  /** Kills the browser; gives what was seen long enough before that it must have been kept. */
  async kill(): Promise<number | undefined> {
    const killedAt = Date.now();
    await killAll(this.#folder);
    await this.#context?.close().catch(() => undefined);
    return this.seen.filter(({ at }) => at <= killedAt - MAY_BE_LOST).at(-1)?.value;
  }

  async end(): Promise<void> {
    await this.#context?.close().catch(() => undefined);
    await killAll(this.#folder);
    await rm(this.#folder, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
  }
}
