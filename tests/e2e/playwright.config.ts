import { existsSync } from 'node:fs';
import { defineConfig } from '@playwright/test';

/** Debian packs Chromium without a window apart; it draws the same pages in three quarters of the time. */
const CHROMIUM = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find(existsSync);

/** Debian's Chromium as root needs no sandbox of its own and must not look for the network. */
const flags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  testDir: '.',
  outputDir: '../.out/browser',
  // The suites say what is right, not how fast: a busy machine may take many times as long as a quiet one.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  workers: 2,
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: '../.out/playwright.json' }]],
  use: {
    locale: 'en-GB',
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: CHROMIUM, chromiumSandbox: false, args: flags },
    trace: 'off',
  },
});
