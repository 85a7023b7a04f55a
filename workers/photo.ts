import { parentPort, workerData } from 'node:worker_threads';
import { remakePhoto } from '#services/remakePhoto.server.ts';

/** Makes one photo anew, off the thread that answers requests: opening a large one takes a second or more. */
async function run(bytes: Uint8Array): Promise<void> {
  parentPort!.postMessage(await remakePhoto(bytes));
}

void run(workerData as Uint8Array);
