import { test as plain, type Page } from '@playwright/test';
import { startSampleLibrary, type SampleLibrary } from '../support/library.ts';
import { findSamples, type Samples } from '../support/places.ts';
import { sessionOf } from '../support/session.ts';
import { storiesIn } from '../support/stories.ts';

export * from '@playwright/test';

/** Keeps the library of the tests that are being run. */
class Shelf {
  #of = '';
  #library: SampleLibrary | null = null;
  #samples: Promise<Samples> | null = null;

  /** The sample library of one file of tests, or of one test: a fresh copy, that no other sees. */
  async of(whose: string): Promise<SampleLibrary> {
    if (this.#library && this.#of === whose) return this.#library;
    await this.close();
    this.#library = await startSampleLibrary();
    this.#of = whose;
    return this.#library;
  }

  /** What addresses need of the library that `of` gave. */
  samples(library: SampleLibrary): Promise<Samples> {
    this.#samples ??= findSamples(sessionOf(library, 'coordinator').text);
    return this.#samples;
  }

  async close(): Promise<void> {
    await this.#library?.stop();
    this.#library = null;
    this.#samples = null;
  }
}

/** The page, which from now on is gone to, or loaded anew, only when its scripts answer: on a busy machine a test would else type before anybody listens. */
function answering(page: Page): Page {
  const ready = () => page.waitForSelector('html[data-ready]');
  const { goto, reload } = page;
  page.goto = async (...how) => {
    const response = await goto.apply(page, how);
    await ready();
    return response;
  };
  page.reload = async (...how) => {
    const response = await reload.apply(page, how);
    await ready();
    return response;
  };
  return page;
}

/**
 * Each file of tests has a library of its own. Every page waits for its scripts, whoever opened it; what works before that, and without
 * scripts at all, has tests of its own.
 */
export const test = plain.extend<
  {
    /** Whether each test has a library of its own, for tests that change the house's settings. */
    alone: boolean;
    library: SampleLibrary;
    samples: Samples;
    story: ReturnType<typeof storiesIn>;
  },
  { shelf: Shelf }
>({
  browser: [
    async ({ browser }, use) => {
      const { newContext } = browser;
      browser.newContext = async (options) => {
        const context = await newContext.call(browser, options);
        const { newPage } = context;
        if (options?.javaScriptEnabled !== false) context.newPage = async () => answering(await newPage.call(context));
        return context;
      };
      await use(browser);
    },
    { scope: 'worker' },
  ],
  shelf: [
    async ({}, use) => {
      const shelf = new Shelf();
      await use(shelf);
      await shelf.close();
    },
    { scope: 'worker' },
  ],
  alone: [false, { option: true }],
  library: [
    async ({ shelf, alone }, use, { file, testId }) => use(await shelf.of(alone ? testId : file)),
    { auto: true, timeout: 120_000 },
  ],
  samples: async ({ shelf, library }, use) => use(await shelf.samples(library)),
  story: async ({ library }, use) => use(storiesIn(library)),
  baseURL: async ({ library }, use) => use(library.url),
});
