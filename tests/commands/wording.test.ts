import { expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { ROOT } from '../support/server.ts';

const { stdout: wording } = spawnSync(process.execPath, ['bin/lib/wording.mjs'], { cwd: ROOT, encoding: 'utf8' });

test('every text that somebody can read is listed by area, with its file and line', () => {
  for (const area of ['# app/routes/desk', '# words', '# almanac', '# server', '## app/ui/Frame.tsx'])
    expect(wording).toContain(`\n${area}\n`);
  // A text stands whole, with what is filled in between braces; a class or a path is none.
  expect(wording).toMatch(/^ *\d+ {2}All \{.*\} lots$/m);
  expect(wording).not.toMatch(/min-h-11|^ *\d+ {2}\/lots\//m);
});

/** Turns of phrase that nobody uses at a desk today; what we say instead stands there now. */
test.each([
  /\b(put|putting) (it|them|a \w+|the book) right\b/i,
  /\blay (a|the|these|what) (hold|test|towel|tray|is due)\b/i,
  /\blift (it|this hold)\b/i,
  /\bholds? this lot back\b/i,
  /\bmeanwhile\b.*\b(ended|changed|closed|moved)\b/i,
  /\bjudged again\b/i,
  /\bwrite it down\b|\bwritten down\. /i,
  /\bgo on with\b/i,
  /\bwaits for hands\b/i,
  /\bstands before you\b/i,
  /\bis to be had\b/i,
  /\bparted by commas\b/i,
  /\bas likely as not\b/i,
  /\bgive it up\b/i,
  /\bhangs by\b/i,
  /\bnothing fits\b/i,
  /\b(like|for example) \d{2}-\d{2}\b/i,
])('no text says %s', (quaint) => {
  const said = wording.split('\n').filter((line) => /^ *\d+ {2}[A-Z“]/.test(line) && quaint.test(line));
  expect(said).toEqual([]);
});
