import { describe, expect, test } from '@jest/globals';
import { z } from 'zod';
import { labelsMade, printForm, sheetFrom } from './labels.ts';

const key = '7d3f2a54-6f0e-4d7e-9a40-1f6f0c1d2e3f';

describe('labels on a sheet', () => {
  test('start at a place the sheet has', () => {
    const print = { key, sheet: 'a4-24', count: 3 };
    expect(printForm.safeParse({ ...print, start: 24 }).success).toBe(true);
    const { error } = printForm.safeParse({ ...print, start: 25 });
    expect(z.flattenError(error!).fieldErrors).toHaveProperty('start');
    expect(printForm.safeParse({ ...print, sheet: 'a3' }).success).toBe(false);
  });

  test('an address that makes no sense asks for the nearest that does', () => {
    const from = (query: string) => sheetFrom(new URLSearchParams(query));
    expect(from('sheet=a4-24&count=12&start=5')).toEqual({ sheet: 'a4-24', count: 12, start: 5 });
    expect(from('sheet=x&count=99999&start=99')).toEqual({ sheet: 'a4-24', count: 600, start: 24 });
    expect(from('count=-3&start=abc')).toEqual({ sheet: 'a4-24', count: 1, start: 1 });
    expect(from('sheet=roll-57&start=7').start).toBe(1);
  });
});

test('labels are made of lots by their codes, at least one of each', () => {
  const made = (labels: number) => labelsMade.safeParse({ key, lots: [{ code: '26-0001-A', labels }] }).success;
  expect([made(1), made(600), made(0), made(601)]).toEqual([true, true, false, false]);
  expect(labelsMade.safeParse({ key, lots: [] }).success).toBe(false);
});
