import { describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

describe('what the server says and refuses', () => {
  test('pages carry a content security policy with a nonce, and the usual headers', async () => {
    const headers = async () => (await sessionOf(sample.library, 'stranger').get('/sign-in')).headers;
    const policy = (await headers()).get('content-security-policy');
    expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+'/);
    expect(policy).toContain("frame-ancestors 'none'");
    const usual = Object.fromEntries(await headers());
    expect(usual).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin', 'cache-control': 'no-store' });
    expect(usual['x-powered-by']).toBeUndefined();
    expect(usual['content-security-policy']).not.toBe(policy);
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
