import { describe, expect, test } from '@jest/globals';
import { readAlmanac } from '#almanac/read.ts';
import { evidenceForm, incidentForm, lineForm } from '#contracts/lots/seen.ts';
import { questionsNow, type Answers } from '#core/passport/answers.ts';
import { readAnswers, readInterview } from './interview.ts';

const { crops } = readAlmanac();
const crop = (id: string) => crops.find((one) => one.id === id)!;
const asked = (id: string, said: Answers) => questionsNow(crop(id), said, false);

const SQUASH: Answers = {
  source: 'donated',
  crop: 'squash-pepo',
  variety: 'Copper Kettle',
  nameFrom: 'grower',
  nameSure: 'sure',
  kind: 'heirloom',
  boughtPlant: 'no',
  protectedName: 'no',
  donor: 'Marta Quill',
  garden: 'Alder Row',
  harvested: 'Sep 2025',
  seasonsGrown: '2',
  plantsStanding: '6',
  plantsHarvested: '4',
  selection: 'best kept',
  roguing: 'none',
  offTypes: '0',
  diseases: 'none',
  neighbours: 'some',
  n0what: 'a courgette',
  n0metres: '200 ft',
  n1overlap: 'all',
  methods: 'none',
  form: 'clean seed',
  dried: 'in air and shade',
  mould: 'no',
  storedIn: 'living room',
  storedSince: 'Oct 2025',
  amount: '42 g',
  place: 'Shelf A',
  container: 'jar',
};
const read = (change: Answers = {}) => readInterview({ ...SQUASH, ...change }, crop('squash-pepo'), false);
const faultsAt = (change: Answers) => Object.keys(read(change).faults);

describe('what is asked', () => {
  test('a selfing crop is not asked about cages, an outcrosser is', () => {
    expect(asked('pea', { source: 'donated' })).not.toContain('methods');
    expect(asked('squash-pepo', { source: 'donated' })).toContain('methods');
  });

  test('what is printed on a packet is asked whoever brings it, unless they have grown from it; how a shop dried its seed is not', () => {
    const handedOn = asked('parsnip', { source: 'donated', nameFrom: 'packet', form: 'clean seed' });
    expect(handedOn).toEqual(expect.arrayContaining(['treated', 'dateMeans', 'kind', 'dried', 'harvested']));
    expect(asked('parsnip', { source: 'donated', nameFrom: 'packet', dateMeans: 'packed' })).toContain('packetDate');
    expect(asked('parsnip', { source: 'donated', nameFrom: 'packet', seasonsGrown: '2' })).not.toContain('dateMeans');
    expect(asked('parsnip', { source: 'donated', nameFrom: 'family' })).not.toContain('treated');
    expect(asked('parsnip', { source: 'bought', form: 'clean seed' })).not.toContain('dried');
  });

  test('bought seed is asked about its packet, not about a garden', () => {
    const questions = asked('onion', { source: 'bought' });
    expect(questions).toEqual(expect.arrayContaining(['treated', 'dateMeans', 'protectedName', 'use']));
    for (const question of ['garden', 'plantsHarvested', 'neighbours', 'harvested']) expect(questions).not.toContain(question);
    expect(asked('parsnip', { source: 'found', dateMeans: 'no date' })).toContain('ageYears');
    expect(asked('parsnip', { source: 'found', dateMeans: 'packed' })).toContain('packetDate');
  });

  test('whole fruit is asked whether it is ripe, clean seed how it looks', () => {
    expect(asked('pepper', { source: 'donated', form: 'whole fruit' })).toContain('ripeSigns');
    expect(asked('pepper', { source: 'donated', form: 'clean seed' })).toEqual(expect.arrayContaining(['dried', 'look', 'mould']));
  });

  test('crops that show their stigma, bolt, or carry weevils and diseases are asked so', () => {
    expect(asked('tomato', { source: 'donated' })).toContain('stigma');
    expect(asked('beet', { source: 'donated' })).toContain('bolters');
    expect(asked('lettuce', { source: 'donated' })).toContain('bolters');
    expect(asked('pea', { source: 'donated' })).toEqual(expect.arrayContaining(['insects', 'diseases']));
    expect(asked('calendula', { source: 'donated' })).not.toContain('diseases');
    expect(asked('squash-pepo', { source: 'donated', methods: 'hand pollination' })).toEqual(
      expect.arrayContaining(['pollinatedOn', 'pickedOn']),
    );
  });

  test('a return is not asked what the library knows', () => {
    const questions = questionsNow(crop('beet'), { source: 'returned' }, true);
    for (const question of ['source', 'crop', 'nameFrom', 'seasonsGrown']) expect(questions).not.toContain(question);
    expect(questions).toEqual(expect.arrayContaining(['donor', 'bolters', 'neighbours']));
  });

  test('before the crop is known only the first questions come', () =>
    expect(questionsNow(null, {}, false)).toEqual(['source', 'crop', 'variety']));
});

describe('the interview as it is posted', () => {
  test('is read into a passport, with parts of a neighbour that nobody told as unknown', () => {
    const { interview } = read();
    expect(interview).toMatchObject({
      source: 'donated',
      cropId: 'squash-pepo',
      brought: { kind: 'seed', amount: { kind: 'weight', milligrams: 42_000 } },
    });
    expect(interview!.passport).toMatchObject({
      harvested: '2025-09',
      plantsHarvested: 4,
      methods: ['none'],
      neighbours: [
        { what: 'a courgette', metres: 61, overlap: 'unknown', amount: 'unknown' },
        { what: 'another of its kind', metres: 'unknown', overlap: 'all', amount: 'unknown' },
      ],
    });
  });

  test('an empty one is told all that is missing at once', () =>
    expect(Object.keys(readInterview({}, null, false).faults)).toEqual(['source', 'crop', 'variety']));

  test.each([
    ['a distance less than nothing', { n0metres: '-5 ft' }, 'n0metres'],
    ['a distance in no unit of this earth', { n0metres: '5 parsecs' }, 'n0metres'],
    ['a harvest on a day that does not exist', { harvested: '31 Feb 2025' }, 'harvested'],
    ['no plants at all', { plantsHarvested: '0' }, 'plantsHarvested'],
    ['half a plant', { plantsHarvested: '2.5' }, 'plantsHarvested'],
    ['a bare number as amount', { amount: '300' }, 'amount'],
    ['an amount of nothing', { amount: '-3 g' }, 'amount'],
    ['a name as long as a letter', { variety: 'x'.repeat(81) }, 'variety'],
    ['a kind nobody knows', { kind: 'magic' }, 'kind'],
    ['a sample ten times off', { sampleSeeds: '100', sampleWeight: '0.05 g' }, 'sampleWeight'],
    ['neighbours without one word on them', { n0what: '', n0metres: '', n1overlap: '' }, 'neighbours'],
    ['an amount that nobody knows', { amount: 'unknown' }, 'amount'],
    ['a question without an answer', { donor: '' }, 'donor'],
    ['a disease without what is done about it', { diseases: 'squash mosaic virus' }, 'sick:squash mosaic virus'],
    [
      'a means that is not usual for the disease',
      { diseases: 'squash mosaic virus', 'sick:squash mosaic virus': 'dry heat' },
      'sick:squash mosaic virus',
    ],
    ['another disease without a word on it', { diseases: 'another', 'sick:another': 'watch' }, 'diseaseOther'],
  ])('%s is refused at its field', (_, change, field) => expect(faultsAt(change)).toEqual([field]));

  test('each disease seen has an answer of its own, and what the almanac does not name is kept in words', () =>
    expect(
      read({
        diseases: 'gummy stem blight|another',
        'sick:gummy stem blight': 'watch',
        diseaseOther: 'yellow rings on the leaves',
        'sick:another': 'ask',
        'sick:squash mosaic virus': 'refuse',
      }).interview!.passport.diseases,
    ).toEqual([
      { name: 'gummy stem blight', answer: 'watch' },
      { name: 'yellow rings on the leaves', answer: 'ask' },
    ]));

  test('"unknown" in the box wins over what was typed, and several ticks are kept', () => {
    const form = new FormData();
    for (const [name, value] of [
      ['donor', 'Marta'],
      ['donor-unknown', 'on'],
      ['methods', 'cage'],
      ['methods', 'bags'],
      ['intent', 'take'],
    ] as const)
      form.append(name, value);
    expect(readAnswers(form)).toEqual({ donor: 'unknown', methods: 'cage|bags' });
  });

  test('amounts are read as people bring them', () => {
    const brought = (amount: string, form = 'clean seed') => read({ amount, form, ripeSigns: 'yes' }).interview?.brought;
    expect(brought('3 packets of 40')).toMatchObject({ amount: { kind: 'count', seeds: 120, approximate: false } });
    expect(brought('2 packets')).toMatchObject({ amount: { kind: 'count', seeds: 16, approximate: true } });
    expect(brought('½ tsp')).toMatchObject({ amount: { kind: 'weight', milligrams: 1000, approximate: true } });
    expect(brought('3 squash, 4 kg', 'whole fruit')).toEqual({ kind: 'uncleaned', typed: '3 squash, 4 kg' });
  });

  test('a counted and weighed sample sets the seeds in a gram', () =>
    expect(read({ sampleSeeds: '100', sampleWeight: '14 g' }).passport!.sample).toEqual({ seeds: 100, milligrams: 14_000 }));

  test('a packet without a date has an age instead', () => {
    const said = {
      ...SQUASH,
      source: 'found',
      treated: 'no',
      use: 'for sowing',
      invasive: 'no',
      dateMeans: 'no date',
      ageYears: '3 to 6 years',
      statedGermination: '85 %',
    };
    expect(readInterview(said, crop('squash-pepo'), false).interview!.passport.packet).toEqual({
      dateMeans: 'no date',
      date: null,
      germination: 0.85,
      daysToEmerge: null,
      ageYears: [3, 6],
    });
  });
});

describe('what was seen, as it is posted', () => {
  const key = '7d9a1c9e-3f60-4b8d-9a51-2f1c5d0b7a11';
  test('more off-types than were looked at is a slip', () => {
    const said = { key, seen: 'plants', source: 'trial', lookedAt: 30, offTypes: 31, seenOn: '2026-11-01' };
    expect(evidenceForm.safeParse(said).success).toBe(false);
    expect(evidenceForm.parse({ ...said, offTypes: 2 })).toMatchObject({ offTypes: 2, insteadOf: null });
  });

  test('a share is a percentage or unknown', () => {
    const said = { key, kind: 'mix-up', what: 'two trays' };
    expect(incidentForm.parse({ ...said, share: '5 %' }).share).toBeCloseTo(0.05);
    expect(incidentForm.parse(said).share).toBeNull();
    expect(incidentForm.safeParse({ ...said, share: '300 %' }).success).toBe(false);
  });

  test('other names are parted by commas, and rules by line are kept apart', () => {
    const line = lineForm.parse({
      key,
      version: 1,
      aim: 'keep true',
      aliases: 'Kettle, Old Kettle, Kettle',
      'rule-isolation': 'production',
    });
    expect(line.aliases).toEqual(['Kettle', 'Old Kettle']);
    expect(line.rules).toEqual({ isolation: 'production' });
  });
});

describe('a harvest in stages', () => {
  const lettuce = (change: Answers) =>
    readInterview({ ...SQUASH, crop: 'lettuce', variety: 'Third Signal', pickings: 'several', ...change }, crop('lettuce'), false);

  test('has a day and a weight for each picking, of which either may be unknown', () => {
    const told = { p0on: '2025-08-12', p0weight: '14 g', p1on: '2025-09-10', p2weight: '½ oz' };
    expect(lettuce(told).passport!.pickings).toEqual([
      { on: '2025-08-12', milligrams: 14_000 },
      { on: '2025-09-10', milligrams: 'unknown' },
      { on: 'unknown', milligrams: 14_175 },
    ]);
    expect(lettuce({ pickings: 'once' }).passport!.pickings).toHaveLength(1);
    expect(lettuce({ pickings: 'unknown' }).passport!.pickings).toBe('unknown');
    expect(lettuce({ pickings: '' }).passport!.pickings).toBeNull();
  });

  test('what cannot be read is said at its row; one picking is not several', () => {
    expect(lettuce({ p0on: 'last week', p0weight: '14', p1weight: '200 seeds' }).faults).toMatchObject({
      p0on: 'day: impossible',
      p0weight: 'picking: no weight',
      p1weight: 'picking: no weight',
    });
    expect(lettuce({ p0weight: '14 g' }).faults).toMatchObject({ pickings: 'pickings: fewer than two' });
  });
});
