import { expect, HALL, test } from './server';
import type { Page } from '@playwright/test';

const NOT_SAVED = 'Not saved: some fields need mending.';

/** Each form over a document: how it is opened, and what saves it. */
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
  [
    'a demo',
    async (page) => {
      await page.goto('/demos/foam-column/edit');
      for (const add of ['Add a parameter', 'Add a check', 'Add kit', 'Add a reset'])
        if (await page.getByRole('button', { name: add }).count())
          await page.getByRole('button', { name: add }).click();
    },
    'Save',
  ],
];

test.describe('what cannot be read stops the save', () => {
  for (const [what, open, save] of FORMS)
    test(`of ${what}, at each field that is read, one by one`, async ({ page }) => {
      test.slow();
      const writes: string[] = [];
      page.on('request', (r) => ['PUT', 'POST'].includes(r.method()) && writes.push(r.url()));
      await open(page);
      await expect(page.getByRole('button', { name: save, exact: true }).first()).toBeVisible();
      const form = page.locator('form').first();
      // Numbers, times, amounts: whatever has a reading of its own refuses this; names take it.
      const inputs = form.locator('input[type=text]:not([role=combobox])');
      const count = await inputs.count();
      let refused = 0;
      // Of the rows of a list one is enough: their fields are declared once.
      const seen = new Set<string>();
      for (let i = 0; i < count; i++) {
        const input = inputs.nth(i);
        const name = ((await input.getAttribute('name')) ?? '').replace(/\d+/g, '#');
        if (seen.has(name)) continue;
        seen.add(name);
        const before = await input.inputValue();
        await input.fill('half a cup of ?');
        await input.press('Tab');
        if ((await input.getAttribute('aria-invalid')) === 'true') {
          refused++;
          await page.getByRole('button', { name: save, exact: true }).first().click();
          await expect(page.getByText(NOT_SAVED)).toBeVisible();
          await expect(input).toHaveValue('half a cup of ?');
        }
        await input.fill(before);
        await input.press('Tab');
      }
      expect(refused).toBeGreaterThan(1);
      expect(writes.filter((url) => !url.includes('/events'))).toEqual([]);
    });
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
