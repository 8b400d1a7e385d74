import type { Page } from '@playwright/test';
import { refuseEachField } from './forms';
import { HALL, test } from './server';

test.use({ readOnly: true });

/** Forms over documents: how each is opened, and what saves it. */
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
      await page.getByRole('button', { name: 'Show details' }).click();
      await page.getByRole('button', { name: 'Add a time restriction' }).click();
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
      await page.getByRole('menuitem', { name: 'Edit the item' }).click();
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

for (const [what, open, save] of FORMS)
  test(`what cannot be read stops the save of ${what}, at each field that is read, one by one`, async ({
    page,
  }) => {
    test.slow();
    await refuseEachField(page, open, save);
  });
