import { expect, test } from '@jest/globals';
import { describeLot, DESCRIPTORS, type DescribedLot } from './passportDescriptors.ts';

const LOT: DescribedLot = {
  code: '25-0004-Z',
  species: 'Brassica oleracea',
  crop: 'Kale',
  variety: 'Black Cutting',
  kind: 'heirloom',
  origin: 'donated',
  takenInOn: '2025-10-03',
  harvested: '2025-08',
  parents: ['23-0002-P', '23-0009-K'],
  donorId: 12,
};

test('a lot is told by the descriptors of the standard, in their order, with dates as it writes them', () => {
  const told = describeLot(LOT);
  expect(Object.keys(told)).toEqual([...DESCRIPTORS]);
  expect(told).toMatchObject({
    ACCENUMB: '25-0004-Z',
    GENUS: 'Brassica',
    SPECIES: 'oleracea',
    ACCENAME: 'Black Cutting',
    ACQDATE: '20251003',
    COLLDATE: '20250800',
    SAMPSTAT: '300',
    COLLSRC: '23',
    ANCEST: '23-0002-P;23-0009-K',
    DONORNUMB: '12',
    STORAGE: '10',
    INSTCODE: '',
    DONORNAME: '',
  });
});

test('what nobody knows stays empty', () => {
  expect(describeLot({ ...LOT, kind: 'unknown', harvested: null, parents: [], donorId: null, origin: 'blend' })).toMatchObject({
    SAMPSTAT: '',
    COLLDATE: '',
    ANCEST: '',
    DONORNUMB: '',
    COLLSRC: '',
  });
  expect(describeLot({ ...LOT, harvested: '2025' })).toMatchObject({ COLLDATE: '20250000' });
});
