import { expect, test } from '@jest/globals';
import { perhapsMeaning, surelyMeaning } from './naming.ts';

const MARTA = { name: 'Marta de Quill', email: 'marta@house.example', phone: '555 0101', signInEmail: 'marta@house.example' };

test('a whole name, address and telephone mean one person; a name that two have, or of one word, means nobody for sure', () => {
  expect(surelyMeaning(MARTA, true)).toEqual(['Marta de Quill', 'marta@house.example', '555 0101']);
  expect(surelyMeaning(MARTA, false)).toEqual(['marta@house.example', '555 0101']);
  expect(surelyMeaning({ ...MARTA, name: 'Rose', email: null, phone: null, signInEmail: null }, true)).toEqual([]);
});

test('each longer word of the name may mean them', () => {
  expect(perhapsMeaning(MARTA)).toEqual(['Marta de Quill', 'marta@house.example', '555 0101', 'Marta', 'Quill']);
  expect(perhapsMeaning({ ...MARTA, name: 'Rose', email: null, phone: null, signInEmail: null })).toEqual(['Rose']);
});
