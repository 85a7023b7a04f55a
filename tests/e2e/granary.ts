import { test as plain } from '@playwright/test';

export * from '@playwright/test';

/**
 * A page that is gone to is answered for once its scripts have taken it over: on a busy machine a test else types before anybody listens.
 * What works before that, and without scripts at all, has tests of its own.
 */
export const test = plain.extend({
  page: async ({ page }, use) => {
    const goto = page.goto.bind(page);
    page.goto = async (url, options) => {
      const response = await goto(url, options);
      await page
        .waitForFunction(
          () => {
            const main = document.querySelector('main');
            return !main || Object.keys(main).some((key) => key.startsWith('__reactFiber'));
          },
          undefined,
          { timeout: 5_000 },
        )
        .catch(() => undefined);
      return response;
    };
    await use(page);
  },
});
