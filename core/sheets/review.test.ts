import { describe, expect, test } from '@jest/globals';
import { describeLot, DESCRIPTORS, kindOfStatus, originOfSource } from '../exchange/passportDescriptors.ts';
import { findTable, type Sheet } from './findTable.ts';
import { guessColumns } from './guessColumns.ts';
import type { Library } from './library.ts';
import type { LotMade } from './made.ts';
import type { Answers } from './notes.ts';
import { reviewSheets } from './review.ts';
import type { Reading } from './row.ts';
import { EMPTY_LIBRARY, readCrop } from '../../tests/support/sheetLibrary.ts';

const isGroup = (cell: string) => ['exact', 'several'].includes(readCrop(cell).is);

const sheetOf = (text: string, name = 'Sheet 1'): Sheet => ({
  name,
  rows: text
    .trim()
    .split('\n')
    .map((line) => line.split('|').map((cell) => cell.trim())),
});

const readingOf = (sheet: Sheet, at = 0): Reading => {
  const table = findTable(sheet, isGroup);
  return { sheet: at, table, ...guessColumns(table, readCrop) };
};

const review = (text: string, { library = {}, answers = {} }: { library?: Partial<Library>; answers?: Answers } = {}) =>
  reviewSheets([readingOf(sheetOf(text))], { ...EMPTY_LIBRARY, ...library }, answers);

const lotsOf = ({ rows }: ReturnType<typeof review>) => rows.map(({ made }) => made as LotMade | null);

describe('finding the table', () => {
  test('heads stand below titles; totals, empty lines and repeated heads are no rows', () => {
    const table = findTable(
      sheetOf(`
Seeds of the signal box, kept since 2016
|
Crop | Variety | Harvest year | Amount
Pea | Long Siding | 2019 | 300
|||
Crop | Variety | Harvest year | Amount
Pea | Turntable | 2020 | 120
Total | | | 420`),
      isGroup,
    );
    expect(table.heads).toEqual(['Crop', 'Variety', 'Harvest year', 'Amount']);
    expect(table.rows.map(({ at }) => at)).toEqual([4, 7]);
    expect(table.leftOut.map(({ why }) => why)).toEqual(['title', 'title', 'head again', 'total'].slice(1));
  });

  test('heads in two lines are read together: years below what they are years of', () => {
    const below = findTable(
      sheetOf('Crop | Variety | Germination | |\n | | 2019 | 2020 | 2021\nPea | Long Siding | 8/10 | 7/10 |'),
      isGroup,
    );
    expect(below.heads).toEqual(['Crop', 'Variety', 'Germination 2019', 'Germination 2020', 'Germination 2021']);
    const above = findTable(
      sheetOf(' | | Germination | |\nCrop | Variety | 2019 | 2020 | Notes\nPea | Long Siding | 8/10 | 7/10 | kept'),
      isGroup,
    );
    expect(above.heads).toEqual(['Crop', 'Variety', 'Germination 2019', 'Germination 2020', 'Notes']);
  });

  test('a line with nothing but a crop heads the rows below it', () => {
    const table = findTable(
      sheetOf('Variety | Year | Amount\nTOMATOES\nSignal Red | 2019 | 20 g\nPEAS\nLong Siding | 2020 | 300'),
      isGroup,
    );
    expect(table.rows.map(({ heading }) => heading)).toEqual(['TOMATOES', 'PEAS']);
  });

  test('without heads every line is a row', () => {
    expect(findTable(sheetOf('Pea | Long Siding | 2019 | 300 seeds\nPea | Turntable | 2020 | 120 seeds'), isGroup)).toMatchObject({
      heads: ['', '', '', ''],
      rows: [{ at: 1 }, { at: 2 }],
    });
  });
});

describe('guessing columns', () => {
  const guess = (text: string) => {
    const { thing, columns } = readingOf(sheetOf(text));
    return [thing, ...columns];
  };

  test.each<[string, readonly (string | null)[]]>([
    [
      'No | Seed | Year | Qty | From | Germ 2019 | Germ 2021 | Box | Remarks\n1 | tom. ruby lamp | 2018 | 2 pkts | Ann Fell | 8/10 | 6/10 | A | x',
      ['lots', 'number', 'name', 'harvested', 'amount', 'donor', 'germination', 'germination', 'place', 'note'],
    ],
    [
      'Name | Email | Tel | Member since\nAnn Fell | a@fell.example | 01234 567890 | 2019',
      ['people', 'person', 'email', 'phone', 'isMember'],
    ],
    ['Lot | Date tested | Seeds sown | Came up\nA1 | 2/3/2020 | 10 | 8', ['tests', 'number', 'testedOn', 'laid', 'sprouted']],
    [
      'Member | Crop | Variety | Packets | Lent | Due back | Returned\nAnn Fell | Pea | Long Siding | 1 | 2/3/2020 | 1/10/2020 | yes',
      ['loans', 'person', 'crop', 'variety', 'packets', 'lentOn', 'dueOn', 'returnedOn'],
    ],
    ['Place | Temp | Humidity\nFridge | 4 | 40 %', ['places', 'place', 'celsius', 'humidity']],
    ['Crop | Variety | Also called | Story\nPea | Long Siding | Siding | From the line', ['lines', 'crop', 'variety', 'aliases', 'story']],
    // Heads of several words, of which one alone would mislead.
    [
      'Crop | Cultivar | Date collected | Seed count | Collected by | Hybrid? | Date tested | Seeds sown | Came up\nPea | Long Siding | 8/17/2018 | 300 | Greta Holm | no | 2/22/2021 | 50 | 44',
      ['lots', 'crop', 'variety', 'harvested', 'amount', 'donor', 'kind', 'testedOn', 'laid', 'sprouted'],
    ],
    // Nothing stands above: the contents have to do.
    [
      'tomato ruby lamp | 2018 | 20 g | Ann Fell\npea long siding | 2019 | 300 seeds | Tam Reed',
      ['lots', 'name', 'harvested', 'amount', 'donor'],
    ],
  ])('%s', (text, expected) => expect(guess(text)).toEqual(expected));
});

describe('lots', () => {
  const HEADS = 'No | Crop | Variety | Harvest year | Amount | Donor | Germ 2020 | Place';

  test('a plain row becomes a lot with its test', () => {
    const [lot] = lotsOf(review(`${HEADS}\n12 | Pea | Long Siding | 2019 | 300 seeds | Ann Fell | 8/10 | Shelf A`));
    expect(lot).toMatchObject({
      line: { cropId: 'pea', lineId: null, variety: 'Long Siding' },
      number: '12',
      harvested: '2019',
      takenInOn: '2020-02-01',
      amount: { kind: 'count', seeds: 300 },
      donor: { id: null, name: 'Ann Fell' },
      place: { id: null, name: 'Shelf A' },
      tests: [{ laid: 10, sprouted: 8, laidOn: '2020-02-01' }],
    });
  });

  test('a spelling that stands once beside one that stands often is asked about, and both readings are offered', () => {
    const { rows, questions } = review(`${HEADS}
1 | Tomato | Ruby Lamp | 2019 | 20 g | | |
2 | Tomato | Ruby Lamp | 2020 | 20 g | | |
3 | Tomato | Rby Lamp | 2021 | 20 g | | |`);
    expect(rows.map(({ level }) => level)).toEqual(['assumed', 'assumed', 'doubtful']);
    expect(questions.find(({ key }) => key.startsWith('variety:'))).toMatchObject({ rows: 1, note: { taken: 'Ruby Lamp' } });
    const [, , other] = lotsOf(
      review(`${HEADS}\n1 | Tomato | Ruby Lamp | 2019 | 20 g\n2 | Tomato | Ruby Lamp | 2020 | 20 g\n3 | Tomato | Rby Lamp | 2021 | 20 g`, {
        answers: { 'variety:tomato:rby lamp': 'new' },
      }),
    );
    expect(other?.line.variety).toBe('Rby Lamp');
  });

  test('a variety that the library knows is found by its name, another name of it, or nearly', () => {
    const lines = [{ id: 4, cropId: 'pea', name: 'Long Siding', aliases: ['Siding'], hasStory: false }];
    const found = lotsOf(
      review(`${HEADS}\n1 | Pea | long siding | 2019 | 3 g\n2 | Pea | Siding | 2019 | 4 g\n3 | Pea | Long Sidng | 2019 | 5 g`, {
        library: { lines },
      }),
    );
    expect(found.map((lot) => lot?.line.lineId)).toEqual([4, 4, 4]);
  });

  test('a child stands after its parent, and nothing descends from itself, from another crop or from something younger', () => {
    const { rows } = review(`
No | Crop | Variety | Harvest year | Amount | Grown from
1 | Pea | Long Siding | 2017 | 3 g |
2 | Pea | Long Siding | 2019 | 3 g | 1
3 | Pea | Turntable | 2019 | 3 g | 4
4 | Pea | Turntable | 2020 | 3 g | 3
5 | Tomato | Signal Red | 2020 | 3 g | 1
6 | Pea | Long Siding | 2015 | 3 g | 1`);
    expect(rows.map(({ notes }) => notes.find(({ level }) => level === 'wrong')?.code ?? null)).toEqual([
      null,
      null,
      'descends from itself',
      'descends from itself',
      'parent of another crop',
      'parent younger',
    ]);
    expect(rows[1]!.made).toMatchObject({ parent: { sheet: 0, at: 2 }, origin: 'returned' });
  });

  test('rows that came by an earlier import are recognised, and a number that came with other contents is asked about', () => {
    const text = `${HEADS}\n1 | Pea | Long Siding | 2019 | 3 g`;
    const print = review(text).rows[0]!.print;
    const again = review(text, { library: { imported: new Map([[print, { file: 'seeds.csv', at: 2 }]]) } });
    expect(again.rows[0]).toMatchObject({ isKnown: true, made: null, notes: [{ code: 'imported before' }] });
    const lot = {
      id: 3,
      code: '26-0003-M',
      lineId: 4,
      cropId: 'pea',
      variety: 'Long Siding',
      harvested: '2019',
      takenInOn: '2020-01-01',
      number: '1',
      library: null,
      isHybrid: false,
      isOnHold: false,
    };
    const lines = [{ id: 4, cropId: 'pea', name: 'Long Siding', aliases: [], hasStory: false }];
    expect(review(text, { library: { lots: [lot], lines } }).rows[0]).toMatchObject({ isKnown: true, level: 'doubtful' });
    expect(review(text, { library: { lots: [lot], lines }, answers: { 'again:all': 'another' } }).rows[0]).toMatchObject({
      isKnown: false,
    });
  });

  test('a row that stands twice is kept twice or once, as somebody says', () => {
    const text = 'Crop | Variety | Harvest year | Amount\nPea | Long Siding | 2019 | 3 g\nPea | Long Siding | 2019 | 3 g';
    expect(review(text).rows.map(({ made }) => made !== null)).toEqual([true, true]);
    expect(review(text, { answers: { 'twins:0': 'once' } }).rows.map(({ made }) => made !== null)).toEqual([true, false]);
  });

  test('a test in columns of its own belongs to the lot of its row; where it cannot be read it stays in the note', () => {
    const [one, other] = lotsOf(
      review(
        'Crop | Variety | Harvest year | Amount | Date tested | Seeds sown | Came up\nPea | Long Siding | 2019 | 3 g | 25/2/2021 | 50 | 44\nPea | Turntable | 2019 | 3 g | 25/2/2021 | 10 | 12',
      ),
    );
    expect(one?.tests).toMatchObject([{ laid: 50, sprouted: 44, laidOn: '2021-02-25' }]);
    expect(other).toMatchObject({ tests: [], note: 'sprouted 12 of 10' });
  });

  test('an empty crop below another is that one, whatever the variety’s words are nearly', () => {
    const [, bell] = lotsOf(
      review('Crop | Variety | Harvest year | Amount\nLettuce | Frost Signal | 2019 | 3 g\n | Brass Bell | 2019 | 3 g'),
    );
    expect(bell?.line).toMatchObject({ cropId: 'lettuce', variety: 'Brass Bell' });
  });

  test('a house that takes no hybrids takes none by a sheet', () => {
    expect(review(`${HEADS}\n1 | Tomato | Sunrise F1 | 2019 | 3 g`, { library: { takesHybrids: false } }).rows[0]).toMatchObject({
      level: 'wrong',
      made: null,
    });
  });

  test('unknown stays unknown, and what is written of isolation, treatment and origin is understood', () => {
    const [lot] = lotsOf(
      review(
        'Crop | Variety | Harvest year | Amount | Isolation | Treated | Origin | Container\nTomato | Signal Red | ? | 3 g | bagged | no | bought at a shop | glass jar',
      ),
    );
    expect(lot).toMatchObject({ harvested: 'unknown', methods: ['bags'], treated: false, origin: 'bought', container: 'jar' });
  });
});

describe('several sheets of one file', () => {
  const LOTS = sheetOf(
    'No | Crop | Variety | Harvest year | Amount\nA1 | Pea | Long Siding | 2019 | 300 seeds\nA2 | Tomato | Sunrise F1 | 2020 | 2 g',
    'Seeds',
  );
  const TESTS = sheetOf(
    'Lot no | Date tested | Seeds sown | Came up\nA1 | 2/3/2020 | 10 | 8\nA9 | 2/3/2020 | 10 | 8\nA1 | 25/3/2018 | 10 | 8\nA1 | 25/3/2021 | 10 | 12',
    'Tests',
  );
  const LOANS = sheetOf(
    'Member | Lot | Date lent | Packets | Returned\nAnn & Bob Fell | A1 | 25/3/2020 | 2 | yes\nTam Reed | A2 | 25/3/2021 | 1 |\nTam Reed | Pea Long Siding | 25/3/2021 | 1 |',
    'Loans',
  );
  const all = reviewSheets([LOANS, LOTS, TESTS].map(readingOf), EMPTY_LIBRARY, {});
  const of = (sheet: number) => all.rows.filter((row) => row.sheet === sheet);

  test('tests and loans find the lots of the same file by their number, whatever the order of the sheets', () => {
    expect(of(2).map(({ made }) => made !== null)).toEqual([true, false, false, false]);
    expect(of(2).flatMap(({ notes }) => notes.filter(({ level }) => level === 'wrong').map(({ code }) => code))).toEqual([
      'lot unknown',
      'test before harvest',
      'more sprouted than sown',
    ]);
    expect(of(2)[0]!.made).toMatchObject({ lot: { sheet: 1, at: 2 }, test: { laid: 10, sprouted: 8, laidOn: '2020-03-02' } });
  });

  test('a loan is closed when it came back, and a hybrid is not lent under its name', () => {
    expect(of(0)[0]!.made).toMatchObject({
      member: { name: 'Ann & Bob Fell', groupOf: 2 },
      packets: 2,
      lentOn: '2020-03-25',
      closed: { outcome: 'returned' },
    });
    expect(of(0)[1]).toMatchObject({ level: 'wrong', made: null });
    expect(of(0)[1]!.notes.map(({ code }) => code)).toContain('lot is a hybrid');
  });
});

describe('passport data of genebanks', () => {
  test('what goes out by the descriptors comes in again as the same lots', () => {
    const lot = {
      species: 'Pisum sativum',
      crop: 'Pea',
      variety: 'Long Siding',
      kind: 'heirloom',
      origin: 'donated',
      takenInOn: '2021-03-02',
      parents: [],
      donorId: 7,
    } as const;
    const described = [
      describeLot({ ...lot, code: '21-0001-B', harvested: '2020-09' }),
      describeLot({
        ...lot,
        code: '23-0007-M',
        harvested: '2020-10',
        parents: ['21-0001-B'],
        kind: 'open-pollinated',
        origin: 'bought',
        donorId: null,
      }),
      describeLot({
        ...lot,
        code: '24-0009-M',
        harvested: null,
        crop: '',
        species: 'Solanum lycopersicum',
        variety: 'Signal Red',
        kind: 'F1',
      }),
    ];
    const sheet: Sheet = { name: 'Accessions', rows: [[...DESCRIPTORS], ...described.map((row) => DESCRIPTORS.map((name) => row[name]))] };
    const reading = readingOf(sheet);
    expect(reading.thing).toBe('lots');
    const { rows } = reviewSheets([reading], EMPTY_LIBRARY, {});
    expect(rows.map(({ notes }) => notes.filter(({ level }) => level === 'wrong' || level === 'doubtful'))).toEqual([[], [], []]);
    expect(rows.map(({ made }) => made)).toMatchObject([
      {
        number: '21-0001-B',
        line: { cropId: 'pea', variety: 'Long Siding' },
        kind: 'heirloom',
        origin: 'donated',
        harvested: '2020-09',
        takenInOn: '2021-03-02',
      },
      { number: '23-0007-M', parent: { at: 2 }, kind: 'open-pollinated', harvested: '2020-10' },
      { number: '24-0009-M', line: { cropId: 'tomato', variety: 'Signal Red' }, kind: 'F1', harvested: null },
    ]);
  });

  test('codes that we never write are understood as far as they go', () => {
    expect(['300', '120', '410', '999', '5'].map(kindOfStatus)).toEqual(['heirloom', 'unknown', 'stabilising', 'mixture', null]);
    expect(['23', '30', '32', '99', 'x'].map(originOfSource)).toEqual(['donated', 'bought', 'bought', 'found', null]);
  });
});
