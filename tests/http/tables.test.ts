import { expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { TABLES, type TableName } from '#services/tables/tables.server.ts';
import { inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();
const NAMES = Object.keys(TABLES) as TableName[];

/** The lines of a table without its heads; no cell of the sample has a line break. */
const rowsOf = (csv: string) => csv.trim().split('\n').slice(1);

test('every list goes out as a table to whoever may see it, and to nobody else', async () => {
  const [coordinator, helper, member] = (['coordinator', 'helper', 'member'] as const).map((role) => sessionOf(sample.library, role));
  await inParallel(NAMES, async (name) => {
    const answer = await coordinator!.get(`/tables/${name}.csv`);
    expect([name, answer.status, answer.headers.get('content-type')]).toEqual([name, 200, 'text/csv; charset=utf-8']);
    expect(answer.headers.get('cache-control')).toBe('private, no-store');
    const [heads, ...rows] = (await answer.text()).trim().split('\n');
    expect([name, heads]).toEqual([name, expect.stringMatching(/^\w+(,\w+)+$/)]);
    expect([name, rows.length > 0]).toEqual([name, true]);
    const isForHelpers = TABLES[name].permission === 'work';
    expect([name, (await helper!.get(`/tables/${name}.csv`)).status]).toEqual([name, isForHelpers ? 200 : 403]);
    expect((await member!.get(`/tables/${name}.csv`)).status).toBe(403);
  });
  expect((await coordinator!.get('/tables/passwords.csv')).status).toBe(404);
  expect((await coordinator!.get('/tables/constructor.csv')).status).toBe(404);
});

test('a table holds what the page shows, with the filter that is on, and all of it', async () => {
  const visitor = sessionOf(sample.library, 'helper');
  const all = rowsOf(await visitor.text('/tables/shelves.csv'));
  const page = await visitor.text('/shelves');
  expect(page.replace(/<!-- -->/g, '')).toContain(`>${all.length} lots, including used up`);
  const peas = rowsOf(await visitor.text('/tables/shelves.csv?crop=pea&state=in+store&sort=code&page=7'));
  expect(peas.length).toBeGreaterThan(0);
  expect(peas.length).toBeLessThan(all.length);
  for (const row of peas) expect(row.split(',')[1]).toBe('Pea');
  const codes = peas.map((row) => row.split(',')[0]!);
  const shown = await visitor.text('/shelves?crop=pea&state=in+store&sort=code');
  const at = codes.map((code) => shown.indexOf(`/lots/${code}`));
  expect([...at].sort((one, other) => one - other)).toEqual(at);
  expect(at).not.toContain(-1);
  expect(await visitor.text('/tables/shelves.csv?search=nothing+of+the+kind')).toBe('nothing found\n');
  // Those that ended, and those under way.
  const [open, ended] = [await visitor.text('/tables/tests.csv'), await visitor.text('/tables/tests.csv?show=ended')];
  expect(rowsOf(open).some((row) => rowsOf(ended).includes(row))).toBe(false);
});

test('what a spreadsheet would take for a formula goes out as text', async () => {
  const visitor = sessionOf(sample.library, 'coordinator');
  const name = '=HYPERLINK("http://example.org")';
  await visitor.post('/people/new', { key: randomUUID(), name, isMember: 'on' });
  const [row] = rowsOf(await visitor.text('/tables/people.csv?who=everybody&search=HYPERLINK'));
  expect(row).toContain(`"'=HYPERLINK(""http://example.org"")"`);
});

test('what is kept of a person is there for them and for coordinators, and for nobody else', async () => {
  const { actors } = sample.library;
  const status = async (role: 'coordinator' | 'helper' | 'member', whose: number) =>
    (await inParallel([`/people/${whose}/data`, `/people/${whose}/data.json`], (path) => sessionOf(sample.library, role).get(path))).map(
      (answer) => answer.status,
    );
  for (const role of ['helper', 'member'] as const) expect([role, await status(role, actors[role].personId)]).toEqual([role, [200, 200]]);
  expect(await status('coordinator', actors.member.personId)).toEqual([200, 200]);
  expect(await status('helper', actors.member.personId)).toEqual([404, 404]);
  expect(await status('member', actors.helper.personId)).toEqual([404, 404]);
});
