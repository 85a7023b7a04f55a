import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readAlmanac } from '../../almanac/read.ts';
import { readCount, collector } from './row.ts';
import { cropReader } from './readCrop.ts';
import { readGerminated } from './readGerminated.ts';
import { readHowMuch, unitInHead } from './readHowMuch.ts';
import { readKind, readNames, tidyName } from './readNames.ts';
import { readMail, readPerson } from './readPerson.ts';
import { orderOfColumn, readWhen, someDayOf, type Dating } from './readWhen.ts';
import { readYesNo } from './readYesNo.ts';
import { matchNames, nearNames } from './matchNames.ts';

const crops = readAlmanac().crops;
const readCrop = cropReader(crops);
const TODAY = '2026-11-27';

const dating = (given: Partial<Dating> = {}): Dating => ({
  field: 'harvested',
  order: null,
  orderQuestion: 'order:0:harvested',
  usual: 'day first',
  answers: {},
  today: TODAY,
  southern: false,
  ...given,
});

describe('dates', () => {
  test.each([
    ['2019', '2019', null],
    ["'19", '2019', null],
    ['98', '1998', null],
    ['Sep 2019', '2019-09', null],
    ['12 Sept 2019', '2019-09-12', null],
    ['September 12, 2019', '2019-09-12', null],
    ['12-Sep-19', '2019-09-12', null],
    ['2019-09-12 00:00:00', '2019-09-12', null],
    ['Thu 12 Sep 2019', '2019-09-12', null],
    ['23/9/19', '2019-09-23', null],
    ['9/23/2019', '2019-09-23', null],
    ['9.9.19', '2019-09-09', null],
    ['12/9/19', '2019-09-12', 'date order'],
    ['jul 21', '2021-07', 'date two readings'],
    ['autumn 2019', '2019-10', 'date by season'],
    ['Fall 2020', '2020-10', 'date by season'],
    ['2018/19', '2018', 'date two years'],
    ['c. 2015', '2015', 'date approximate'],
    ['2015?', '2015', 'date approximate'],
    ['43720', '2019-09-12', 'date from serial'],
    ['20190912', '2019-09-12', null],
    ['20190900', '2019-09', null],
    ['2019----', '2019', null],
    ['unknown', 'unknown', null],
    ['?', 'unknown', null],
    ['', null, null],
    ['n/a', null, null],
    ['1900-01-00', null, 'date of the zero day'],
    ['31/2/2020', null, 'date impossible'],
    ['last year', null, 'date unreadable'],
    ['2031', null, 'date in the future'],
    ['1919', null, 'date too long ago'],
  ])('%j is %j, and what is said of it is %j', (cell, value, code) => {
    const read = readWhen(cell, dating());
    expect(read.value).toBe(value);
    expect(read.notes.map((note) => note.code)).toEqual(code === null ? [] : [code]);
  });

  test('the order that other dates of the column prove is taken without asking', () => {
    expect(orderOfColumn(['3/4/2019', '25/4/2019'])).toBe('day first');
    expect(orderOfColumn(['3/4/2019', '4/25/2019'])).toBe('month first');
    expect(orderOfColumn(['3/4/2019', '5/6/2019'])).toBeNull();
    expect(orderOfColumn(['25/4/2019', '4/25/2019'])).toBeNull();
    expect(readWhen('3/4/2019', dating({ order: 'month first' }))).toEqual({ value: '2019-03-04', notes: [] });
  });

  test('an answer settles what was asked', () => {
    expect(readWhen('3/4/2019', dating({ answers: { 'order:0:harvested': 'month first' } }))).toEqual({ value: '2019-03-04', notes: [] });
    expect(readWhen('jul 21', dating({ answers: { 'month and day:harvested': 'day' } })).value).toBe('2026-07-21');
    expect(readWhen('2018/19', dating({ answers: { 'date:harvested:2018/19': '2019' } })).value).toBe('2019');
  });

  test('a season in the south is in other months', () => {
    expect(readWhen('autumn 2019', dating({ southern: true })).value).toBe('2019-04');
  });

  test('a day for a month or a year lies in it, and never after today', () => {
    expect(someDayOf('2019', TODAY, '02-01')).toBe('2019-02-01');
    expect(someDayOf('2026', TODAY, '12-31')).toBe(TODAY);
    expect(someDayOf('2019-09', TODAY)).toBe('2019-09-15');
  });

  test('whatever a cell holds is read in one way or another', () => {
    fc.assert(
      fc.property(fc.string(), (cell) => {
        const { value } = readWhen(cell, dating());
        expect(value === null || value === 'unknown' || /^\d{4}(-\d\d(-\d\d)?)?$/.test(value)).toBe(true);
      }),
    );
  });
});

describe('amounts', () => {
  const measuring = { field: 'amount', unit: null, unitQuestion: 'unit:0:3', answers: {}, packet: 40, density: 0.7 } as const;
  test.each([
    ['180 g', 'weight', 180_000, null],
    ['1/2 lb', 'weight', 226_796, null],
    ['abt 300 seeds', 'count', 300, 'amount approximate'],
    ['2 pkts', 'count', 80, 'amount in packets'],
    ['50-60 seeds', 'count', 55, 'amount approximate'],
    ['35-68 seeds', 'count', 52, 'amount approximate'],
    ['2-3 g', 'weight', 2500, 'amount approximate'],
    ['100+ seeds', 'count', 100, 'amount approximate'],
    ['~ 12 g', 'weight', 12_000, 'amount approximate'],
    ['300', 'count', 300, 'amount without unit'],
    ['lots', null, null, 'amount unreadable'],
    ['half a jar', null, null, 'amount unreadable'],
    ['', null, null, null],
    ['?', null, null, null],
  ])('%j is %j of %j', (cell, kind, amount, code) => {
    const read = readHowMuch(cell, measuring);
    const value = read.value === 'none' ? null : read.value;
    expect(value?.kind ?? null).toBe(kind);
    expect(value === null ? null : value.kind === 'count' ? value.seeds : value.milligrams).toBe(amount);
    expect(read.notes.map((note) => note.code)).toEqual(code === null ? [] : [code]);
  });

  test.each(['0', '0 g', 'none', 'all gone', 'used up'])('%j is nothing left', (cell) =>
    expect(readHowMuch(cell, measuring).value).toBe('none'),
  );

  test('a bare number counts in what the head of its column says', () => {
    expect(unitInHead('Weight (g)')).toBe('g');
    expect(unitInHead('No. of pkts')).toBe('packets');
    expect(unitInHead('Quantity')).toBeNull();
    expect(readHowMuch('12,5', { ...measuring, unit: 'g' })).toMatchObject({ value: { kind: 'weight', milligrams: 12_500 }, notes: [] });
    expect(readHowMuch('12', { ...measuring, answers: { 'unit:0:3': 'oz' } })).toMatchObject({
      value: { kind: 'weight', milligrams: 340_194 },
      notes: [],
    });
  });
});

describe('germination', () => {
  const asked = { answers: {}, question: 'size:0:5', laid: null };
  test.each([
    ['8/10', 10, 8],
    ['17 of 20', 20, 17],
    ['9 out of 10 (14 days)', 10, 9],
    ['80 %', 10, 8],
    ['85%', 20, 17],
    ['0.72', 25, 18],
    ['93', 100, 93],
  ])('%j is %i seeds of which %i sprouted', (cell, laid, sprouted) => {
    expect(readGerminated(cell, asked).value).toEqual({ laid, sprouted });
  });

  test('a share does not say of how many: the smallest size that can show it is taken, and asked about', () => {
    expect(readGerminated('80%', asked).notes).toMatchObject([
      { level: 'assumed', code: 'germination without seeds', taken: '10', question: 'size:0:5' },
    ]);
    expect(readGerminated('80%', { ...asked, answers: { 'size:0:5': '50' } })).toEqual({ value: { laid: 50, sprouted: 40 }, notes: [] });
    expect(readGerminated('85%', { ...asked, answers: { 'size:0:5': 'fewest' } })).toEqual({
      value: { laid: 20, sprouted: 17 },
      notes: [],
    });
    expect(readGerminated('8', { ...asked, laid: 10 })).toEqual({ value: { laid: 10, sprouted: 8 }, notes: [] });
  });

  test.each([
    ['11/10', 'more sprouted than sown'],
    ['good', 'germination unreadable'],
    ['140', 'germination unreadable'],
    ['3/0', 'germination unreadable'],
  ])('%j is refused as %s', (cell, code) =>
    expect(readGerminated(cell, asked)).toMatchObject({ value: null, notes: [{ level: 'wrong', code }] }),
  );
});

describe('crops and varieties', () => {
  const names = (said: Partial<Parameters<typeof readNames>[0]>, answers = {}) =>
    readNames({ name: '', crop: '', variety: '', heading: null, above: null, ...said }, { readCrop, crops, answers });
  const short = (read: ReturnType<typeof names>) => read.value && [read.value.crop.id, read.value.variety, read.value.kind];

  test.each([
    ['tom. ruby lamp OP', 'tomato', 'Ruby Lamp', 'open-pollinated'],
    ['Tomato - Signal Red', 'tomato', 'Signal Red', null],
    ['Signal Red tomato', 'tomato', 'Signal Red', null],
    ['Signal Red (tomato)', 'tomato', 'Signal Red', null],
    ['Tomatoes, SIGNAL RED', 'tomato', 'Signal Red', null],
    ["Pea 'Long Siding'", 'pea', 'Long Siding', null],
    ['sweet pea painted box', 'sweet-pea', 'Painted Box', null],
    ['Tomato Sunrise Express F1', 'tomato', 'Sunrise Express', 'F1'],
    ['Lettuce, mixed leaves', 'lettuce', 'Mixed Leaves', 'mixture'],
    ['Runner bean Tollhouse Black heirloom', 'runner-bean', 'Tollhouse Black', 'heirloom'],
    ['Parsley', 'parsley', 'Unnamed', null],
  ])('%j is %s %s', (cell, crop, variety, kind) => expect(short(names({ name: cell }))).toEqual([crop, variety, kind]));

  test('an empty crop is the heading above, or the crop of the row above where cells were merged', () => {
    expect(short(names({ variety: 'Signal Red', heading: 'TOMATOES' }))).toEqual(['tomato', 'Signal Red', null]);
    expect(names({ variety: 'Signal Red', above: 'Tomato' })).toMatchObject({
      value: { variety: 'Signal Red' },
      notes: [{ level: 'assumed', code: 'crop from above' }],
    });
  });

  test('a crop nearly spelled is taken and asked about; one that several crops go by, or none, waits for an answer', () => {
    expect(names({ crop: 'Tomatoe', variety: 'X' })).toMatchObject({ value: { crop: { id: 'tomato' } } });
    expect(names({ crop: 'bean', variety: 'Tollhouse' })).toMatchObject({ value: null, notes: [{ level: 'wrong', code: 'crop unclear' }] });
    expect(names({ crop: 'Zzyzx', variety: 'Y' })).toMatchObject({
      value: null,
      notes: [{ level: 'wrong', code: 'crop unknown', question: 'crop:zzyzx' }],
    });
    expect(short(names({ crop: 'Zzyzx', variety: 'Y1' }, { 'crop:zzyzx': 'pea' }))).toEqual(['pea', 'Y1', null]);
  });

  test.each([
    ['OP', '', 'open-pollinated'],
    ['yes', 'Hybrid?', 'F1'],
    ['no', 'Hybrid?', 'open-pollinated'],
    ['F1', 'Type', 'F1'],
    ['?', 'Type', 'unknown'],
    ['purple', 'Type', null],
  ])('%j below %j breeds as %j', (cell, head, kind) => expect(readKind(cell, head)).toBe(kind));

  test('marks that turn the direction of writing, quotes and capitals are no part of a name', () => {
    expect(tidyName('\u200f“LONG SIDING”\u202c')).toBe('Long Siding');
    expect(tidyName('long  siding')).toBe('Long Siding');
    expect(tidyName('Long siding')).toBe('Long siding');
  });
});

describe('people', () => {
  const match = matchNames([
    { id: 7, name: 'Gwen Ashdown' },
    { id: 8, name: 'Tam Reed' },
    { id: 9, name: 'Tam Reed' },
  ]);
  const person = (cell: string, answers = {}) => readPerson(cell, { field: 'donor', match, answers });

  test('somebody known is found by name, also when it is turned round', () => {
    expect(person('gwen ashdown')).toEqual({ value: { id: 7, name: 'Gwen Ashdown', groupOf: null }, notes: [] });
    expect(person('Ashdown, Gwen').value?.id).toBe(7);
  });

  test('a name nearly like a known one, or one that two have, is taken as new and asked about', () => {
    expect(person('Gwen Ashdwon')).toMatchObject({
      value: { id: null },
      notes: [{ code: 'person nearly', readings: [{ value: 'new' }, { value: '7' }] }],
    });
    expect(person('Gwen Ashdwon', { 'person:gwen ashdwon': '7' }).value?.id).toBe(7);
    expect(person('Tam Reed').notes).toHaveLength(1);
  });

  test('a couple is one household of two, unless somebody says otherwise', () => {
    expect(person('Ann & Bob Fell')).toMatchObject({
      value: { name: 'Ann & Bob Fell', groupOf: 2 },
      notes: [{ level: 'doubtful', code: 'household' }],
    });
    expect(person('Ann and Bob Fell', { 'household:ann and bob fell': 'first' }).value).toEqual({
      id: null,
      name: 'Ann Fell',
      groupOf: null,
    });
  });

  test('mail addresses are read out of what surrounds them', () => {
    expect(readMail('Ann <ann@fell.example>').value).toBe('ann@fell.example');
    expect(readMail('ann at fell').notes).toMatchObject([{ code: 'mail unreadable' }]);
  });
});

test.each([
  ['Y', true],
  ['x', true],
  ['✓', true],
  ['no', false],
  ['-', false],
  ['n/k', 'unknown'],
  ['perhaps', null],
])('%j means %j', (cell, means) => expect(readYesNo(cell)).toBe(means));

test('counts are whole numbers with anything around them', () => {
  const collect = collector();
  expect(['12', 'about 30', '20 plants', '12.0', '?', ''].map((cell) => readCount(cell, 'plants', collect))).toEqual([
    12,
    30,
    20,
    12,
    null,
    null,
  ]);
  expect(readCount('many', 'plants', collect)).toBeNull();
  expect(collect.notes.map(({ code }) => code)).toEqual(['count unreadable']);
});

test('near names are found among thousands without comparing them all', () => {
  const many = Array.from({ length: 5000 }, (_, id) => ({ id, name: `Grower number ${id} of the valley` }));
  const near = nearNames([...many, { id: -1, name: 'Brea Coppard' }]);
  expect(near('Brea Copard')).toEqual([{ id: -1, name: 'Brea Coppard' }]);
  expect(near('Somebody Else')).toEqual([]);
});
