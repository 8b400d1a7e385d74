import type { Page } from '@playwright/test';
import { refuseEachField } from './forms';
import { expect, HALL, test } from './server';

/** Forms over documents: how each is opened, and what saves it. The demo’s is long, and has a file of its own. */
const FORMS: [string, (page: Page) => Promise<void>, string][] = [
  [
    'a venue',
    async (page) => {
      await page.goto('/venues');
      await page.getByRole('button', { name: /^Edit/ }).first().click();
    },
    'Save',
  ],
  [
    'a show',
    async (page) => {
      await page.goto(`${HALL}/plan`);
      await page.getByRole('button', { name: 'Day, place and crew' }).click();
      await page.getByRole('button', { name: 'Forbid something at some hours' }).click();
    },
    'Done',
  ],
  [
    'a good',
    async (page) => {
      await page.goto('/stores');
      await page
        .getByRole('button', { name: /^What to do with/ })
        .first()
        .click();
      await page.getByRole('menuitem', { name: 'Change the good' }).click();
    },
    'Save',
  ],
  [
    'a crate',
    async (page) => {
      await page.goto('/stores/crates');
      await page
        .getByRole('button', { name: /^Change/ })
        .first()
        .click();
    },
    'Save',
  ],
];

for (const [what, open, save] of FORMS)
  test(`what cannot be read stops the save of ${what}, at each field that is read, one by one`, async ({
    page,
  }) => {
    test.slow();
    await refuseEachField(page, open, save);
  });

test('a day and a time of day are picked as well as typed', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  await page.getByRole('button', { name: 'Day, place and crew' }).click();
  const date = page.getByRole('textbox', { name: 'Date' });
  await date.fill('12.12.2026');
  await date.press('Tab');
  await expect(date).toHaveValue('Sat 12 Dec 2026');
  await page.getByRole('button', { name: 'Calendar: Date' }).click();
  await page.getByRole('gridcell', { name: '19' }).click();
  await expect(date).toHaveValue('Sat 19 Dec 2026');
  const doors = page.getByRole('textbox', { name: 'Doors' });
  await page.getByRole('button', { name: 'Clock: Doors' }).click();
  await page.getByRole('option', { name: '13 hours' }).click();
  await page.getByRole('option', { name: '30 minutes' }).click();
  await expect(doors).toHaveValue('13:30');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText(/Sat 19 Dec/)).toBeVisible();
});
