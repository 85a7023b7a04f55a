import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { dropUnsent, keepForLater, keptFor, onUnsent, sendKept, sendSafely } from './unsent.ts';

const OWNER = 7;
const count = (key: string) => ({
  key,
  to: '/tests/3/counts',
  page: '/tests/3',
  name: 'Long Siding',
  fields: { checkedOn: '2026-11-23', moreSprouted: '4' },
  refused: null,
});
const taken = () => Response.json({ ok: true });

/** Stands for what a browser gives a page: a store of its own, events on its window, and the network. */
function browser(answer: (path: string, form: FormData) => Response | Promise<Response>) {
  const store = new Map<string, string>();
  const window = new EventTarget();
  const sent: { path: string; form: FormData }[] = [];
  Object.assign(globalThis, {
    localStorage: {
      getItem: (name: string) => store.get(name) ?? null,
      setItem: (name: string, value: string) => void store.set(name, value),
      removeItem: (name: string) => void store.delete(name),
    },
    addEventListener: window.addEventListener.bind(window),
    removeEventListener: window.removeEventListener.bind(window),
    dispatchEvent: window.dispatchEvent.bind(window),
  });
  jest.spyOn(globalThis, 'fetch').mockImplementation(async (path, init) => {
    const form = init!.body as FormData;
    sent.push({ path: String(path), form });
    return answer(String(path), form);
  });
  return { store, sent };
}

beforeEach(() => void browser(taken));
afterEach(() => void jest.restoreAllMocks());

describe('what waits on the device', () => {
  test('are sent oldest first, each with its key and its person, and leave when the book has answered', async () => {
    const { sent, store } = browser(taken);
    for (const key of ['a', 'b', 'c']) keepForLater(OWNER, count(key));
    expect(await sendKept(OWNER)).toBe('all sent');
    expect(sent.map(({ path, form }) => [path, form.get('key'), form.get('owner'), form.get('moreSprouted')])).toEqual(
      ['a', 'b', 'c'].map((key) => ['/tests/3/counts', key, '7', '4']),
    );
    expect(keptFor(OWNER)).toEqual([]);
    expect(store.size).toBe(0);
  });

  test('belong to one person: another sees and sends none of them', async () => {
    const { sent } = browser(taken);
    keepForLater(OWNER, count('a'));
    expect(keptFor(8)).toEqual([]);
    expect(await sendKept(8)).toBe('all sent');
    expect(sent).toEqual([]);
    expect(keptFor(OWNER)).toHaveLength(1);
  });

  test.each([
    ['the line is dead', () => Promise.reject(new TypeError('fetch failed')), 'no network'],
    ['the line hangs', () => Promise.reject(new DOMException('timed out', 'TimeoutError')), 'no network'],
    ['the server has fallen over', () => new Response('oh', { status: 502 }), 'no network'],
    ['a portal answers instead', () => new Response('<html>Pay here</html>', { status: 200 }), 'no network'],
    ['nobody is signed in', () => new Response(null, { status: 401 }), 'signed out'],
    ['somebody else is', () => new Response(null, { status: 409 }), 'signed out'],
  ] as const)('stay, all of them, when %s', async (_, answer, said) => {
    const { sent } = browser(answer);
    for (const key of ['a', 'b']) keepForLater(OWNER, count(key));
    expect(await sendKept(OWNER)).toBe(said);
    expect(keptFor(OWNER).map(({ key, refused }) => [key, refused])).toEqual([
      ['a', null],
      ['b', null],
    ]);
    expect(sent).toHaveLength(1);
  });

  test('that the book refuses stay with why, and do not hold up those after them', async () => {
    const { sent } = browser((_, form) =>
      form.get('key') === 'a'
        ? Response.json({ ok: false, errors: { checkedOn: ['Too early'], more: ['Too many'] } }, { status: 400 })
        : taken(),
    );
    for (const key of ['a', 'b']) keepForLater(OWNER, count(key));
    expect(await sendKept(OWNER)).toBe('all sent');
    expect(keptFor(OWNER)).toEqual([
      { ...count('a'), refused: 'Too early. Too many', errors: { checkedOn: ['Too early'], more: ['Too many'] } },
    ]);
    expect(await sendKept(OWNER)).toBe('all sent');
    expect(sent).toHaveLength(2);
    dropUnsent(OWNER, 'a');
    expect(keptFor(OWNER)).toEqual([]);
  });

  test('sent at once, are gone when saved, wait without a network, and come back to their form when refused', async () => {
    let answer: () => Response = taken;
    browser(() => answer());
    expect(await sendSafely(OWNER, count('a'))).toEqual({ is: 'saved' });
    answer = () => {
      throw new TypeError('no network');
    };
    expect(await sendSafely(OWNER, count('b'))).toEqual({ is: 'waiting' });
    expect(keptFor(OWNER).map(({ key }) => key)).toEqual(['b']);
    answer = () => Response.json({ ok: false, errors: { more: ['Too many'] } }, { status: 400 });
    expect(await sendSafely(OWNER, count('c'))).toEqual({ is: 'refused', errors: { more: ['Too many'] } });
    // The one before it was refused as well: nobody is at its form any more, so it stays with why.
    expect(keptFor(OWNER).map(({ key, refused }) => [key, refused])).toEqual([['b', 'Too many']]);
  });

  test('asked to go twice at once, go once', async () => {
    const { sent } = browser(taken);
    keepForLater(OWNER, count('a'));
    await Promise.all([sendKept(OWNER), sendKept(OWNER)]);
    expect(sent).toHaveLength(1);
  });

  test('tell whoever listens, until they stop', () => {
    let told = 0;
    const stop = onUnsent(() => (told += 1));
    keepForLater(OWNER, count('a'));
    dropUnsent(OWNER, 'a');
    expect(told).toBe(2);
    stop();
    keepForLater(OWNER, count('b'));
    expect(told).toBe(2);
  });

  test('a picture is sent as a file, and a device without room for it keeps nothing', async () => {
    const { sent, store } = browser(taken);
    expect(keepForLater(OWNER, { ...count('a'), fields: { photo: `data:image/jpeg;base64,${btoa('pixels')}` } })).toBe(true);
    expect(await sendKept(OWNER)).toBe('all sent');
    const photo = sent[0]!.form.get('photo') as File;
    expect([photo.type, await photo.text()]).toEqual(['image/jpeg', 'pixels']);
    store.set = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    expect(keepForLater(OWNER, count('b'))).toBe(false);
    expect(keptFor(OWNER)).toEqual([]);
  });

  test('counts kept by an earlier version are sent as before', async () => {
    const { store, sent } = browser(taken);
    const { to: _to, page: _page, ...old } = count('a');
    store.set('kind-granary-counts-7', JSON.stringify([{ ...old, testId: 3 }]));
    expect(keptFor(OWNER)).toEqual([count('a')]);
    expect(await sendKept(OWNER)).toBe('all sent');
    expect(sent.map(({ path }) => path)).toEqual(['/tests/3/counts']);
  });

  test('that cannot be read any more are none', () => {
    const { store } = browser(taken);
    store.set('kind-granary-counts-7', '{broken');
    expect(keptFor(OWNER)).toEqual([]);
  });
});
