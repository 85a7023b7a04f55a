import { fork } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Remade } from '#services/remakePhoto.server.ts';

/** An honest photo of 50 megapixels takes about half of this. */
const MOST_RESIDENT_BYTES = 300 * 2 ** 20;
const PAGE_BYTES = 4096;
const WATCHED_EVERY_MS = 20;
const LONGEST_MS = 20_000;
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

function inItsOwnProcess(bytes: Uint8Array): Promise<Remade> {
  const script = join(process.env['PROGRAMS'] ?? join(process.cwd(), 'build', 'programs'), 'photo.js');
  return new Promise((resolve) => {
    const child = fork(script, { serialization: 'advanced', env: {}, execArgv: ['--max-old-space-size=64'] });
    const finish = (remade: Remade) => {
      clearInterval(watch);
      clearTimeout(tooLong);
      child.kill('SIGKILL');
      resolve(remade);
    };
    const watch = setInterval(() => {
      void residentBytes(child.pid!).then((resident) => {
        if (resident > MOST_RESIDENT_BYTES) finish({ ok: false, problem: { code: 'photo too large' } });
      });
    }, WATCHED_EVERY_MS);
    const fail = () => finish({ ok: false, problem: { code: 'not a photo' } });
    const tooLong = setTimeout(fail, LONGEST_MS);
    child.once('message', (remade: Remade) => finish(remade));
    child.once('error', fail);
    child.once('exit', fail);
    child.send(bytes);
  });
}

/** Memory that a process really holds, from Linux's own account of it; 0 where there is none, or the process has ended. */
async function residentBytes(pid: number): Promise<number> {
  const account = await readFile(`/proc/${pid}/statm`, 'utf8').catch(() => '0 0');
  return Number(account.split(' ')[1]) * PAGE_BYTES;
}

/** A kept photo as an answer: it is this and no other for ever. */
export const photoAnswer = (jpeg: Buffer): Response =>
  new Response(new Uint8Array(jpeg), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=31536000, immutable', 'X-Content-Type-Options': 'nosniff' },
  });
