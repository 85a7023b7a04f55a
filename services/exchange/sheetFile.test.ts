import { describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import { odsOf, xlsxOf } from '../../tests/support/sheets.ts';
import { MOST_COLUMNS, MOST_ROWS, readSheetFile } from './sheetFile.server.ts';

const bytesOf = (text: string, encoding: BufferEncoding = 'utf8') => new Uint8Array(Buffer.from(text, encoding));
const rowsOf = async (bytes: Uint8Array) => {
  const read = await readSheetFile(bytes);
  return read.ok ? read.sheets[0]!.rows : read.problem.code;
};

const ROWS = [
  ['Crop', 'Variety', 'Amount'],
  ['Pea', 'Long Siding', '300'],
  ['Rübe', 'Signal, Red', '20 g'],
];

describe('text with separators', () => {
  test.each([
    [',', 'Crop,Variety,Amount\nPea,Long Siding,300\nRübe,"Signal, Red",20 g\n'],
    [';', 'Crop;Variety;Amount\r\nPea;Long Siding;300\r\nRübe;Signal, Red;20 g'],
    ['tab', 'Crop\tVariety\tAmount\nPea\tLong Siding\t300\nRübe\tSignal, Red\t20 g'],
    ['|', 'Crop|Variety|Amount\nPea|Long Siding|300\nRübe|Signal, Red|20 g'],
    ['a mark of its encoding', '\ufeffCrop,Variety,Amount\nPea,Long Siding,300\nRübe,"Signal, Red",20 g'],
  ])('is read by %s', async (_, text) => expect(await rowsOf(bytesOf(text))).toEqual(ROWS));

  test('is read in older encodings and in wide ones', async () => {
    const text = 'Crop;Variety;Amount\nPea;Long Siding;300\nRübe;Signal, Red;20 g';
    expect(await rowsOf(bytesOf(text, 'latin1'))).toEqual(ROWS);
    expect(await rowsOf(new Uint8Array([0xff, 0xfe, ...bytesOf(text, 'utf16le')]))).toEqual(ROWS);
    expect(await rowsOf(bytesOf(text.repeat(4), 'utf16le'))).toHaveLength(9);
  });

  test('a quote that is never closed is a letter, and a number that was kept as text is that text', async () => {
    expect(await rowsOf(bytesOf('Crop,Variety\nPea,5" tall\nPea,="007"\nPea,"open'))).toEqual([
      ['Crop', 'Variety'],
      ['Pea', '5" tall'],
      ['Pea', '007'],
      ['Pea', '"open'],
    ]);
  });

  test('characters that no text holds are dropped', async () => {
    expect(await rowsOf(bytesOf('Crop,Variety\nPea,Long\0 \u202eSiding\ud800'.toWellFormed()))).toEqual([
      ['Crop', 'Variety'],
      ['Pea', 'Long Siding\ufffd'],
    ]);
  });
});

describe('workbooks', () => {
  test('days are days, and every sheet is read', async () => {
    const read = await readSheetFile(
      xlsxOf({
        Seeds: [
          ['Crop', 'Received'],
          ['Pea', { serial: 43_720 }],
        ],
        People: [['Name'], ['Ann Fell']],
      }),
    );
    expect(read).toEqual({
      ok: true,
      sheets: [
        {
          name: 'Seeds',
          rows: [
            ['Crop', 'Received'],
            ['Pea', '2019-09-12'],
          ],
        },
        { name: 'People', rows: [['Name'], ['Ann Fell']] },
      ],
    });
  });

  test('an OpenDocument sheet is read without its comments and its empty edges', async () => {
    expect(
      await readSheetFile(
        odsOf('Seeds', [
          ['Crop', '', 'Received'],
          ['Pea', '', '2019-09-12'],
        ]),
      ),
    ).toEqual({
      ok: true,
      sheets: [
        {
          name: 'Seeds',
          rows: [
            ['Crop', '', 'Received'],
            ['Pea', '', '2019-09-12'],
          ],
        },
      ],
    });
  });
});

describe('what is no sheet is refused in words', () => {
  test.each([
    ['nothing', new Uint8Array(), 'empty file'],
    ['zeros', new Uint8Array(500), 'empty file'],
    ['an old workbook', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1]), 'old workbook'],
    ['a web page', bytesOf('<html><table><tr><td>Pea</td></tr></table></html>'), 'web page'],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 1, 2, 3, 4, 5, 6, 7, 8, 1, 2, 3, 4]), 'not a sheet'],
    ['another archive', zipSync({ 'a.txt': strToU8('a') }), 'not a sheet'],
    ['half a workbook', xlsxOf({ Seeds: [['Crop']] }).slice(0, 300), 'damaged file'],
    ['more columns than anybody has', bytesOf(Array.from({ length: MOST_COLUMNS + 1 }, (_, at) => `c${at}`).join(',')), 'too many columns'],
  ])('%s', async (_, bytes, code) => expect(await rowsOf(bytes)).toBe(code));

  test('more rows than anybody has', async () => {
    expect(await rowsOf(bytesOf(`Crop,Variety\n${'Pea,Long Siding\n'.repeat(MOST_ROWS + 1)}`))).toBe('too many rows');
  });

  test('an archive that grows when it is opened', async () => {
    expect(
      await rowsOf(zipSync({ 'xl/workbook.xml': strToU8('x'), 'xl/worksheets/sheet1.xml': new Uint8Array(260 * 2 ** 20) }, { level: 1 })),
    ).toBe('too large');
  });

  test('whatever bytes come, they are read or refused', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.uint8Array({ maxLength: 400 }),
        fc.constantFrom([], [0x50, 0x4b, 3, 4], [0xff, 0xfe], [0xd0, 0xcf, 0x11, 0xe0]),
        async (bytes, head) => {
          const read = await readSheetFile(new Uint8Array([...head, ...bytes]));
          if (read.ok) for (const { rows } of read.sheets) for (const row of rows) for (const cell of row) expect(cell).not.toContain('\0');
        },
      ),
    );
  });
});
