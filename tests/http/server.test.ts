import { describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { gunzipSync } from 'node:zlib';
import { tokenOf } from '../support/library.ts';
import { PLACES } from '../support/places.ts';
import { dataAddress, inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

describe('what the server says and refuses', () => {
  test('pages carry a content security policy with a nonce, and the usual headers', async () => {
    const headers = async () => (await sessionOf(sample.library, 'stranger').get('/sign-in')).headers;
    const policy = (await headers()).get('content-security-policy');
    expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+'/);
    expect(policy).toContain("frame-ancestors 'none'");
    const usual = Object.fromEntries(await headers());
    expect(usual).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'same-origin',
      'cache-control': 'private, no-store',
    });
    expect(usual['x-powered-by']).toBeUndefined();
    expect(usual['content-security-policy']).not.toBe(policy);
  });

  test('what one person is shown is kept by no proxy and no browser: pages, data, redirects and files', async () => {
    const session = sessionOf(sample.library, 'coordinator');
    const isPublic = ({ route }: { route: string }) => /^(offer|help|health|s\/:code|theme)/.test(route);
    const addresses = PLACES.filter((place) => !isPublic(place) && place.route !== 'sign-out').flatMap((place) => {
      const path = place.path(sample.samples);
      return place.page ? [path, dataAddress(path)] : [path];
    });
    const told = await inParallel(addresses, async (path) => {
      const answer = await session.get(path);
      await answer.arrayBuffer();
      return [path, answer.headers.get('cache-control')] as const;
    });
    expect(told.filter(([, header]) => !/\b(no-store|private)\b/.test(header ?? ''))).toEqual([]);
    expect(told.filter(([path, header]) => /\.data($|\?)/.test(path) && header !== 'private, no-store')).toEqual([]);
  });

  test('behind a proxy that hands on no host, posts from the public address are taken; from an unknown one, page and log say what to set', async () => {
    const body = () => new URLSearchParams({ key: randomUUID(), name: 'Behind A Proxy' });
    const cookie = `granary_session=${tokenOf('helper')}`;
    const { port } = new URL(sample.library.url);
    const through = (origin: string, path = '/people/new') =>
      new Promise<{ status: number; text: string }>((resolve, reject) => {
        const sent = body().toString();
        const headers = {
          origin,
          cookie,
          host: 'upstream',
          'content-type': 'application/x-www-form-urlencoded',
          'content-length': sent.length,
        };
        const asked = request({ port, host: '127.0.0.1', path, method: 'POST', headers }, (answer) => {
          let text = '';
          answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
          answer.on('end', () => resolve({ status: answer.statusCode!, text }));
        });
        asked.on('error', reject);
        asked.end(sent);
      });
    expect((await through(sample.library.url)).status).toBe(302);
    const refused = await through('https://seeds.example');
    expect(refused.status).toBe(403);
    expect(refused.text).toContain('set PUBLIC_URL to https://seeds.example');
    await through('https://seeds.example', '/people/new.data');
    expect(sample.library.server.said().split('set PUBLIC_URL=https://seeds.example')).toHaveLength(2);
  });

  test('scripts and styles are sent packed, as the browser takes them, and are the same when unpacked', async () => {
    const session = sessionOf(sample.library, 'stranger');
    const page = await session.text('/sign-in');
    const files = [...new Set([...page.matchAll(/\/assets\/[\w.-]+\.(?:js|css)/g)].map(([path]) => path))];
    expect(files.length).toBeGreaterThan(5);
    for (const path of files) {
      const plain = await session.text(path);
      for (const encoding of ['br', 'gzip']) {
        const answer = await session.get(path, { headers: { 'accept-encoding': encoding } });
        expect([path, answer.headers.get('content-encoding')]).toEqual([path, encoding]);
        expect(await answer.text()).toBe(plain);
        if (plain.length > 2000) expect(Number(answer.headers.get('content-length'))).toBeLessThan(plain.length * 0.6);
      }
    }
  });

  test('a page is packed as one whole: it is not cut off and sent for each small piece', async () => {
    const packed = await new Promise<Buffer>((resolve, reject) => {
      const headers = { cookie: `granary_session=${tokenOf('coordinator')}`, 'accept-encoding': 'gzip' };
      request(new URL('/shelves', sample.library.url), { headers }, (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () => resolve(Buffer.concat(parts)));
      })
        .on('error', reject)
        .end();
    });
    expect(gunzipSync(packed).toString()).toContain('</html>');
    // What zlib writes wherever it is made to send what it has.
    expect(packed.toString('latin1').split('\0\0\xff\xff').length - 1).toBeLessThan(3);
  });

  test('a run of labels that would keep everybody waiting is not begun, and it is said why', async () => {
    const session = sessionOf(sample.library, 'coordinator');
    const post = (times: number) => {
      const lots = Array.from({ length: times }, () => ['lot', `${sample.samples.code} 600`]);
      const body = new URLSearchParams([['made', randomUUID()], ['sheet', 'a4-24'], ['start', '1'], ...lots]);
      return session.get('/labels.pdf', { method: 'POST', body, headers: { origin: sample.library.url }, redirect: 'manual' });
    };
    const refused = await post(5);
    expect([refused.status, refused.headers.get('location')]).toEqual([302, '/labels?labels=3000']);
    expect(await session.text('/labels?labels=3000')).toContain('Print up to ');
    expect((await post(0)).headers.get('location')).toBe('/labels?labels=0');
    expect(await session.text('/labels?labels=0')).toContain('Choose at least one lot.');
    expect((await post(1)).headers.get('content-type')).toBe('application/pdf');
  });

  test('a post from another site, or from nowhere, does nothing', async () => {
    const session = sessionOf(sample.library, 'coordinator');
    for (const origin of ['https://elsewhere.example', 'null', undefined])
      for (const path of ['/people/new', '/people/new.data']) {
        const body = new URLSearchParams({ key: randomUUID(), name: 'Nobody' });
        expect((await session.get(path, { method: 'POST', body, ...(origin && { headers: { origin } }) })).status).toBe(403);
      }
    expect(await session.text('/desk?who=everybody&search=Nobody')).toContain('No results for');
  });

  test('the session cookie is out of reach of scripts and of other sites', async () => {
    const form = { email: 'member@hollinreach.example', password: 'grain by grain' };
    const answer = await sessionOf(sample.library, 'stranger').post('/sign-in', form);
    const [cookie, ...attributes] = answer.headers.get('set-cookie')!.split('; ');
    expect(cookie).toMatch(/^granary_session=\S{43,}$/);
    expect(attributes).toEqual(expect.arrayContaining(['HttpOnly', 'Path=/', 'SameSite=Lax']));
  });

  test('what people type is shown as text', async () => {
    const page = await sessionOf(sample.library, 'coordinator').text(`/find?q=${encodeURIComponent('<img src=x onerror=alert(1)>')}`);
    expect(page).toContain('&lt;img src=x');
    expect(page).not.toContain('<img src=x');
  });
});
