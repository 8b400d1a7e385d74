import { expect, HALL, test } from './server';

test('a day and a time of day are picked as well as typed', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  await page.getByRole('button', { name: 'Show details' }).click();
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
