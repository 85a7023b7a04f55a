import type { Page } from '@playwright/test';

/** Opens a part of a lot’s page: the one that tells of provenance, germination, stock or history. */
export async function openPart(page: Page, part: 'Overview' | 'Provenance' | 'Germination' | 'Stock' | 'History'): Promise<void> {
  await page.getByRole('navigation', { name: 'Parts of this page' }).getByRole('link', { name: part, exact: true }).click();
}

/** Chooses one of the actions behind “More actions”. */
export async function moreActions(page: Page, action: string): Promise<void> {
  await page.getByText('More actions', { exact: true }).click();
  await page.getByRole('link', { name: action, exact: true }).click();
}
