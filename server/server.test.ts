import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { IncomingMessage, Server as HttpServer, ServerResponse } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import type { Request, Response } from 'express';
import { makeServer, sameOriginOnly, shortPostsOnly } from './http.ts';
import { readSettings } from './settings.ts';

const DATABASE = { DATABASE_URL: 'postgresql://a@127.0.0.1/b' };

describe('the settings', () => {
  test('need a database and have sound defaults: loopback only, and the address that people use', () => {
    expect(() => readSettings({})).toThrow('DATABASE_URL is not set');
    expect(readSettings(DATABASE)).toEqual({
      databaseUrl: DATABASE.DATABASE_URL,
      ownerUrl: DATABASE.DATABASE_URL,
      role: 'kind_granary_app',
      host: '127.0.0.1',
      port: 4747,
      publicUrl: 'http://127.0.0.1:4747',
      trustedProxies: 0,
      timeZone: expect.any(String),
      clock: undefined,
      devices: {},
      prints: expect.any(String),
    });
  });

  test('with an owner’s login of its own the server needs to step down to no role', () => {
    expect(readSettings({ ...DATABASE, OWNER_DATABASE_URL: 'postgresql://o@127.0.0.1/b' })).toMatchObject({
      role: undefined,
      ownerUrl: 'postgresql://o@127.0.0.1/b',
    });
  });

  test.each([
    [{ PORT: 'many' }, 'PORT is "many"'],
    [{ PORT: '70000' }, 'PORT is "70000"'],
    [{ PUBLIC_URL: 'seeds' }, 'PUBLIC_URL is "seeds"'],
  ])('%j is refused in a line', (settings, said) => expect(() => readSettings({ ...DATABASE, ...settings })).toThrow(said));

  test('devices are named by where they listen, or the stand-ins are asked for', () => {
    expect(readSettings({ ...DATABASE, SCALE: 'bench:5100', ROOM_LOGGER: '10.0.0.7:5101' }).devices).toEqual({
      scale: 'bench:5100',
      room: '10.0.0.7:5101',
    });
    expect(readSettings({ ...DATABASE, DEVICES: 'stand-ins' }).devices).toBe('stand-ins');
    expect(() => readSettings({ ...DATABASE, SCALE: 'ttyUSB0' })).toThrow('"ttyUSB0" is not an address');
    const several = 'desk=10.0.0.7:5100, bench=10.0.0.8:5100';
    expect(readSettings({ ...DATABASE, SCALE: several, LABEL_PRINTER: several }).devices).toEqual({ scale: several, printer: several });
    expect(() => readSettings({ ...DATABASE, SCALE: '10.0.0.7:5100,10.0.0.8:5100' })).toThrow('give each a name of its own');
    expect(() => readSettings({ ...DATABASE, ROOM_LOGGER: several })).toThrow('is not an address');
  });

  test('only the origin of the public address counts', () => {
    expect(readSettings({ ...DATABASE, PUBLIC_URL: 'https://seeds.example/path?x=1' }).publicUrl).toBe('https://seeds.example');
  });
});

describe('posts from this site only', () => {
  const guard = sameOriginOnly('https://seeds.example', () => undefined);
  /** Whether a request is let through. */
  function passes(method: string, headers: Record<string, string>): boolean {
    const next = jest.fn();
    const response = { status: () => response, type: () => response, send: () => response } as unknown as Response;
    guard({ method, headers } as unknown as Request, response, next);
    return next.mock.calls.length === 1;
  }

  test('reading needs no origin', () => {
    expect([passes('GET', {}), passes('HEAD', { origin: 'https://elsewhere.example' })]).toEqual([true, true]);
  });

  test('a post comes from the public address or from the very host that was asked', () => {
    expect(passes('POST', { origin: 'https://seeds.example', host: '127.0.0.1:4747' })).toBe(true);
    expect(passes('POST', { origin: 'http://127.0.0.1:4747', host: '127.0.0.1:4747' })).toBe(true);
  });

  test.each([
    {},
    { origin: 'null' },
    { origin: 'https://elsewhere.example' },
    { origin: 'https://seeds.example.evil.example' },
    { origin: 'seeds.example' },
  ] as Record<string, string>[])('a post with %j does nothing', (headers) => {
    for (const method of ['POST', 'PUT', 'PATCH', 'DELETE']) expect(passes(method, { host: 'seeds.example', ...headers })).toBe(false);
  });
});

describe('how much may be sent', () => {
  /** The status a post gets; 200 where it is let through. */
  function statusOf(path: string, headers: Record<string, string>): number {
    let status = 0;
    const response = {
      status: (code: number) => ((status = code), response),
      set: () => response,
      type: () => response,
      send: () => response,
    };
    shortPostsOnly({ method: 'POST', path, headers } as unknown as Request, response as unknown as Response, () => (status = 200));
    return status;
  }

  test('a form is short, and says how long it is', () => {
    expect(statusOf('/intake', { 'content-length': '5000' })).toBe(200);
    expect(statusOf('/intake', { 'content-length': '2000000' })).toBe(413);
    expect(statusOf('/intake', { 'transfer-encoding': 'chunked' })).toBe(411);
  });

  test('only pages that take photos take long ones; their own action says beside the field when a photo is too large', () => {
    const photo = { 'content-length': '80000000', 'content-type': 'multipart/form-data; boundary=x' };
    for (const path of ['/bench/3', '/bench/3.data', '/tests/17']) expect(statusOf(path, photo)).toBe(200);
    for (const path of ['/intake', '/bench/devices', '/bench/3/tag', '/tests/17/slip', '/tests/lay', '/benches/3'])
      expect(statusOf(path, photo)).toBe(413);
    expect(statusOf('/bench/3', { ...photo, 'content-length': '300000000' })).toBe(413);
  });
});

describe('whoever takes too long', () => {
  let server: HttpServer;
  let port: number;
  beforeAll(async () => {
    const application = (request: IncomingMessage, response: ServerResponse) =>
      request.resume().on('end', () => response.setHeader('connection', 'close').end('read'));
    server = makeServer(application, { head: 200, whole: 500, checkEvery: 50 });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    port = (server.address() as AddressInfo).port;
  });
  afterAll(() => new Promise((resolve) => server.close(resolve)));

  /** What comes back to whoever sends this and then says no more. */
  const answerTo = (text: string): Promise<string> =>
    new Promise((resolve) => {
      let said = '';
      const socket = connect(port, '127.0.0.1', () => socket.write(text));
      socket.on('data', (chunk: Buffer) => (said += chunk.toString())).on('close', () => resolve(said));
    });

  test('over the head of a request, or over its body, is hung up on; others are served meanwhile', async () => {
    const hanging = [
      answerTo('GET / HTTP/1.1\r\nHost: x\r\nX-Slow: '),
      answerTo('POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 100\r\n\r\nhalf'),
    ];
    expect(await answerTo('POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 4\r\n\r\nfull')).toMatch(/^HTTP\/1\.1 200 [^]*read$/);
    for (const said of await Promise.all(hanging)) expect(said).toMatch(/^HTTP\/1\.1 408 /);
  });
});
