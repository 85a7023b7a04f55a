import { PARSERS } from '../tests/support/parsers.ts';

/** Texts that grow, of kinds that make a careless expression try again from every letter. */
const HOSTILE: readonly ((length: number) => string)[] = [
  (length) => '1'.repeat(length),
  (length) => `1${' '.repeat(length)}x`,
  (length) => '1/1 '.repeat(length / 4),
  (length) => '1,111'.repeat(length / 5),
  (length) => `51.5${' '.repeat(length / 2)}N${' '.repeat(length / 2)}x`,
  (length) => 'a: '.repeat(length / 3),
  (length) => '\n'.repeat(length),
  (length) => '‘'.repeat(length),
];
const SHORT = 10_000;
const LONG = 100_000;

/** The shortest of several runs, in ms. */
function timed(parse: (text: string) => unknown, text: string): number {
  let best = Infinity;
  for (let run = 0; run < 5; run += 1) {
    const began = performance.now();
    try {
      parse(text);
    } catch {
      // What it makes of it does not matter here.
    }
    best = Math.min(best, performance.now() - began);
  }
  return best;
}

process.stdout.write(`\nWhat is typed, read: worst of ${HOSTILE.length} hostile texts of 100 kB\n`);
for (const [name, [parse, usual]] of Object.entries(PARSERS)) {
  for (let run = 0; run < 1_000; run += 1) timed(parse, usual);
  const long = HOSTILE.map((make) => timed(parse, make(LONG)));
  const worst = Math.max(...long);
  const growth = worst / Math.max(0.001, timed(parse, HOSTILE[long.indexOf(worst)]!(SHORT)));
  process.stdout.write(
    `${name.padEnd(18)} ${worst.toFixed(3).padStart(8)} ms, ${(worst / Math.max(0.001, timed(parse, usual))).toFixed(0).padStart(6)} times a usual text; ten times the length takes ${growth.toFixed(1)} times as long\n`,
  );
}
