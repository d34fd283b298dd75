import { launch } from './browser';
import { serveBuilt } from '../scripts/serve-built';
import { readFileSync } from 'node:fs';
const server = await serveBuilt();
const browser = await launch();
const only = process.argv[2];
const [w, h] = (process.argv[3] ?? '1280x800').split('x').map(Number) as [number, number];
try {
  const page = await browser.newPage({ viewport: { width: w, height: h } });
  page.on('pageerror', (e) => console.log('ERR', e.message));
  page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
  await page.goto(`${server.base}/films`);
  await page.getByRole('button', { name: 'Open the demo film', exact: true }).click();
  const progress = page.getByRole('progressbar', { name: 'Photos coming in' });
  await progress.waitFor();
  await progress.waitFor({ state: 'detached' });
  await page.waitForTimeout(1200);
  const shot = (n: string) => page.screenshot({ path: `/tmp/shots/${n}.png` });
  const press = (n: string) => page.getByRole('button', { name: n, exact: true }).click();
  await new Function(
    'page',
    'shot',
    'press',
    `return (async () => { ${readFileSync(only as string, 'utf8')} })()`,
  )(page, shot, press);
} finally {
  await browser.close();
  server.stop();
}
