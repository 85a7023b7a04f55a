import { expect, test } from '@jest/globals';
import { withContainer } from './cameIn.ts';

test('seed stays in what it came in, which breathes, until somebody says otherwise', () => {
  expect(withContainer({ form: 'clean seed' })).toMatchObject({ container: 'paper envelope' });
  expect(withContainer({ form: 'whole fruit' })).toMatchObject({ container: 'box' });
  expect(withContainer({})).toMatchObject({ container: 'paper envelope' });
  expect(withContainer({ form: 'whole fruit', container: 'jar' })).toMatchObject({ container: 'jar' });
});
