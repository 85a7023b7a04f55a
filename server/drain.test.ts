import { expect, jest, test } from '@jest/globals';
import compression from 'compression';
import express from 'express';
import { writeReadableStreamToWritable } from '@react-router/node';
import type { AddressInfo } from 'node:net';
import { Readable } from 'node:stream';
import { oneDrain } from './http.ts';

const { on: addListener } = Readable.prototype;

/** How much comes of an answer of so many pieces, and how many listeners the stream that packs it is given to tell of room. */
async function sendPieces(pieces: number, encoding: string): Promise<{ bytes: number; listeners: number }> {
  let listeners = 0;
  const on = jest.spyOn(Readable.prototype, 'on').mockImplementation(function (this: Readable, event, listener) {
    if (this.constructor.name === 'Gzip' && event === 'drain') listeners += 1;
    return addListener.call(this, event, listener);
  });
  const app = express().use(compression(), oneDrain);
  app.get('/', (_request, response) => {
    response.type('text');
    const text = Readable.toWeb(Readable.from(Array.from({ length: pieces }, () => Buffer.alloc(40_000, 'seed '))));
    void writeReadableStreamToWritable(text as Parameters<typeof writeReadableStreamToWritable>[0], response);
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const answer = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`, { headers: { 'accept-encoding': encoding } });
  const bytes = (await answer.arrayBuffer()).byteLength;
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  on.mockRestore();
  return { bytes, listeners };
}

test('a long answer comes whole, and the stream that packs it keeps one listener, however often somebody waited for room', async () => {
  expect(await sendPieces(200, 'gzip')).toEqual({ bytes: 8_000_000, listeners: 1 });
  expect(await sendPieces(200, 'identity')).toMatchObject({ bytes: 8_000_000 });
});
