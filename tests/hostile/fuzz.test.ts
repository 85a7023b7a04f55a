import { expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { parse } from 'node-html-parser';
import { PARSERS } from '../support/parsers.ts';
import { startSampleLibrary, type SampleLibrary } from '../support/library.ts';
import { findSamples, PLACES } from '../support/places.ts';
import { dataAddress, inParallel, sessionOf } from '../support/session.ts';
import { audit } from './audit.ts';
import { drawnFrom, upTo } from './hostileLibrary.ts';

const REQUESTS = upTo(120, Number(process.env['HOSTILE_REQUESTS'] ?? 20_000));
const SEED = Number(process.env['HOSTILE_SEED'] ?? 21);
/** What was fuzzed for long has no batch and no test under way any more: after so many a fresh copy takes its place. */
const AFRESH_AFTER = 1_000;

const chance = drawnFrom(SEED);
const under = (most: number) => Math.floor(chance() * most);
const pick = <Item>(items: readonly Item[]): Item => items[under(items.length)]!;

/** A form as a page shows it: where it goes, and its fields, each with the values that it may take. */
interface Form {
  readonly path: string;
  readonly fields: readonly (readonly [name: string, values: readonly string[]])[];
}

/** What people might type into a field, by a part of its name. */
const TYPED: readonly (readonly [RegExp, readonly string[]])[] = [
  [/seeds|packets|count|much|plants|sown|up$|seedlings/i, ['1', '5', '20', '300']],
  [/amount|part/i, ['20 seeds', '3 g', '1 oz', '2 packets']],
  [/weight|pure|chaff/i, ['12.3 g', '1 oz']],
  [/day|on$|since|by$|date|from|harvested/i, ['2026-11-27', '2026-02-30', '27 Nov 2026', '2025', '2024-02-29']],
  [/celsius|warmth/i, ['20', '-18', '4.5']],
  [/humidity|share/i, ['35', '60 %']],
  [/latitude|longitude|point|where/i, ['41.21, -34.04', '90, 180']],
  [/code|lot|other/i, ['26-0001-A']],
];
const ODD = [
  '',
  ' ',
  '0',
  '-1',
  '1.5',
  '1e9',
  '٣',
  '½',
  '99999999999999999999',
  'NaN',
  'null',
  'a\u202eb',
  '\u0000',
  '🌱'.repeat(40),
  'x'.repeat(400),
  '<b>',
  "'; drop table lot; --",
  '2026-13-45',
  '0001-01-01',
  '9999-12-31',
  '[]',
  '{"a":1}',
  '../..',
  '%00',
  '=1+1',
];

/** The forms of a page, read from its HTML. */
function formsOf(path: string, html: string): Form[] {
  return parse(html)
    .querySelectorAll('form')
    .filter((form) => form.getAttribute('method')?.toLowerCase() === 'post' && form.getAttribute('enctype') !== 'multipart/form-data')
    .map((form) => {
      const action = form.getAttribute('action') ?? path;
      const fields = form.querySelectorAll('input, select, textarea, button[name]').flatMap((field) => {
        const name = field.getAttribute('name');
        if (!name || field.getAttribute('type') === 'file') return [];
        const options = field.querySelectorAll('option').map((option) => option.getAttribute('value') ?? option.text);
        const typed = TYPED.find(([part]) => part.test(name))?.[1] ?? ['as it came', 'Pea'];
        const own = field.getAttribute('value') ?? field.text;
        return [[name, options.length > 0 ? options : own ? [own] : typed] as const];
      });
      return { path: action.replace(/#.*/, ''), fields };
    })
    .filter(({ path: to, fields }) => to.startsWith('/') && !/^\/(sign-out|theme)/.test(to) && fields.length > 0);
}

/** All forms that a coordinator meets. */
async function readForms(library: SampleLibrary): Promise<Form[]> {
  const session = sessionOf(library, 'coordinator');
  const samples = await findSamples(session.text);
  const pages = PLACES.filter(({ page, posts }) => page && posts !== 'nobody').map((place) => place.path(samples));
  return (await inParallel(pages, async (path) => formsOf(path, await session.text(path)))).flat();
}

/** The form filled in nearly right: some of its fields odd, missing, twice, or with what belongs into another. */
function spoiled({ fields }: Form): [string, string][] {
  const filled = fields.map(([name, values]): [string, string] => [name, name === 'key' ? randomUUID() : pick(values)]);
  for (let times = under(4); times > 0; times -= 1) {
    const at = under(filled.length);
    const [name] = filled[at] ?? ['gone'];
    const ways: (() => unknown)[] = [
      () => (filled[at] = [name, pick(ODD)]),
      () => (filled[at] = [name, pick(ODD)]),
      () => filled.splice(at, 1),
      () => filled.push([name, pick(ODD)]),
      () => (filled[at] = [name, pick(filled)?.[1] ?? '']),
      () => filled.push([`${name}[${under(3)}]`, pick(ODD)]),
      () => filled.push([pick(['__proto__', 'constructor', 'intent', 'key', 'version']), pick(ODD)]),
    ];
    pick(ways)();
  }
  return filled;
}

test(`of ${REQUESTS} forms that are nearly right none breaks the server or its ledger (seed ${SEED})`, async () => {
  const broken: string[] = [];
  const statuses = new Map<number, number>();
  for (let sent = 0; sent < REQUESTS; sent += AFRESH_AFTER) {
    const library = await startSampleLibrary();
    const session = sessionOf(library, 'coordinator');
    const forms = await readForms(library);
    expect(forms.length).toBeGreaterThan(60);
    const requests = Array.from({ length: Math.min(AFRESH_AFTER, REQUESTS - sent) }, () => {
      const form = pick(forms);
      return { path: chance() < 0.8 ? dataAddress(form.path) : form.path, fields: spoiled(form) };
    });
    await inParallel(requests, async ({ path, fields }) => {
      const answer = await session.post(path, fields);
      await answer.arrayBuffer();
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      if (answer.status >= 500) broken.push(`${answer.status} ${path} ${JSON.stringify(fields).slice(0, 400)}`);
    });
    expect(broken).toEqual([]);
    expect(await audit(library.db)).toEqual([]);
    // Who sends them is still signed in, and the server still serves.
    expect((await session.get('/settings')).status).toBe(200);
    await library.stop();
  }
  // Some are accepted: else it was not the commands that were tried.
  expect((statuses.get(200) ?? 0) + (statuses.get(202) ?? 0) + (statuses.get(302) ?? 0)).toBeGreaterThan(REQUESTS / 50);
});

/** Pieces from which texts grow that make a careless expression try again from every letter. */
const PIECES = [
  '1',
  ' ',
  '1 ',
  '1/',
  '1/1 ',
  ',1',
  '.5',
  '1,111',
  'a',
  'a: ',
  'N',
  '\n',
  '\t',
  '‘',
  '’',
  '(',
  '-',
  '–',
  'ö',
  '٣',
  '%',
  ': ',
  '; ',
  ' lb ',
  ' g',
];
const SHORT = 2_000;
const LONG = 20_000;
/** Ten times as long a text may take ten times as long, and as much again for what else the machine does: a square would take a hundred times. */
const MOST_GROWTH = 40;
/** Shorter than this tells nothing. */
const FLOOR_MS = 0.5;

test.each(Object.entries(PARSERS))(`%s is read in a time that grows with its length alone (seed ${SEED})`, (_, [read]) => {
  const took = (text: string): number => {
    let best = Infinity;
    for (let run = 0; run < 3; run += 1) {
      const began = performance.now();
      try {
        read(text);
      } catch {
        // What it makes of it does not matter here.
      }
      best = Math.min(best, performance.now() - began);
    }
    return best;
  };
  const slow: string[] = [];
  for (let round = 0; round < upTo(10, 300); round += 1) {
    const head = pick(PIECES);
    const piece = Array.from({ length: 1 + under(3) }, () => pick(PIECES)).join('');
    const tail = pick(PIECES);
    const text = (length: number) => head + piece.repeat(Math.ceil(length / piece.length)) + tail;
    const long = took(text(LONG));
    if (long > FLOOR_MS && long > MOST_GROWTH * Math.max(took(text(SHORT)), FLOOR_MS / 10))
      slow.push(`${JSON.stringify([head, piece, tail])} ${long} ms`);
  }
  expect(slow).toEqual([]);
});
