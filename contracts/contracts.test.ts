import { randomUUID } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import { parseWithZod } from '@conform-to/zod/v4';
import type { z } from 'zod';
import { lendForm } from '#contracts/desk/loans.ts';
import { setHoldForm } from '#contracts/lots/holds.ts';
import { recountForm } from '#contracts/stock/stock.ts';
import {
  evidenceForm,
  incidentForm,
  lineForm,
  overrideForm,
  recallForm,
  reportForm,
  rulesForm,
  rulesFrom,
  trialForm,
  endTrialForm,
} from './lots/seen.ts';
import { addPersonForm, firstWelcomeForm, houseForm, signInForm, welcomeForm } from './people/people.ts';
import { countForm, endTestForm, layTestForm, layTrayForm, relayForm } from './tests/tests.ts';

/** Reads fields as a browser posts them: all text, an unticked box not at all. */
function post<Schema extends z.ZodType>(schema: Schema, fields: Record<string, string>) {
  const form = new FormData();
  for (const [name, value] of Object.entries({ key: randomUUID(), ...fields })) form.append(name, value);
  return parseWithZod(form, { schema });
}

const LAID = { counted: 'any root', celsius: '20', laidOn: '2026-11-23' };

/** The fields an answer finds fault with. */
function faults(schema: z.ZodType, fields: Record<string, string>): string[] {
  const read = post(schema, fields);
  return read.status === 'success' ? [] : Object.keys(read.error ?? {}).sort();
}

describe('work at the bench and the desk', () => {
  test('marks on a towel are read by state, and the rest may be empty', () => {
    const read = post(countForm, {
      checkedOn: '2026-11-23',
      sprouted: '1.1,1.2,2.12',
      dead: '1.4',
      waiting: '',
      moreHard: '2',
      reWetted: 'on',
    });
    expect(read.status === 'success' && read.value).toMatchObject({
      more: { sprouted: 0, abnormal: 0, hard: 2, fresh: 0, dead: 0 },
      reWetted: true,
      mould: false,
      note: null,
      marks: [
        { replicate: 1, seed: 1, state: 'sprouted' },
        { replicate: 1, seed: 2, state: 'sprouted' },
        { replicate: 2, seed: 12, state: 'sprouted' },
        { replicate: 1, seed: 4, state: 'dead' },
      ],
    });
  });

  test.each([
    [countForm, { checkedOn: '2026-02-30' }, ['checkedOn']],
    [countForm, { checkedOn: '2026-11-23', moreDead: '-1' }, ['moreDead']],
    [countForm, { checkedOn: '2026-11-23', sprouted: 'all' }, ['sprouted']],
    [layTestForm, { seeds: '0', counted: 'any root', celsius: '20', laidOn: '2026-11-23' }, ['seeds']],
    [layTestForm, { seeds: '401', counted: 'luck', celsius: '90', laidOn: '' }, ['celsius', 'counted', 'laidOn', 'seeds']],
    [layTestForm, { ...LAID, seeds: '100', replicates: '4' }, []],
    [layTestForm, { ...LAID, seeds: '120', replicates: '4' }, ['seeds']],
    [layTestForm, { ...LAID, seeds: '10', replicates: '2', inBatches: 'on' }, ['replicates']],
    [layTestForm, { ...LAID, seeds: '10', checkDays: '4, 6 8' }, []],
    [layTestForm, { ...LAID, seeds: '10', checkDays: '8, 4' }, ['checkDays']],
    [layTestForm, { ...LAID, seeds: '10', treatments: 'boil' }, ['treatments[0]']],
    [
      layTrayForm,
      { ...LAID, 'lots[0].code': '26-0001-A', 'lots[0].seeds': '0', 'lots[0].celsius': '20', 'lots[0].spot': 'room' },
      ['lots'],
    ],
    [
      layTrayForm,
      { ...LAID, 'lots[0].code': '26-0001-A', 'lots[0].seeds': 'x', 'lots[0].celsius': '20', 'lots[0].spot': 'attic' },
      ['lots[0].seeds', 'lots[0].spot'],
    ],
    [relayForm, { seeds: '19', reason: ' ' }, ['reason']],
    [endTestForm, { endedOn: '2026-11-23', outcome: 'abandoned' }, ['reason']],
    [endTestForm, { endedOn: '2026-11-23', outcome: 'read' }, []],
    [setHoldForm, { kind: 'drying', reason: '  ' }, ['reason']],
    [lendForm, { code: '', packets: '0' }, ['code', 'packets']],
    [recountForm, { amount: '0', reason: 'empty jar' }, []],
    [recountForm, { amount: 'some', reason: 'guess' }, ['amount']],
  ] as [z.ZodType, Record<string, string>, string[]][])('faults are named at their fields (%#)', (schema, fields, expected) =>
    expect(faults(schema, fields)).toEqual(expected),
  );
});

describe('people and the house', () => {
  test('only the name of a person must be there', () => {
    const read = post(addPersonForm, { name: ' Marta Quill ' });
    expect(read.status === 'success' && read.value).toMatchObject({
      name: 'Marta Quill',
      email: null,
      phone: null,
      note: null,
      isMember: false,
    });
    expect(faults(addPersonForm, { name: 'Marta', email: 'not an address' })).toEqual(['email']);
  });

  test('a password is long, and typed twice alike', () => {
    const long = 'three dry words';
    expect(faults(welcomeForm, { password: 'short', again: 'short' })).toEqual(['password']);
    expect(faults(welcomeForm, { password: long, again: 'three wet words' })).toEqual(['again']);
    expect(faults(welcomeForm, { password: long, again: long })).toEqual([]);
    expect(faults(firstWelcomeForm, { password: long, again: long })).toEqual(['email', 'hemisphere', 'house', 'name']);
  });

  test('signing in wants an address and a password', () => {
    expect(faults(signInForm, { email: 'nobody', password: '' })).toEqual(['email', 'password']);
  });

  test('the house’s season days, zone and thresholds make sense', () => {
    const house = {
      version: '1',
      name: 'House',
      timeZone: 'Etc/UTC',
      lastFrost: '05-08',
      firstFrost: '10-12',
      lendingOpens: '02-07',
      sowingStarts: '03-10',
      units: 'metric',
      hemisphere: 'northern',
      lend: '50',
      full: '80',
      sureness: '80',
      trays: '12',
      jars: '20',
      hours: '7.5',
      currency: 'eur',
      packetPrice: '3.20',
    };
    expect(faults(houseForm, house)).toEqual([]);
    expect(faults(houseForm, { ...house, trays: '-1', currency: 'euro', packetPrice: 'dear' })).toEqual([
      'currency',
      'packetPrice',
      'trays',
    ]);
    expect(faults(houseForm, { ...house, lastFrost: '02-30', timeZone: 'Moon/Sea', sureness: '40' })).toEqual([
      'lastFrost',
      'sureness',
      'timeZone',
    ]);
    expect(faults(houseForm, { ...house, lend: '85' })).toEqual(['full']);
    // Frosts the other way round are those of the other hemisphere.
    expect(faults(houseForm, { ...house, hemisphere: 'southern' })).toEqual(['firstFrost']);
    const south = { ...house, hemisphere: 'southern', lastFrost: house.firstFrost, firstFrost: house.lastFrost };
    expect(faults(houseForm, south)).toEqual([]);
    expect(faults(houseForm, { ...south, hemisphere: 'northern' })).toEqual(['firstFrost']);
  });
});

describe('what was seen of a lot and its line', () => {
  const counted = { seen: 'plants', source: 'trial', lookedAt: '30', offTypes: '2', seenOn: '2026-09-04' };

  test.each([
    [evidenceForm, { ...counted, seen: 'leaves' }, ['seen']],
    [evidenceForm, { ...counted, offTypes: '31' }, ['offTypes']],
    [evidenceForm, { ...counted, lookedAt: '0', offTypes: '0' }, ['lookedAt']],
    [evidenceForm, { ...counted, seenOn: '2026-09-31' }, ['seenOn']],
    [incidentForm, { kind: 'fire', what: 'Burnt' }, ['kind']],
    [incidentForm, { kind: 'mix-up', what: '  ' }, ['what']],
    [incidentForm, { kind: 'mix-up', what: 'Two jars', share: '120 %' }, ['share']],
    [incidentForm, { kind: 'mix-up', what: 'Two jars', share: 'some' }, ['share']],
    [trialForm, { mustShow: '', plantsWanted: '30' }, ['mustShow']],
    [trialForm, { mustShow: 'Round fruit', plantsWanted: '4000' }, ['plantsWanted']],
    [endTrialForm, { trial: '1', outcome: 'renamed', reason: 'Red throughout' }, ['newName']],
    [endTrialForm, { trial: '1', outcome: 'released' }, ['reason']],
    [reportForm, { year: '2026' }, ['words']],
    [reportForm, { year: '1066', taste: '3' }, ['year']],
    [reportForm, { year: '2026', taste: '6' }, ['taste']],
    [recallForm, {}, ['reason']],
    [lineForm, { version: '1', aim: 'sell it' }, ['aim']],
    [lineForm, { version: '1', aim: 'keep true', aliases: Array.from({ length: 13 }, (_, name) => `N${name}`).join(',') }, ['aliases']],
    [lineForm, { version: '1', aim: 'keep true', 'rule-isolation': 'a mile' }, ['rule-isolation']],
    [rulesForm, { version: '1', 'rule-ferment': 'boil it' }, ['rule-ferment']],
    [overrideForm, { fact: 'colour', typed: 'red', why: 'It is', shown: 0 }, ['fact']],
    [overrideForm, { fact: 'homeDistance', typed: '300 m', why: '', shown: 0 }, ['why']],
  ] as [z.ZodType, Record<string, string>, string[]][])('bad input is named at its field %#', (schema, fields, expected) => {
    expect(faults(schema, fields)).toEqual(expected);
  });

  test('a share is read as people write it, and may be left out', () => {
    const share = (text?: string) => {
      const read = post(incidentForm, { kind: 'mix-up', what: 'Two jars', ...(text !== undefined && { share: text }) });
      return read.status === 'success' ? read.value.share : read.error;
    };
    expect([share('5 %'), share('12,5'), share('unknown'), share()]).toEqual([0.05, 0.125, null, null]);
  });

  test('other names are parted by commas, once each; unset rules stay with the house', () => {
    const read = post(lineForm, { version: '1', aim: 'keep true', aliases: 'Lamp, Tail Lamp, Lamp,', 'rule-isolation': '' });
    expect(read.status === 'success' && read.value.aliases).toEqual(['Lamp', 'Tail Lamp']);
    expect(rulesFrom({ 'rule-isolation': '', 'rule-aim': 'let adapt', version: 3 })).toEqual({ aim: 'let adapt' });
  });
});
