import { inOwnProcess } from '#devices/ownProcess.ts';
import type { Remade } from '#services/remakePhoto.server.ts';

/** An honest photo of 50 megapixels takes about half of this. */
const LIMITS = { residentBytes: 300 * 2 ** 20, milliseconds: 20_000, heapMegabytes: 64 };
const MOST_WAITING = 4;

let waiting = 0;
let last: Promise<unknown> = Promise.resolve();

/** Makes a photo anew in a process of its own, one after the other; when several wait already the next is told so. */
export async function remakePhoto(bytes: Uint8Array): Promise<Remade> {
  if (waiting >= MOST_WAITING) return { ok: false, problem: { code: 'busy' } };
  waiting += 1;
  const turn = last.then(() => inItsOwnProcess(bytes)).finally(() => (waiting -= 1));
  last = turn.catch(() => undefined);
  return turn;
}

async function inItsOwnProcess(bytes: Uint8Array): Promise<Remade> {
  const ended = await inOwnProcess<Remade>('photo', bytes, LIMITS);
  if (ended.is === 'done') return ended.answer;
  return { ok: false, problem: { code: ended.is === 'too large' ? 'photo too large' : 'not a photo' } };
}

/** A kept photo as an answer: it is this and no other for ever. */
export const photoAnswer = (jpeg: Buffer): Response =>
  new Response(new Uint8Array(jpeg), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=31536000, immutable', 'X-Content-Type-Options': 'nosniff' },
  });
