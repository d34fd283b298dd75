import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, useBrowser, useSharedFilm } from '../browser';
import { openFilmOf } from '../film-file';
import { numbered } from '../photos';
import { hasPoses, openStandIn, poses, savedFilm } from '../shooting';
import { bringInSounds, clicksAt, PULSE, pulses, wav } from '../sounds';

const { visit } = useBrowser();
const twelve = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(12, 1)));

const RELEASE = 'Timer, interval, burst';

/** Sets how photos are released, and puts the fields away. */
async function setRelease(page: Page, set: () => Promise<void>): Promise<void> {
  await page.getByRole('button', { name: RELEASE }).click();
  await set();
  await page.keyboard.press('Escape');
}

/** Keeps what was sent to the loudspeaker for the last run: its left side, one part behind the other. */
const TAP_SPEAKER = `
  let sent = [];
  const Plain = AudioWorkletNode;
  globalThis.AudioWorkletNode = class extends Plain {
    constructor(context, name, options) {
      super(context, name, options);
      if (name !== 'speaker') return;
      const post = this.port.postMessage.bind(this.port);
      this.port.postMessage = (message, parts) => {
        if (message.kind === 'part') sent.push(...message.left);
        else {
          if (sent.length > 0) globalThis.lastRun = sent;
          sent = [];
        }
        post(message, parts);
      };
    }
  };`;

test('a film plays at its rate', async () => {
  const { page } = await twelve();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => page.getByTestId('play-report').textContent()).toContain('shows ');
  // Frame and clock are read together, right after a frame was drawn: a slow machine delays both alike.
  const reading = (): Promise<{ frame: number; at: number }> =>
    page.evaluate(
      () =>
        new Promise<{ frame: number; at: number }>((resolve) => {
          requestAnimationFrame((at) => {
            // Behind the player's own callback for the same frame, and what React draws of it.
            setTimeout(() => {
              const text = document.querySelector('[data-testid=counter] strong')?.textContent;
              resolve({ frame: Number(text), at });
            });
          });
        }),
    );
  const started = await reading();
  let now = await reading();
  while (now.at - started.at < 1500) now = await reading();
  const passed = ((now.frame - started.frame + 24) % 24) / 24;
  const seconds = ((now.at - started.at) / 1000) % 1;
  expect(Math.min(Math.abs(passed - seconds), 1 - Math.abs(passed - seconds))).toBeLessThan(0.15);
});

test('a tempo that is tapped is offered, and taken', async () => {
  const { page, complaints } = await twelve();
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await bringInSounds(page, [wav('march.wav', clicksAt([0, 0.5, 1]))]);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Add march.wav at the playhead' }).click();
  await page.getByRole('combobox', { name: 'Lane' }).selectOption('Music');
  await page.getByRole('button', { name: 'Beat', exact: true }).click();
  for (let i = 0; i < 5; i++) {
    await page.keyboard.press('n');
    // The time between taps is what is measured.
    await page.waitForTimeout(400);
  }
  await page.getByRole('button', { name: /^Use 1\d\d/ }).click();
  await expect
    .poll(async () => Number(await page.getByRole('textbox', { name: 'Tempo' }).inputValue()))
    .toBeGreaterThan(99);
  expect(Number(await page.getByRole('textbox', { name: 'Tempo' }).inputValue())).toBeLessThan(152);
  expect(complaints).toEqual([]);
});

test('at other speeds the sound goes as fast as the picture, and the picture as far as the sound', async () => {
  const { page, complaints } = await visit();
  await page.addInitScript(TAP_SPEAKER);
  await page.reload();
  await openFilmOf(page, await numbered(24, 1));
  await bringInSounds(page, [wav('knocks.wav', clicksAt([0.5, 1, 1.25]))]);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Add knocks.wav at the playhead' }).click();
  await page.getByRole('button', { name: 'Loop', exact: true }).click();
  for (const speed of [0.25, 1.5, 2]) {
    await page.getByLabel('Playback speed').selectOption(String(speed));
    await page.keyboard.press('Home');
    const begun = Date.now();
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
    const seconds = (Date.now() - begun) / 1000;
    // Two seconds of film. A busy machine may play them slower, never faster.
    expect(seconds).toBeGreaterThan(2 / speed - 0.1);
    await expect.poll(async () => (await counter(page)).frame).toBe(48);
    const sent = Float32Array.from(await page.evaluate<number[]>('globalThis.lastRun'));
    expect(sent.length).toBe(96_000 / speed);
    expect(pulses(sent).map((at) => Math.round(at * speed) - PULSE)).toEqual([24_000, 48_000, 60_000]);
  }
  expect(complaints).toEqual([]);
});

test('counted in, by itself so many times, several at a press, and by the key of a remote', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await setRelease(page, async () => {
    await page.getByLabel('Count-in', { exact: true }).selectOption('3');
  });
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await page.getByRole('status', { name: 'The photo is taken in 3' }).waitFor();
  await page.getByRole('status', { name: 'The photo is taken in 1' }).waitFor();
  expect(await poses(page)).toBe(0);
  await hasPoses(page, 1);

  await setRelease(page, async () => {
    await page.getByLabel('Count-in', { exact: true }).selectOption('0');
    await page.getByLabel('One photo every').click();
    await page.keyboard.type('0.5');
    await page.keyboard.press('Tab');
    await page.getByLabel('How many').click();
    await page.keyboard.type('3');
    await page.keyboard.press('Tab');
  });
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await hasPoses(page, 4);
  await page.getByRole('button', { name: 'Take a photo' }).waitFor();

  // Until it is stopped: by the key that a remote sends, once that was learnt.
  await setRelease(page, async () => {
    await page.getByLabel('How many').click();
    await page.keyboard.press('Delete');
    await page.keyboard.press('Tab');
    await page.getByRole('button', { name: 'Set up a remote' }).click();
    await page.keyboard.press('PageDown');
    await page.getByRole('button', { name: 'Remote: PageDown' }).waitFor();
  });
  await page.getByTestId('lens').click();
  await page.keyboard.press('PageDown');
  await expect.poll(() => poses(page)).toBeGreaterThanOrEqual(6);
  await page.keyboard.press('PageDown');
  await page.getByRole('button', { name: 'Take a photo' }).waitFor();

  await setRelease(page, async () => {
    await page.getByLabel('One photo every').click();
    await page.keyboard.press('Delete');
    await page.keyboard.press('Tab');
    await page.getByLabel('Photos per press').selectOption('3');
  });
  await page.getByTestId('lens').click();
  await page.keyboard.press('Enter');
  // One of the three is the pose; another is chosen in its place, the rest stays in the tray.
  const choice = page.getByRole('group', { name: '3 photos to choose from' });
  await choice.waitFor();
  const names = await choice
    .getByRole('button', { name: /^\d: / })
    .evaluateAll((all) => all.map((each) => each.getAttribute('aria-label')?.slice(3)));
  await choice.getByRole('button', { name: /^2: / }).click();
  await choice.getByRole('button', { name: /^2: /, pressed: true }).waitFor();
  await page.getByTestId('shown-pose').waitFor();
  await choice.getByRole('button', { name: 'Use this one' }).click();
  await page.getByTestId('live').waitFor();
  expect(await choice.count()).toBe(0);
  const film = await savedFilm(page);
  expect(film.poses.at(-1)?.name).toBe(names[1]);
  expect(film.photos.flatMap(({ name, setAside }) => (setAside ? [name] : []))).toEqual([names[0], names[2]]);
  expect(complaints).toEqual([]);
});
