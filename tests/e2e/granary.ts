import { test as plain } from '@playwright/test';
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

/**
 * Each file of tests has a library of its own. A page that is gone to is given to the test when scripts answer on it: on a busy machine
 * a test would otherwise type before anybody listens. What works before that, and without scripts at all, has tests of its own.
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
  page: async ({ page }, use) => {
    const goto = page.goto.bind(page);
    page.goto = async (url, options) => {
      const response = await goto(url, options);
      await page.waitForSelector('html[data-ready]');
      return response;
    };
    await use(page);
  },
});
