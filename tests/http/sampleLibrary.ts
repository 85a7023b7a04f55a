import { afterAll, beforeAll } from '@jest/globals';
import { startSampleLibrary, type SampleLibrary } from '../support/library.ts';
import { findSamples, type Samples } from '../support/places.ts';
import { sessionOf } from '../support/session.ts';

/** A copy of the sample library for a suite: it runs from before the first test until after the last. */
export function sampleLibrary(): { readonly library: SampleLibrary; readonly samples: Samples } {
  let running: { library: SampleLibrary; samples: Samples } | undefined;
  beforeAll(async () => {
    const library = await startSampleLibrary();
    running = { library, samples: await findSamples(sessionOf(library, 'coordinator').text) };
  });
  afterAll(() => running?.library.stop());
  return {
    get library() {
      return running!.library;
    },
    get samples() {
      return running!.samples;
    },
  };
}
