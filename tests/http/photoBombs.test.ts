import { expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

function chunk(type: string, body: Uint8Array): Buffer {
  const named = Buffer.concat([Buffer.from(type, 'latin1'), body]);
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(body.length);
  sum.writeUInt32BE(crc32(named) >>> 0);
  return Buffer.concat([length, named, sum]);
}

function head(width: number, height: number, interlaced = false): Buffer {
  const body = Buffer.alloc(13);
  body.writeUInt32BE(width, 0);
  body.writeUInt32BE(height, 4);
  body.set([8, 6, 0, 0, interlaced ? 1 : 0], 8);
  return chunk('IHDR', body);
}

const SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** A PNG of these heads over so many zero bytes, which pack to a thousandth. */
const png = (heads: Buffer[], unpacked: number) =>
  Buffer.concat([SIGNATURE, ...heads, chunk('IDAT', deflateSync(Buffer.alloc(unpacked))), chunk('IEND', Buffer.alloc(0))]);

const BOMBS: readonly [string, () => Buffer][] = [
  ['two heads, the second much larger', () => png([head(8, 8), head(30_000, 30_000)], 200_000_000)],
  ['one point wide and fifty million high', () => png([head(1, 50_000_000)], 250_000_000)],
  ['the same, interlaced', () => png([head(1, 50_000_000, true)], 250_000_000)],
  ['seven thousand by seven thousand, interlaced', () => png([head(7_000, 7_000, true)], 200_000_000)],
];

/** The largest that the server and the processes it started were together while work ran, in bytes. */
async function largestDuring(work: () => Promise<unknown>): Promise<number> {
  const server = sample.library.server.process.pid!;
  const family = () => [server, ...readdirSync('/proc').filter((pid) => /^\d+$/.test(pid) && parentOf(pid) === server)];
  let largest = 0;
  const watch = setInterval(() => (largest = Math.max(largest, ...family().map(residentBytes))), 20);
  await work().finally(() => clearInterval(watch));
  return largest;
}

function parentOf(pid: string): number {
  try {
    return Number(/^PPid:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]);
  } catch {
    return 0;
  }
}

function residentBytes(pid: number | string): number {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;
  } catch {
    return 0;
  }
}

async function send(picture: Uint8Array): Promise<{ status: number; text: string }> {
  const form = new FormData();
  const fields = { intent: 'check', key: randomUUID(), turn: '1', seen: 'Pale' };
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  form.set('photo', new Blob([new Uint8Array(picture)], { type: 'image/png' }), 'seed.png');
  const headers = { origin: sample.library.url };
  const answer = await sessionOf(sample.library, 'helper').get(`/bench/${sample.samples.batch}.data`, {
    method: 'POST',
    body: form,
    headers,
  });
  return { status: answer.status, text: await answer.text() };
}

test.each(BOMBS)('a picture made to fill the memory does not: %s', async (_, make) => {
  const bomb = make();
  expect(bomb.length).toBeLessThan(2_000_000);
  let answer = { status: 0, text: '' };
  const largest = await largestDuring(async () => {
    answer = await send(bomb);
  });
  // Whatever is made of it (what is read in strips may even be a picture), nothing breaks.
  expect(answer.status).toBe(400);
  expect(largest).toBeLessThan(450 * 2 ** 20);
  expect((await sessionOf(sample.library, 'stranger').get('/health')).status).toBe(200);
});

test('of many photos at once a few wait, the others are told to come again', async () => {
  const photo = await sharp({ create: { width: 3_000, height: 2_000, channels: 3, background: '#8a6' } })
    .jpeg()
    .toBuffer();
  const answers = await inParallel(Array.from({ length: 10 }), () => send(photo), 10);
  expect(answers.filter(({ text }) => text.includes('Several photos are being processed')).length).toBeGreaterThanOrEqual(4);
  expect(answers.every(({ status }) => status < 500)).toBe(true);
});
