import type { Page, Route } from 'playwright-core';

/** Answers a request; one whose page or worker has gone meanwhile is nobody's failure. */
const answer =
  (how: (route: Route) => Promise<void>) =>
  (route: Route): Promise<void> =>
    how(route).catch(() => undefined);

/** Puts a script in front of that of each worker of a name, which has a global scope of its own; `script` is asked each time. */
export async function inWorkers(page: Page, name: string, script: () => string): Promise<void> {
  await page.route(
    `**/${name}.worker*.js`,
    answer(async (route) => {
      const response = await route.fetch();
      await route.fulfill({ response, body: `${script()}\n${await response.text()}` });
    }),
  );
}

/** Has workers of a name wait until they are let go: the function given back does that. */
export async function holdWorkers(page: Page, name: string): Promise<() => void> {
  let go: () => void = () => undefined;
  const free = new Promise<void>((resolve) => (go = resolve));
  await page.route(
    `**/${name}.worker*.js`,
    answer(async (route) => {
      await free;
      await route.fallback();
    }),
  );
  return go;
}
