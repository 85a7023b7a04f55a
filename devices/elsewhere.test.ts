import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fetchElsewhere, isPublic } from './elsewhere.ts';

describe('addresses of the open internet', () => {
  test.each([
    '127.0.0.1',
    '127.255.255.254',
    '0.0.0.0',
    '10.1.2.3',
    '100.64.0.1',
    '169.254.169.254',
    '172.16.0.1',
    '172.31.255.255',
    '192.168.1.1',
    '198.19.0.1',
    '224.0.0.1',
    '255.255.255.255',
    '::',
    '::1',
    '::ffff:127.0.0.1',
    '::ffff:8.8.8.8',
    '64:ff9b::a00:1',
    'fc00::1',
    'fd12::1',
    'fe80::1',
    'ff02::1',
    '2001:db8::1',
    '2001::1',
    '2002:a00:1::',
    'not an address',
    '',
  ])('%s is none', (ip) => expect(isPublic(ip)).toBe(false));
  test.each(['8.8.8.8', '172.15.0.1', '172.32.0.1', '192.0.1.1', '2a00:1450::1', '2606:4700::1'])('%s is one', (ip) =>
    expect(isPublic(ip)).toBe(true),
  );
});

describe('what is read', () => {
  let server: Server;
  let own: string;
  let asked: string[] = [];
  const pages: Record<string, RequestListener> = {
    '/offer.json': (_request, response) => void response.end('{"an": "offer"}'),
    '/moved': (_request, response) => void response.writeHead(302, { location: '/offer.json' }).end(),
    '/in': (_request, response) => void response.writeHead(301, { location: 'http://127.0.0.1:9999/secret' }).end(),
    '/within': (_request, response) => void response.writeHead(308, { location: `http://localhost:${portOf(server)}/offer.json` }).end(),
    '/file': (_request, response) => void response.writeHead(302, { location: 'file:///etc/passwd' }).end(),
    '/round': (_request, response) => void response.writeHead(302, { location: '/round' }).end(),
    '/missing': (_request, response) => void response.writeHead(404).end('no'),
    '/large': (_request, response) => void response.end('x'.repeat(5_000)),
    '/endless': (_request, response) => {
      const timer = setInterval(() => response.write('x'.repeat(400)), 1);
      response.on('close', () => clearInterval(timer));
    },
    '/silent': () => undefined,
    '/slow': (_request, response) => void response.write('{'),
    '/cut': (_request, response) => {
      response.writeHead(200, { 'content-length': '100' });
      response.write('{');
      setTimeout(() => response.destroy(), 20);
    },
  };
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push(request.url!);
      pages[request.url!]!(request, response);
    });
    await new Promise<void>((resolve) => {
      server.listen(0, '127.0.0.1', resolve);
    });
    own = `http://127.0.0.1:${portOf(server)}`;
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });
  const portOf = (of: Server) => (of.address() as AddressInfo).port;
  const read = (path: string, { except = [new URL(own).host], milliseconds = 3_000 } = {}) =>
    fetchElsewhere(path.startsWith('/') ? own + path : path, { mostBytes: 4_000, milliseconds, except });

  test('a file, also where it was moved to', async () => {
    for (const path of ['/offer.json', '/moved']) {
      const fetched = await read(path);
      expect([path, fetched.ok && new TextDecoder().decode(fetched.bytes)]).toEqual([path, '{"an": "offer"}']);
    }
  });

  test('nothing of this machine or its network, however it is written, and nobody is asked', async () => {
    asked = [];
    const port = portOf(server);
    for (const host of ['127.0.0.1', 'localhost', '2130706433', '0x7f.1', '017700000001', '[::1]', '[::ffff:127.0.0.1]', '0'])
      expect([host, await read(`http://${host}:${port}/offer.json`, { except: [] })]).toEqual([host, { ok: false, why: 'not public' }]);
    expect(asked).toEqual([]);
  });

  test('no redirect leads where a typed address would not', async () => {
    expect(await read('/in')).toEqual({ ok: false, why: 'not public' });
    // The same machine by another name is not what the test allows.
    expect(await read('/within')).toEqual({ ok: false, why: 'not public' });
    expect(await read('/file')).toEqual({ ok: false, why: 'no address' });
    expect(await read('/round')).toEqual({ ok: false, why: 'sent on too often' });
  });

  test.each([
    'ftp://example.org/x',
    'file:///etc/passwd',
    'javascript:0',
    'two words',
    '',
    'http://a:b@example.org/',
    'http://example.org:25/',
  ])('%p is no address of the web', async (typed) => expect(await read(typed)).toEqual({ ok: false, why: 'no address' }));

  test('what is too large, too slow, cut off or not there says so, in time', async () => {
    expect(await read('/large')).toEqual({ ok: false, why: 'too large' });
    expect(await read('/endless')).toEqual({ ok: false, why: 'too large' });
    expect(await read('/missing')).toEqual({ ok: false, why: 'answered', status: 404 });
    expect(await read('/cut')).toEqual({ ok: false, why: 'no answer' });
    expect(await read('/silent', { milliseconds: 100 })).toEqual({ ok: false, why: 'too slow' });
    expect(await read('/slow', { milliseconds: 100 })).toEqual({ ok: false, why: 'too slow' });
    expect(await read('http://127.0.0.1:1/', { except: ['127.0.0.1:1'] })).toMatchObject({ ok: false });
  });
});
