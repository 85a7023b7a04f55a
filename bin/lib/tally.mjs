// Adds up what the suites found: tally.mjs FOLDER REPORT... A suite that left no report counts as one failure.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const [out, ...files] = process.argv.slice(2);
let passed = 0;
let failed = 0;

function suite(file, count) {
  const path = join(out, file);
  if (!existsSync(path)) {
    process.stdout.write(`no report: ${file}\n`);
    failed += 1;
    return;
  }
  const [good, bad] = count(readFileSync(path, 'utf8'));
  process.stdout.write(`${file}: ${good} passed, ${bad} failed\n`);
  passed += good;
  failed += bad;
}

const counts = {
  checks: (text) => [text.match(/passed/g)?.length ?? 0, text.match(/failed/g)?.length ?? 0],
  jest: (text) => {
    const report = JSON.parse(text);
    return [report.numPassedTests, report.numFailedTests + report.numRuntimeErrorTestSuites];
  },
  playwright: (text) => {
    const { stats, errors } = JSON.parse(text);
    return [stats.expected, stats.unexpected + stats.flaky + stats.skipped + errors.length];
  },
};

for (const file of files) suite(file, file === 'checks' ? counts.checks : file === 'playwright.json' ? counts.playwright : counts.jest);

process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
