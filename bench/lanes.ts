/**
 * `npm run bench:lanes`: memory while ten minutes of stereo come in; frames while the strip with 200 cues is zoomed and
 * scrolled; how far the picture is from the sound over ten minutes of playing around. `npm run bench:lanes 0.1` plays a
 * tenth of that.
 */
import { execFileSync } from 'node:child_process';
import { readdir } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { framesDuring, slowFrames } from './frames';
import { watchMemory } from './watch-memory';
import { withPage } from './with-page';

const MINUTES = 10 * Number(process.argv[2] ?? 1);
const RATE = 24;
/** Poses; frames of each, poses that are played around, and frames from the first to the out point, which counts. */
const POSES = 60;
const HOLD = 96;
const AROUND = 23;
const PLAYED = AROUND * HOLD + 1;
/** Cues are laid in by fours, one in each lane, each four behind the last. */
const CUES = 200;

const ffmpeg = (...args: readonly string[]): Buffer => execFileSync('ffmpeg', ['-v', 'error', ...args]);

/** Listens to what the speaker tells, and keeps its clock. */
const TAP_SPEAKER = `
  const Plain = AudioWorkletNode;
  globalThis.AudioWorkletNode = class extends Plain {
    constructor(context, name, options) {
      super(context, name, options);
      if (name !== 'speaker') return;
      globalThis.clock = context;
      this.port.addEventListener('message', ({ data }) => { if (data.played > 0) globalThis.told = data; });
    }
  };`;

/** At every repaint: how far what is shown lies outside of what is heard, in milliseconds; and what the speaker missed. */
const WATCH_PLAY = `
  globalThis.apart = [];
  globalThis.watching = true;
  {
    const counter = document.querySelector('[data-testid=counter] strong') ?? document.querySelector('[data-testid=counter]');
    const total = ${PLAYED};
    const { told, clock } = globalThis;
    const begun = { played: told.played, at: told.at };
    requestAnimationFrame(function look() {
      const { told } = globalThis;
      const heard = told.played / 48000 + clock.currentTime - told.at - (clock.outputLatency || 0);
      const shown = Number.parseInt(counter.textContent.replace(',', ''), 10) - 1;
      const at = (heard * ${RATE}) % total;
      // From the frame's start to its end there is no error; around the loop the nearer way counts.
      const off = [-total, 0, total].map((turn) => Math.max(0, shown + turn - at, at - (shown + turn + 1))).sort((a, b) => a - b)[0];
      globalThis.apart.push((1000 * off) / ${RATE});
      globalThis.missed = (told.at - begun.at) * 48000 - (told.played - begun.played);
      if (globalThis.watching) requestAnimationFrame(look);
    });
  }`;

async function makeFilm(page: Page, folder: string): Promise<void> {
  await page.getByRole('button', { name: 'New film' }).click();
  const photos = (await readdir('demo/photos'))
    .sort()
    .slice(0, POSES)
    .map((name) => join('demo/photos', name));
  await page.getByRole('navigation', { name: 'Stages' }).waitFor();
  await page.getByTestId('choose-photos').setInputFiles(photos);
  await page.getByRole('button', { name: `Add ${POSES}` }).click({ timeout: 120_000 });
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await page.keyboard.press('Control+a');
  await page.getByRole('textbox', { name: 'Hold', exact: true }).fill(String(HOLD));
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  const paths = ['pink', 'brown', 'white', 'violet'].map((colour, i) => {
    const path = join(folder, `${colour}.wav`);
    ffmpeg('-f', 'lavfi', '-i', `anoisesrc=d=${4 + i / 5}:c=${colour}:r=48000:a=0.2`, path);
    return path;
  });
  await page.getByTestId('choose-sounds').setInputFiles(paths);
  await page.keyboard.press('Home');
  for (const path of paths) {
    const name = path.slice(folder.length + 1);
    await page.getByRole('button', { name: `Add ${name} at the playhead` }).click();
  }
  const lanes = ['Dialogue', 'Effects', 'Music', 'Ambience'];
  for (const [i, lane] of lanes.entries()) {
    const name = paths[i]?.slice(folder.length + 1) ?? '';
    await page.getByRole('button', { name: new RegExp(`^${name} in `) }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('combobox', { name: 'Lane' }).selectOption(lane);
  }
  await page.locator('[data-cue]').first().focus();
  await page.keyboard.press('Enter');
  const ids = await page
    .locator('[data-cue]')
    .evaluateAll((all) => all.map((each) => (each as HTMLElement).dataset.cue));
  for (const id of ids.slice(1))
    await page
      .locator(`[data-cue="${id}"]`)
      .click({ modifiers: ['Control'], position: { x: 2, y: 30 }, force: true });
  for (let i = 4; i < CUES; i += 4) await page.keyboard.press('Control+d');
  await page.keyboard.press('Escape');
}

async function importing(page: Page, folder: string): Promise<void> {
  const path = join(folder, 'long.wav');
  ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=d=600:c=pink:r=48000:a=0.2', '-ac', '2', '-c:a', 'pcm_s16le', path);
  const before = await (await watchMemory())();
  const memory = await watchMemory();
  const start = performance.now();
  await page.getByTestId('choose-sounds').setInputFiles(path);
  await page.getByRole('button', { name: 'Hear long.wav' }).waitFor({ timeout: 300_000 });
  const seconds = (performance.now() - start) / 1000;
  const peak = await memory();
  console.log(
    `ten minutes of stereo, 115 MB: in after ${seconds.toFixed(1)} s; the page's process ${before.toFixed(0)} MB before, ${peak.toFixed(0)} at most, ${(peak - before).toFixed(0)} more`,
  );
}

async function zooming(page: Page): Promise<void> {
  // What they are grabbed by follows what is drawn.
  await page.waitForFunction((most) => document.querySelectorAll('[data-cue]').length === most, CUES);
  const box = await page.getByTestId('strip-scroll').boundingBox();
  if (!box) throw new Error('no strip');
  await page.mouse.move(box.x + box.width / 2, box.y + 250);
  await page.waitForTimeout(1500);
  const wheel = async (turns: number, by: (turn: number) => number, pause: number): Promise<void> => {
    for (let i = 0; i < turns; i++) {
      await page.mouse.wheel(0, by(i));
      await page.waitForTimeout(pause);
    }
  };
  const zoom = await framesDuring(page, async () => {
    await page.keyboard.down('Control');
    await wheel(60, (i) => (i % 20 < 10 ? -100 : 100), 60);
    await page.keyboard.up('Control');
  });
  console.log(`zooming lanes of ${CUES} cues: ${slowFrames(zoom)}`);
  for (let i = 0; i < 8; i++) await page.keyboard.press('i');
  const scroll = await framesDuring(page, () => wheel(80, () => 160, 16));
  console.log(`scrolling them: ${slowFrames(scroll)}`);
  await page.keyboard.press('w');
}

async function playing(page: Page): Promise<void> {
  await page.keyboard.press('Home');
  // Of the film 92 s are played around, so that ten minutes hold six turns.
  for (let i = 0; i < AROUND; i++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press(']');
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await page.waitForTimeout(1500);
  await page.evaluate(WATCH_PLAY);
  await page.waitForTimeout(MINUTES * 60_000);
  const apart = await page.evaluate<number[]>('globalThis.watching = false; globalThis.apart');
  const missed = await page.evaluate<number>('globalThis.missed');
  await page.keyboard.press('Space');
  const order = [...apart].sort((a, b) => a - b);
  const frame = 1000 / RATE;
  console.log(
    `playing for ${MINUTES} minutes, around six times: of ${apart.length} repaints ${apart.filter((each) => each > frame).length} show a picture more than a frame off what is heard; ` +
      `${(order[Math.floor(order.length * 0.99)] ?? 0).toFixed(0)} ms off in 99 of 100, ${(order.at(-1) ?? 0).toFixed(0)} at most; ` +
      `in the last minute ${Math.max(...apart.slice(-3600)).toFixed(0)} at most; the speaker missed ${(missed / 48).toFixed(0)} ms`,
  );
}

console.log(`${availableParallelism()} cores`);
await withPage(
  async (page, folder) => {
    await makeFilm(page, folder);
    await zooming(page);
    await importing(page, folder);
    await playing(page);
  },
  { early: TAP_SPEAKER },
);
