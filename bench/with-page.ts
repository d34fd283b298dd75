import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { launchWithProfile } from '../e2e/browser';
import { serveBuilt } from '../scripts/serve-built';

/**
 * Measures on a page of the built app, in a browser with a profile on the disk, with a folder for what is made for it;
 * all of it is gone afterwards. The built app is that of `folder`; `early` runs in the page before anything of the app.
 */
export async function withPage(
  act: (page: Page, folder: string) => Promise<void>,
  { early = '', folder: built = '.' }: { readonly early?: string; readonly folder?: string | undefined } = {},
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'kermis-bench-'));
  const profile = await mkdtemp(join(tmpdir(), 'kermis-profile-'));
  const server = await serveBuilt(built);
  const context = await launchWithProfile(profile);
  try {
    const page = await context.newPage();
    if (early !== '') await page.addInitScript(early);
    await page.goto(`${server.base}/films`);
    await act(page, folder);
  } finally {
    await context.close();
    server.stop();
    await rm(folder, { recursive: true, force: true });
    await rm(profile, { recursive: true, force: true });
  }
}
