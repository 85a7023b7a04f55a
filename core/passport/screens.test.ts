import { expect, test } from '@jest/globals';
import { questionsFor, QUESTIONS, type Question, type SaidSoFar } from './questions.ts';
import { questionOf, screensOf } from './screens.ts';
import { readAlmanac } from '#almanac/read.ts';

const crop = (id: string) => ({ ...readAlmanac().crops.find((one) => one.id === id)!, leafy: false });
const SAID: SaidSoFar = {
  source: 'donated',
  nameFrom: 'neighbour',
  kind: 'heirloom',
  boughtPlant: null,
  dateMeans: null,
  bolters: null,
  diseases: false,
  methods: [],
  neighbours: 'none',
  form: 'clean seed',
  countsBest: false,
  seasonsGrown: 3,
};

test('every question is on one screen', () => {
  const all = Object.keys(QUESTIONS) as Question[];
  expect(screensOf(all).flat().sort()).toEqual([...all].sort());
});

test('a selfing pea from a neighbour is at most 15 screens, and each asks something', () => {
  const screens = screensOf(questionsFor(crop('pea'), SAID));
  expect(screens.length).toBeLessThanOrEqual(15);
  expect(screens[0]).toEqual(['source', 'crop', 'variety']);
  expect(screens.at(-1)!.at(-1)).toBe('note');
  for (const screen of screens) expect(screen.length).toBeGreaterThan(0);
});

test('before the crop is known there is one screen', () => {
  expect(screensOf(questionsFor(null, SAID))).toHaveLength(1);
});

test('a field that is part of an answer is found on the screen of its question', () => {
  expect(questionOf('harvested')).toBe('harvested');
  expect(questionOf('gardenPlace')).toBe('garden');
  expect(questionOf('n3metres')).toBe('neighbours');
  expect(questionOf('sick:halo blight')).toBe('diseaseAnswers');
  expect(questionOf('sampleWeight')).toBe('sample');
  expect(questionOf('key')).toBeNull();
});
