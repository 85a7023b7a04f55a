import { expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { tokenOf } from '../support/library.ts';
import { idOf, PLACES, type Place } from '../support/places.ts';
import { dataAddress, inParallel, sessionOf } from '../support/session.ts';
import { ROOT } from '../support/server.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

/** Values that no page ever sends. */
const STRANGE = [
  '1.3',
  '-1',
  '0',
  '9223372036854775808',
  '1e400',
  'NaN',
  'Infinity',
  '2147483648',
  '\0',
  'a\0b',
  '\ud800',
  '',
  ' ',
  '%',
  '_',
  '../../etc/passwd',
  'constructor',
  '__proto__',
  '5 constructor',
  '{"a":',
  '[]',
  'x'.repeat(5000),
  '٣',
  '1'.repeat(400),
];

/** The names by which the application's own forms and addresses send things. */
function namesIn(pattern: RegExp, ...folders: string[]): string[] {
  const names = new Set<string>();
  for (const folder of folders)
    for (const entry of readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true }))
      if (entry.isFile() && /\.tsx?$/.test(entry.name))
        for (const [, name] of readFileSync(join(entry.parentPath, entry.name), 'utf8').matchAll(pattern)) names.add(name!);
  return [...names].sort();
}

const encode = (text: string) => encodeURIComponent(text.toWellFormed() === text ? text : text.replace(/\ud800/g, '\ufffd'));
/** Requests whose answer was an error of the server, as lines that say which. */
async function broken(requests: readonly { what: string; send: () => Promise<Response> }[]): Promise<string[]> {
  const statuses = await inParallel(requests, async ({ what, send }) => {
    const answer = await send();
    await answer.arrayBuffer();
    return answer.status >= 500 ? `${answer.status} ${what}` : null;
  });
  return statuses.filter((line) => line !== null);
}

test('no address, however mistyped, breaks the server', async () => {
  const session = sessionOf(sample.library, 'coordinator');
  const addresses = PLACES.filter(({ route }) => route.includes(':')).flatMap(({ route }) =>
    STRANGE.flatMap((value, turn) => {
      const path = `/${route.replace(/:[a-z]+\??/, encode(value))}`;
      return turn % 3 === 0 ? [path, `${path}.data`] : [`${path}.data`];
    }),
  );
  expect(await broken(addresses.map((path) => ({ what: path.slice(0, 80), send: () => session.get(path) })))).toEqual([]);
  const posted = addresses.map((path) => ({
    what: `POST ${path.slice(0, 80)}`,
    send: () => session.post(path, { key: randomUUID(), owner: String(sample.library.actors.coordinator.accountId) }),
  }));
  expect(await broken(posted)).toEqual([]);
});

/** The names that a page's own code reads from its query; the helper that reads pages of a list is one of them. */
function queriesOf({ route }: Place): string[] {
  const file = [`${idOf(route)}.tsx`, `${idOf(route)}.ts`].map((path) => join(ROOT, 'app', path)).find(existsSync)!;
  const source = readFileSync(file, 'utf8');
  const read = [...source.matchAll(/(?:query|params|searchParams)\.get\('(\w+)'\)/g)].map(([, name]) => name!);
  return [...new Set([...read, ...(source.includes('pageFrom(') ? ['page'] : []), ...(source.includes('typedBefore(') ? ['typed'] : [])])];
}

test('no query, whatever stands in it, breaks the server', async () => {
  const session = sessionOf(sample.library, 'coordinator');
  const queries = PLACES.filter(({ page }) => page).flatMap((place) =>
    queriesOf(place).flatMap((name) => STRANGE.map((value, turn) => ({ place, name, value, drawn: turn % 4 === 0 }))),
  );
  expect(new Set(queries.map(({ name }) => name)).size).toBeGreaterThan(15);
  const requests = queries.map(({ place, name, value, drawn }) => {
    const path = place.path(sample.samples);
    const address = `${path}${path.includes('?') ? '&' : '?'}${name}=${encode(value)}`;
    return { what: address.slice(0, 100), send: () => session.get(drawn ? address : dataAddress(address)) };
  });
  expect(await broken(requests)).toEqual([]);
});

/** The forms of the pages that have several, so that each is met with every strange value. */
const OWN_INTENTS: Readonly<Record<string, readonly string[]>> = {
  'lots/:code': ['hold', 'lift', 'recount', 'clean', 'look', 'discard'],
  'lots/:code/seen': ['evidence', 'incident', 'report', 'trial', 'endTrial'],
  'bench/:id': ['read', 'step', 'check', 'weigh', 'air', 'mix-up', 'finish', 'abandon'],
  'tests/:id': ['count', 'end', 'relay', 'pot', 'reopen'],
  'lots/:code/away': ['shut', 'open', 'take', 'warm'],
  'people/:id/edit': ['edit', 'grant', 'end'],
  'intake/:draft?': ['take', 'save', 'keep', 'drop', 'refuse'],
  'tests/calendar': ['make', 'end'],
  'tests/plan': ['save', 'bench'],
};

test('no form, whatever stands in its fields, breaks the server', async () => {
  const intents = namesIn(/(?:intent|name="intent" value)="([^"]+)"/g, 'app');
  expect(intents.length).toBeGreaterThan(30);
  const fields = namesIn(/^ {2,8}(\w+): (?:z\.|text|optional|whole|day|key|seeds|reason|words|version|choice)/gm, 'contracts');
  expect(fields.length).toBeGreaterThan(50);
  const posting = PLACES.filter(({ posts, route }) => posts !== 'nobody' && route !== 'sign-out');
  const intentsOf = (route: string) => OWN_INTENTS[route] ?? intents;
  const requests = posting.flatMap((place) =>
    STRANGE.flatMap((value, turn) => {
      const intent = intentsOf(place.route)[turn % intentsOf(place.route).length]!;
      // Few of the long ones: a form over a megabyte is not even read.
      const many = value.length > 1_000 ? fields.filter((_, index) => index % 20 === turn % 20) : fields;
      const all = many.map((name): [string, string] => [name, value.toWellFormed()]);
      const some = many.filter((_, index) => (index + turn) % 3 === 0).map((name): [string, string] => [name, value.toWellFormed()]);
      const forms: [string, string][][] = [
        [['intent', intent], ['key', randomUUID()], ...all.filter(([name]) => name !== 'key')],
        [['intent', intent], ['key', value.toWellFormed()], ...some],
        [
          ['__intent__', value.toWellFormed()],
          ['intent', intent],
          ['key', randomUUID()],
        ],
      ];
      return forms.map((form, index) => ({
        what: `${place.route} ${intent} form ${index} ${JSON.stringify(value).slice(0, 40)}`,
        // A form is acted on alike whether its answer is a page or data alone; pages take longer to draw.
        send: () =>
          sessionOf(sample.library, index === 2 && turn % 2 ? 'stranger' : 'coordinator').post(
            dataAddress(place.path(sample.samples)),
            form,
          ),
      }));
    }),
  );
  const unknown = posting.map((place) => ({
    what: `${place.route} no such form`,
    send: () => sessionOf(sample.library, 'coordinator').post(place.path(sample.samples), { intent: 'no such form', key: randomUUID() }),
  }));
  expect(await broken([...unknown, ...requests])).toEqual([]);
});

/** Sends bytes as they are; gives all that comes back, or what had come when the server hung up. */
const raw = (text: string): Promise<string> =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(sample.library.url);
    let said = '';
    const socket = connect(Number(port), hostname, () => socket.write(text));
    socket.setTimeout(3_000, () => socket.destroy());
    socket.on('data', (chunk: Buffer) => (said += chunk.toString('latin1')));
    socket.on('error', () => undefined);
    socket.on('close', () => resolve(said));
  });

test.each([
  ['HTTP/1.0 that names no host', 'GET /health HTTP/1.0\r\n\r\n', 200],
  ['an odd host', 'GET / HTTP/1.1\r\nHost: a b[c\r\nConnection: close\r\n\r\n', 400],
  ['an empty host', 'GET / HTTP/1.1\r\nHost:\r\nConnection: close\r\n\r\n', 400],
  ['TRACE', 'TRACE / HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n', 405],
  ['a method of its own', 'PROPFIND / HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n', 405],
  ['half an escape', 'GET /lots/%ff%zz HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n', 404],
  ['two slashes at the head', 'GET //elsewhere.example/x HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n', 404],
])('%s is answered in words, and is no error of the server', async (_, request, status) => {
  const said = await raw(request);
  expect(said).toMatch(new RegExp(`^HTTP/1\\.1 ${status} `));
  expect(said.toLowerCase()).not.toContain('location:');
});

test.each(['text/plain', 'application/json', 'multipart/form-data; boundary=x', ''])(
  'a body that calls itself “%s” and is no form is refused',
  async (type) => {
    const init = { method: 'POST', body: Buffer.from('a=1'), headers: { origin: sample.library.url, 'content-type': type } };
    for (const path of ['/people/new', '/people/new.data', '/sign-in', '/theme'])
      expect([400, 415]).toContain((await sessionOf(sample.library, 'coordinator').get(path, init)).status);
  },
);

test('signing in, choosing a theme and being asked to sign in never lead to another site', async () => {
  const tricks = [
    'https://elsewhere.example/',
    '//elsewhere.example',
    '/\\elsewhere.example',
    '/\t/elsewhere.example/x',
    '/.//elsewhere.example',
  ];
  const here = new URL(sample.library.url);
  const leadsHere = (location: string | null) => expect(new URL(location!, sample.library.url).host).toBe(here.host);
  const stranger = sessionOf(sample.library, 'stranger');
  for (const then of tricks) {
    const form = { email: 'member@hollinreach.example', password: 'grain by grain', then };
    leadsHere((await stranger.post('/sign-in', form)).headers.get('location'));
    const signedIn = await sessionOf(sample.library, 'helper').get(`/sign-in?then=${encodeURIComponent(then)}`);
    leadsHere(signedIn.headers.get('location'));
    const themed = await stranger.post('/theme', { theme: 'dark' }, { referer: `http://here${then}` });
    leadsHere(themed.headers.get('location'));
  }
});

/** What a process holds, in bytes. */
const residentBytes = (pid: number): number => Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;

test('a form of 300 MB is refused unread, wherever it is sent and whatever it calls itself', async () => {
  const pid = sample.library.server.process.pid!;
  const before = residentBytes(pid);
  const length = 300 * 2 ** 20;
  for (const path of [
    `/bench/${sample.samples.batch}`,
    `/tests/${sample.samples.test}`,
    '/bench/devices',
    `/tests/${sample.samples.test}/slip`,
    '/intake',
    '/sign-in',
    '/theme',
  ])
    for (const type of ['multipart/form-data; boundary=x', 'application/x-www-form-urlencoded', 'text/plain']) {
      const head = `POST ${path} HTTP/1.1\r\nHost: x\r\nOrigin: ${sample.library.url}\r\nCookie: granary_session=${tokenOf('helper')}\r\nContent-Type: ${type}\r\nContent-Length: ${length}\r\n\r\n`;
      expect(await raw(head + 'x'.repeat(100_000))).toMatch(/^HTTP\/1\.1 413 /);
    }
  expect(residentBytes(pid) - before).toBeLessThan(150 * 2 ** 20);
});
