import { describe, expect, test } from '@jest/globals';
import { connect } from 'node:net';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { sql } from 'kysely';
import { tokenOf } from '../support/library.ts';
import { checkRows, importComesTo, sendForm, sendSheet } from '../support/importing.ts';
import { startServer } from '../support/server.ts';
import { sessionOf } from '../support/session.ts';
import { xlsxOf } from '../support/sheets.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();
const fileOf = (name: string, contents: string | Uint8Array) =>
  new File([typeof contents === 'string' ? contents : new Uint8Array(contents)], name);
const countLots = async () =>
  (await sql<{ count: number }>`select count(*)::int as count from lot`.execute(sample.library.db)).rows[0]!.count;
const HEADS = 'No,Crop,Variety,Harvest year,Amount,Grown from\n';

/** A workbook that says it unpacks to 300 MB. */
function bomb(): Uint8Array {
  const packed = Buffer.from(zipSync({ 'xl/workbook.xml': strToU8('x') }));
  packed.writeUInt32LE(300 * 2 ** 20, packed.indexOf(Buffer.from([0x50, 0x4b, 1, 2])) + 24);
  return packed;
}

/** What is sent, and what it comes to: why it is refused, or how its rows are judged. */
const SENT: readonly [name: string, contents: () => string | Uint8Array, comesTo: object][] = [
  ['picture.csv', () => new Uint8Array([0x47, 0x49, 0x46, 0x38, 0x39, 0x61, ...Array<number>(400).fill(1)]), { code: 'not a sheet' }],
  ['a web page.xls', () => '<html><table><tr><td>Crop</td></tr></table></html>', { code: 'web page' }],
  ['old.xls', () => new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1]), { code: 'old workbook' }],
  ['nothing but nothing.csv', () => new Uint8Array(2000), { code: 'empty file' }],
  ['bomb.xlsx', bomb, { code: 'too large' }],
  ['cut.xlsx', () => xlsxOf({ Seeds: [['Crop', 'Variety']] }).slice(0, 300), { code: 'damaged file' }],
  ['wide.csv', () => `${Array.from({ length: 400 }, (_, at) => `c${at}`).join(',')}\n`.repeat(3), { code: 'too many columns' }],
  ['a million rows.csv', () => `${HEADS}${'1,Pea,X,2019,3 g,\n'.repeat(1_000_000)}`, { code: 'too many rows' }],
  ['wrong separator.csv', () => 'No|Crop|Variety|Harvest year|Amount\n1|Pea|Bar One|2019|3 g', { good: 0, assumed: 1 }],
  ['no heads.csv', () => 'Pea,Headless,2019,30 seeds\nLettuce,Headless,2020,40 seeds\nPea,Headless Too,2021,50 seeds', { wrong: 0 }],
  ['nul and right to left.csv', () => `${HEADS}1,Pe\0a,\u202eAlways On\u202c,2019,3 g,`, { wrong: 0 }],
  ['day of 1900.csv', () => 'No,Crop,Variety,Received,Amount\n1,Pea,Year Dot,1900-01-00,3 g', { wrong: 0 }],
  ['same number twice.csv', () => `${HEADS}1,Pea,Twin One,2019,3 g,\n1,Lettuce,Twin Two,2019,3 g,`, { doubtful: 1 }],
  ['its own ancestor.csv', () => `${HEADS}1,Pea,Ring,2019,3 g,2\n2,Pea,Ring,2019,3 g,1`, { wrong: 2 }],
  ['formula.csv', () => `${HEADS}1,Pea,=HYPERLINK("http://x"),2019,3 g,`, { wrong: 0 }],
  [
    'macros.xlsm',
    () => {
      const { ...files } = unzipSync(
        xlsxOf({
          Seeds: [
            ['Crop', 'Variety', 'Amount'],
            ['Pea', 'Macro', '3 g'],
          ],
        }),
      );
      return zipSync({ ...files, 'xl/vbaProject.bin': strToU8('Sub Auto_Open()') });
    },
    { wrong: 0 },
  ],
];

describe('a bad sheet', () => {
  test.each(SENT)('%s', async (name, contents, comesTo) => {
    const before = await countLots();
    const { address, one } = await sendSheet(sample.library, fileOf(name, contents()));
    const outcome = one.state === 'failed' ? (JSON.parse(one.trouble!) as object) : (await checkRows(sample.library, address, one)).counts;
    expect([name, outcome]).toEqual([name, expect.objectContaining(comesTo)]);
    const page = await sessionOf(sample.library, 'coordinator').get(address);
    expect([name, page.status]).toEqual([name, 200]);
    expect(await countLots()).toBe(before);
  });

  test('of two gigabytes is refused unread, and one that is cut off on its way is none', async () => {
    const { host, hostname, port } = new URL(sample.library.url);
    const begun = async () =>
      (await sql<{ count: number }>`select count(*)::int as count from import`.execute(sample.library.db)).rows[0]!.count;
    const before = await begun();
    const half = (length: number) =>
      new Promise<string>((resolve) => {
        const socket = connect({ host: hostname, port: Number(port) });
        let heard = '';
        socket.on('data', (chunk: Buffer) => {
          heard += chunk.toString();
          socket.end();
        });
        socket.on('error', () => undefined);
        socket.on('close', () => resolve(heard));
        socket.write(
          `POST /import HTTP/1.1\r\nHost: ${host}\r\nOrigin: ${sample.library.url}\r\nCookie: granary_session=${tokenOf('coordinator')}\r\n` +
            `Content-Type: multipart/form-data; boundary=x\r\nContent-Length: ${length}\r\n\r\n--x\r\nContent-Disposition: form-data; name="file"; filename="a.csv"\r\n\r\nCrop,Var`,
        );
        setTimeout(() => socket.destroy(), 1_500);
      });
    expect(await half(2 * 2 ** 30)).toMatch(/^HTTP\/1\.1 413 /);
    expect(await half(5000)).not.toMatch(/^HTTP\/1\.1 (2|5)/);
    expect(await begun()).toBe(before);
    expect((await sendForm(sample.library, '/import', {})).status).toBe(400);
  });
});

test('a server that is killed while it writes an import leaves nothing half, and the next one writes it once', async () => {
  const { library } = sample;
  const rows = Array.from({ length: 4000 }, (_, row) => `K${row},Pea,Killed ${row % 50},${2015 + (row % 8)},${100 + row} seeds,`);
  const { address, one } = await sendSheet(library, fileOf('killed.csv', HEADS + rows.join('\n')));
  await checkRows(library, address, one);
  const before = await countLots();
  await sessionOf(library, 'coordinator').post(address, { intent: 'write' });
  // Some thousand rows are in its transaction by now.
  await importComesTo(library.db, one.id, ({ state, stepsDone }) => state === 'done' || stepsDone > 1500);
  library.server.process.kill('SIGKILL');
  await importComesTo(library.db, one.id, ({ state }) => state === 'to write');
  expect(await countLots()).toBe(before);
  const next = await startServer(library.database, library.now());
  try {
    await importComesTo(library.db, one.id, ({ state }) => state === 'done');
    expect(await countLots()).toBe(before + rows.length);
    const { rows: twice } = await sql`select code from lot_origin where code like 'K%' group by code having count(*) > 1`.execute(
      library.db,
    );
    expect(twice).toEqual([]);
  } finally {
    await next.stop();
  }
});
