import { describe, expect, test } from '@jest/globals';
import { crossing } from '#core/almanac/crossing.ts';
import { FACT_KEYS, factKind } from '#core/almanac/facts.ts';
import { cropsMeant, findCrop } from '#core/almanac/findCrop.ts';
import { pollenOver } from '#core/isolation/pollen.ts';
import { answersFor, isDiseaseMeans } from '#core/almanac/diseases.ts';
import { readFact, readTypedFact, writeFact } from '#core/almanac/readFact.ts';
import { parseAlmanac, readAlmanac } from './read.ts';

const almanac = readAlmanac();
const crop = (id: string) => almanac.crops.find((one) => one.id === id)!;

describe('the shipped almanac', () => {
  test('holds at least 115 crops, each with every fact and how sure it is', () => {
    expect(almanac.crops.length).toBeGreaterThanOrEqual(115);
    for (const one of almanac.crops)
      for (const key of FACT_KEYS)
        if (!factKind(key).optional) expect([one.id, key, one.told[key]?.sure]).toEqual([one.id, key, expect.any(String)]);
  });

  test('crops of one species share a crossing group', () => {
    const groups = new Map<string, Set<string>>();
    for (const { species, group } of almanac.crops) groups.set(species, (groups.get(species) ?? new Set()).add(group));
    expect([...groups.values()].every((group) => group.size === 1)).toBe(true);
  });

  test('says what crosses and what does not', () => {
    const how = (one: string, other: string) => crossing(almanac.groups, crop(one).group, crop(other).group);
    expect(how('kale', 'cabbage')).toBe('freely');
    expect(how('tomato', 'currant-tomato')).toBe('freely');
    expect(how('beet', 'chard')).toBe('freely');
    expect(how('turnip', 'swede')).toBe('a little');
    expect(how('swede', 'turnip')).toBe('a little');
    expect(how('radish', 'cabbage')).toBeNull();
    expect(how('squash-pepo', 'cucumber')).toBeNull();
    expect(how('rape-kale', 'swede')).toBe('freely');
    expect(how('rape-kale', 'kale')).toBe('hardly');
    expect(how('snake-melon', 'melon')).toBe('freely');
    expect(how('snake-melon', 'cucumber')).toBeNull();
    expect(how('squash-argyrosperma', 'squash-moschata')).toBe('a little');
    expect(how('corn-poppy', 'poppy')).toBeNull();
    expect(how('sea-kale', 'cabbage')).toBeNull();
    // What the picture of crossings says, its text says too.
    expect([how('runner-bean', 'french-bean'), how('french-bean', 'runner-bean')]).toEqual(['hardly', 'hardly']);
    expect(crop('runner-bean').misbeliefs.join(' ')).toContain('hardly ever cross with French beans');
  });

  test('warns, crop by crop, of what can hurt', () => {
    const codes = Object.fromEntries(
      almanac.crops.flatMap(({ id, cautions }) => (cautions.length > 0 ? [[id, cautions.map(({ code }) => code)]] : [])),
    );
    expect(codes).toEqual({
      ...Object.fromEntries(
        [
          'squash-pepo',
          'squash-maxima',
          'squash-moschata',
          'squash-argyrosperma',
          'ornamental-gourd',
          'cucumber',
          'melon',
          'snake-melon',
          'watermelon',
          'bottle-gourd',
          'luffa',
        ].map((id) => [id, ['bitter']]),
      ),
      ...Object.fromEntries(['pepper', 'chilli-baccatum', 'chilli-chinense'].map((id) => [id, ['hot']])),
      ...Object.fromEntries(
        [
          'french-bean',
          'runner-bean',
          'lima-bean',
          'sweet-pea',
          'foxglove',
          'asparagus',
          'ground-cherry',
          'corn-poppy',
          'potato',
          'flowering-tobacco',
        ].map((id) => [id, ['toxic']]),
      ),
      ...Object.fromEntries(['spinach', 'nz-spinach', 'okra'].map((id) => [id, ['spines']])),
      ...Object.fromEntries(['tomato', 'currant-tomato', 'aubergine', 'tomatillo'].map((id) => [id, ['leaves']])),
      ...Object.fromEntries(['carrot', 'dill', 'chervil', 'borage', 'caraway', 'anise'].map((id) => [id, ['lookalike']])),
      artichoke: ['spines', 'weedy'],
      fennel: ['lookalike', 'weedy'],
      amaranth: ['weedy'],
      quinoa: ['dust'],
      maize: ['mould'],
      celery: ['sap'],
      rue: ['sap'],
      poppy: ['toxic', 'rules'],
      tobacco: ['toxic', 'rules'],
      'morning-glory': ['toxic', 'weedy'],
      rye: ['ergot'],
      'broad-bean': ['allergy'],
      parsnip: ['sap'],
      parsley: ['sap', 'lookalike'],
      angelica: ['sap', 'lookalike'],
      lovage: ['sap', 'lookalike'],
    });
  });

  test('carries the published viability constants', () => {
    expect(crop('onion').constants).toEqual({ KE: 6.975, CW: 3.47, CH: 0.04, CQ: 0.000428 });
    expect(crop('cowpea').constants).toEqual({ KE: 8.69, CW: 4.715, CH: 0.026, CQ: 0.000498 });
    expect(crop('leek').constants).toBeNull();
  });

  test('every fact can be written as a person would, and read again', () => {
    for (const one of almanac.crops)
      for (const key of FACT_KEYS) {
        const read = readTypedFact(key, writeFact(key, one[key]));
        expect([one.id, key, read]).toEqual([one.id, key, { ok: true, value: one[key] }]);
      }
  });

  test('finds a crop by any of its names', () => {
    expect(findCrop(almanac.crops, 'Courgette')?.id).toBe('squash-pepo');
    expect(findCrop(almanac.crops, 'leeks')?.id).toBe('leek');
    expect(findCrop(almanac.crops, 'parsn')?.id).toBe('parsnip');
    expect(findCrop(almanac.crops, 'b')).toBeNull();
    expect(findCrop(almanac.crops, '')).toBeNull();
    const found = (typed: string) => findCrop(almanac.crops, typed)?.id;
    expect(['corn', 'Eggplant', 'arugula', 'rutabaga', 'cilantro', 'fava beans', 'Russian kale', 'Armenian cucumber'].map(found)).toEqual([
      'maize',
      'aubergine',
      'rocket',
      'swede',
      'coriander',
      'broad-bean',
      'rape-kale',
      'snake-melon',
    ]);
    // British and American names, and slips of spelling.
    expect(['jalapeño', 'jalapeno', 'brocoli', 'parsnep', 'tomatos', 'letuce'].map(found)).toEqual([
      'pepper',
      'pepper',
      'broccoli',
      'parsnip',
      'tomato',
      'lettuce',
    ]);
  });

  test('a name of several species is never taken for one of them: each says how it is told from the others', () => {
    for (const typed of ['squash', 'Squashes', 'pumpkin', 'winter squash']) {
      expect(findCrop(almanac.crops, typed)).toBeNull();
      expect(cropsMeant(almanac.crops, typed).length).toBeGreaterThanOrEqual(3);
    }
    expect(cropsMeant(almanac.crops, 'squash').map(({ id }) => id)).toEqual(
      expect.arrayContaining(['squash-pepo', 'squash-maxima', 'squash-moschata']),
    );
    expect(new Set(cropsMeant(almanac.crops, 'squash').map(({ knownBy }) => knownBy)).size).toBe(
      cropsMeant(almanac.crops, 'squash').length,
    );
    expect(cropsMeant(almanac.crops, 'courgette')).toEqual([]);
  });

  test('side by side, what insects or wind cross is never called clean: the nearer half of the curve holds', () => {
    for (const one of almanac.crops) {
      const outcrossing = (one.outcrossing[0] + one.outcrossing[1]) / 200;
      const beside = pollenOver(2, one.homeDistance, one.productionDistance);
      const crossed = (outcrossing * beside) / (1 + beside);
      if (one.breeding.startsWith('crossed')) expect([one.id, crossed > outcrossing / 5]).toEqual([one.id, true]);
      if (one.breeding === 'mostly selfing' && outcrossing >= 0.2) expect([one.id, crossed > 0.03]).toEqual([one.id, true]);
    }
  });

  test('what hardly sets seed says how it is kept', () => {
    expect(almanac.crops.filter(({ keptAs }) => keptAs !== null).map(({ id }) => id)).toEqual(
      expect.arrayContaining(['garlic', 'oca', 'potato']),
    );
    expect(crop('leek').keptAs).toBeNull();
  });
});

const GROUPS = { name: 'groups.yaml', text: 'beta: { name: beets }' };
const GLOSSARY = { name: 'glossary.yaml', text: 'lot: seed kept together' };
const faults = (text: string, groups = GROUPS) =>
  parseAlmanac({ groups, glossary: GLOSSARY, crops: [{ name: 'crops/x.yaml', text }] }).faults;

describe('an almanac file that is wrong is told by its line', () => {
  test.each([
    [
      'a wrong unit',
      'crops:\n  beet:\n    name: Beet\n    homeDistance: 400 kg',
      'crops/x.yaml:4: homeDistance: the unit here is m, not kg',
    ],
    ['a range the wrong way round', 'crops:\n  beet:\n    longevity: 5 to 3 years', 'crops/x.yaml:3: longevity: enter the low end first'],
    ['a figure that cannot be', 'crops:\n  beet:\n    outcrossing: 70 to 180 %', 'crops/x.yaml:3: outcrossing: it must be from 0 to 100 %'],
    [
      'an unknown crossing group',
      'crops:\n  beet:\n    name: Beet\n    group: nightshades',
      'crops/x.yaml:4: beet: unknown crossing group nightshades',
    ],
    ['a fact nobody knows', 'crops:\n  beet:\n    luck: good', 'crops/x.yaml:3: “luck” is no fact the almanac knows'],
    [
      'a source nobody knows',
      'crops:\n  beet:\n    celsius: 20 °C | firm | hearsay',
      'crops/x.yaml:3: “hearsay” is no kind of source: standard, textbook, extension, practice',
    ],
    ['a missing fact', 'crops:\n  beet:\n    name: Beet', 'crops/x.yaml:2: beet, species: it is missing'],
    ['a crop like one that is not there', 'crops:\n  beet:\n    like: chard', 'crops/x.yaml:2: beet is like chard, which is not there'],
  ])('%s', (_, text, fault) => expect(faults(text)).toContain(fault));

  test('a group that crosses with an unknown one', () =>
    expect(faults('crops: {}', { name: 'groups.yaml', text: 'beta: { name: beets, crosses: { rape: a little } }' })).toEqual([
      'groups.yaml:1: beta crosses with an unknown crossing group, rape',
    ]));

  test('facts of a crop that contradict each other', () => {
    const text = 'crops:\n  chard:\n    like: beet\n    productionDistance: 410 m\n  beet:\n    name: Beet';
    expect(faults(text).some((fault) => fault.includes('chard'))).toBe(true);
  });
});

describe('diseases that travel in seed', () => {
  const answers = Object.fromEntries(almanac.crops.flatMap(({ id, diseases }) => diseases.map((one) => [`${id}: ${one.name}`, one])));

  test('are refused, treated by their usual means, watched or left, each as is usual for it', () => {
    expect(answers['tomato: bacterial canker']!.answers).toEqual(['refuse', 'ferment', 'hot water']);
    expect(answers['tomato: late blight']!.answers).toEqual(['nothing']);
    expect(answers['celery: septoria leaf spot']!.answers[0]).toBe('time');
    expect(answers['cabbage: black rot']!.answers[0]).toBe('hot water');
    expect(answers['french-bean: halo blight']!.answers).toEqual(['refuse']);
  });

  test('offer their own answers first, and means only where they are usual; watching, asking and refusing are always open', () => {
    for (const disease of Object.values(answers)) {
      const offered = answersFor(disease);
      expect([...offered.slice(0, disease.answers.length)]).toEqual([...disease.answers]);
      expect(offered.filter(isDiseaseMeans)).toEqual(disease.answers.filter(isDiseaseMeans));
      expect(offered).toEqual(expect.arrayContaining(['watch', 'ask', 'refuse']));
    }
    expect(answersFor(null)).toEqual(['watch', 'ask', 'refuse']);
  });

  test('of the legumes, none is treated with hot water', () =>
    expect(
      almanac.crops
        .filter(({ family }) => family === 'Fabaceae')
        .flatMap(({ diseases }) => diseases)
        .filter((disease) => disease.answers.includes('hot water')),
    ).toEqual([]));
});

describe('a single fact', () => {
  test.each([
    ['homeDistance', '60 m', 60],
    ['longevity', '3 to 5 years', [3, 5]],
    ['sow', '-8 to -4 weeks', [-8, -4]],
    ['ease', 'hard', 'hard'],
    ['exposedStigma', 'none', null],
    ['misbeliefs', 'none', []],
    [
      'diseases',
      { 'black rot (hot water, refuse)': 'By those practised' },
      [{ name: 'black rot', answers: ['hot water', 'refuse'], usual: 'By those practised' }],
    ],
  ] as const)('%s reads “%s”', (key, written, value) => expect(readFact(key, written)).toEqual({ ok: true, value }));

  test.each([
    ['homeDistance', '-5 m'],
    ['diseases', { 'black rot': 'Hot water' }],
    ['diseases', { 'black rot (boil)': 'Hot water' }],
    ['diseases', { '(refuse)': 'Hot water' }],
    ['homeDistance', '5 parsecs'],
    ['ease', 'impossible'],
    ['species', ''],
    ['species', 'none'],
    ['constants', 'K_E 99, C_W 4, C_H 0.1, C_Q 0.001'],
  ] as const)('%s refuses “%s”', (key, written) => expect(readFact(key, written).ok).toBe(false));
});
