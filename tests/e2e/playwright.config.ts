import { defineConfig } from '@playwright/test';

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
  globalSetup: './signInAll.ts',
  // The suites say what is right, not how fast: a busy machine may take many times as long as a quiet one.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  workers: 2,
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: '../.out/playwright.json' }]],
  use: {
    baseURL: process.env['PUBLIC_URL'],
    locale: 'en-GB',
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium', chromiumSandbox: false, args: flags },
    trace: 'off',
  },
});
