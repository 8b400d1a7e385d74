import { refuseEachField } from './forms';
import { test } from './server';

test.use({ readOnly: true });

test('what cannot be read stops the save of a demo, at each field that is read, one by one', async ({
  page,
}) => {
  test.slow();
  await refuseEachField(
    page,
    async () => {
      await page.goto('/demos/foam-column/edit');
      for (const add of ['Add a parameter', 'Add a check', 'Add kit', 'Add a reset'])
        if (await page.getByRole('button', { name: add }).count())
          await page.getByRole('button', { name: add }).click();
    },
    'Save',
  );
});
