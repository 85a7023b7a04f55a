import sharp from 'sharp';
import { remakePhoto } from '#services/remakePhoto.server.ts';

// One picture, then the end: nothing is worth keeping, and one thread is enough.
sharp.cache(false);
sharp.concurrency(1);

/** Makes one photo anew, in a process that its parent can end: what is sent may be made to fill the memory. */
process.once('message', (bytes: Uint8Array) => {
  void remakePhoto(bytes).then((remade) => process.send!(remade, () => process.disconnect()));
});
