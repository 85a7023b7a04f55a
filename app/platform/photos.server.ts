import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Remade } from '#services/remakePhoto.server.ts';

const LONGEST_MS = 30_000;
/** One after the other: each may take some hundred megabytes while it is open. */
let queue: Promise<unknown> = Promise.resolve();

/** Makes a photo anew in a thread of its own; one that cannot be opened in time is not a photo. */
export function remakePhoto(bytes: Uint8Array): Promise<Remade> {
  const turn = queue.then(() => inItsOwnThread(bytes));
  queue = turn;
  return turn;
}

function inItsOwnThread(bytes: Uint8Array): Promise<Remade> {
  const script = join(process.env['PROGRAMS'] ?? join(process.cwd(), 'build', 'programs'), 'photo.js');
  return new Promise((resolve) => {
    const worker = new Worker(script, { workerData: bytes });
    const finish = (remade: Remade) => {
      clearTimeout(tooLong);
      void worker.terminate();
      resolve(remade);
    };
    const fail = () => finish({ ok: false, problem: { code: 'not a photo' } });
    const tooLong = setTimeout(fail, LONGEST_MS);
    worker.once('message', finish);
    worker.once('error', fail);
  });
}

/** A kept photo as an answer: it is this and no other for ever. */
export const photoAnswer = (jpeg: Buffer): Response =>
  new Response(new Uint8Array(jpeg), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=31536000, immutable', 'X-Content-Type-Options': 'nosniff' },
  });
