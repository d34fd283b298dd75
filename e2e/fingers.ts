import type { CDPSession, Page } from 'playwright-core';

/** A place of the page, in CSS pixels. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

/** Fingers on the screen, as the browser itself is told of them. */
export class Fingers {
  private constructor(private readonly session: CDPSession) {}

  static async of(page: Page): Promise<Fingers> {
    return new Fingers(await page.context().newCDPSession(page));
  }

  async put(...places: readonly Place[]): Promise<void> {
    await this.session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [...places] });
  }

  /** From where they are to other places, in steps that a screen would tell. */
  async move(from: readonly Place[], to: readonly Place[], steps = 8): Promise<void> {
    for (let i = 1; i <= steps; i++) {
      const touchPoints = from.map(({ x, y }, k) => ({
        x: x + (((to[k]?.x ?? x) - x) * i) / steps,
        y: y + (((to[k]?.y ?? y) - y) * i) / steps,
      }));
      await this.session.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints });
    }
  }

  /** Rests where it is, so that what was dragged is not flung. */
  async rest(at: Place): Promise<void> {
    for (let i = 0; i < 6; i++) {
      await new Promise((resolve) => setTimeout(resolve, 40));
      await this.move([at], [at], 1);
    }
  }

  async lift(): Promise<void> {
    await this.session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  }

  /** Two fingers part around a place, or come together. */
  async pinch(around: Place, from: number, to: number): Promise<void> {
    const at = (apart: number): Place[] => [
      { x: around.x - apart / 2, y: around.y },
      { x: around.x + apart / 2, y: around.y },
    ];
    await this.put(...at(from));
    await this.move(at(from), at(to));
    await this.lift();
  }
}
