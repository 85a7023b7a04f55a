// Adds up what the suites found. A suite that left no report counts as one failure.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const out = process.argv[2];
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

suite('checks', (text) => [text.match(/passed/g)?.length ?? 0, text.match(/failed/g)?.length ?? 0]);
suite('jest.json', (text) => {
  const report = JSON.parse(text);
  return [report.numPassedTests, report.numFailedTests + report.numRuntimeErrorTestSuites];
});
suite('playwright.json', (text) => {
  const { stats, errors } = JSON.parse(text);
  return [stats.expected, stats.unexpected + stats.flaky + stats.skipped + errors.length];
});

process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
