import type { Locator, Page } from 'playwright-core';

/**
 * Seconds of a practised hand, by the keystroke-level model (Card, Moran, Newell: The Keystroke-Level Model for User
 * Performance Time with Interactive Systems, Communications of the ACM 23(7), 1980; its values from memory): a key or a
 * button of the mouse by an average typist, pointing with the mouse, the hand going between mouse and keys, and making up
 * one's mind before each step.
 */
const SECONDS = { press: 0.2, point: 1.1, home: 0.4, mind: 1.35 };

/** A hand that works at the app as a person does, and counts what that takes. */
export class Hand {
  /** Keys pressed, one with its modifiers as one; clicks; drags. */
  presses = 0;
  seconds = 0;
  /** What had to be scrolled to before it could be pressed. */
  readonly unseen: string[] = [];
  #at: 'mouse' | 'keys' = 'mouse';

  constructor(readonly page: Page) {}

  /** Makes up its mind to do the next thing. */
  think(): void {
    this.seconds += SECONDS.mind;
  }

  async key(name: string): Promise<void> {
    this.#goTo('keys');
    this.presses += 1;
    this.seconds += SECONDS.press * name.split('+').length;
    await this.page.keyboard.press(name);
  }

  async type(text: string): Promise<void> {
    for (const letter of text) await this.key(letter);
  }

  /** Clicks what is named so, with a key held or not, where in it, in CSS pixels from its corner, if not in its middle. */
  async click(target: Locator, name: string, at?: { x: number; y: number }, held?: 'Shift'): Promise<void> {
    await this.#point(target, name, at);
    this.presses += 1;
    this.seconds += SECONDS.press * (held ? 2 : 1);
    await target.click({ ...(at ? { position: at } : {}), ...(held ? { modifiers: [held] } : {}) });
  }

  /** Chooses files with a button; the dialog of the system is not counted. */
  async choose(target: Locator, name: string, files: readonly string[]): Promise<void> {
    const chooser = this.page.waitForEvent('filechooser');
    await this.click(target, name);
    await (await chooser).setFiles([...files]);
  }

  /** Chooses from a list of choices by its first letters. */
  async select(target: Locator, name: string, option: string): Promise<void> {
    await this.#point(target, name);
    this.presses += 2;
    this.seconds += 2 * SECONDS.press + SECONDS.point;
    await target.selectOption(option);
  }

  /** Drags from one place of something to another, in CSS pixels from its corner. */
  async drag(
    target: Locator,
    name: string,
    from: { x: number; y: number },
    to: { x: number; y: number },
  ): Promise<void> {
    await this.#point(target, name);
    this.presses += 1;
    this.seconds += SECONDS.press + SECONDS.point;
    const box = await target.boundingBox();
    if (!box) throw new Error(`${name} is not there`);
    const { mouse } = this.page;
    await mouse.move(box.x + from.x, box.y + from.y);
    await mouse.down();
    for (let i = 1; i <= 8; i++)
      await mouse.move(
        box.x + from.x + ((to.x - from.x) * i) / 8,
        box.y + from.y + ((to.y - from.y) * i) / 8,
      );
    await mouse.up();
  }

  #goTo(where: 'mouse' | 'keys'): void {
    if (this.#at !== where) this.seconds += SECONDS.home;
    this.#at = where;
  }

  async #point(target: Locator, name: string, at?: { x: number; y: number }): Promise<void> {
    this.#goTo('mouse');
    this.seconds += SECONDS.point;
    await target.waitFor();
    const seen = await target.evaluate((element, place) => {
      const { left, top, width, height } = element.getBoundingClientRect();
      const { x, y } = place ?? { x: width / 2, y: height / 2 };
      const there = document.elementFromPoint(left + x, top + y);
      return there !== null && (element.contains(there) || there.contains(element));
    }, at ?? null);
    if (seen) return;
    // A turn of the wheel over its panel.
    this.unseen.push(name);
    this.seconds += SECONDS.point;
    this.presses += 1;
    await target.scrollIntoViewIfNeeded();
  }
}
