import { expect, test } from './server';

test('a bench is found by its question, worked out as one types, shared by its address, and says what it cannot read', async ({
  page,
}) => {
  await page.goto('/shows');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).click();
  await page.getByLabel('Find').fill('light');
  await page.getByRole('link', { name: 'Will it light?' }).click();
  const verdict = page.getByRole('status').filter({ hasText: /light/ });
  await expect(verdict).toContainText('It lights, close to just right');
  await page.getByLabel('Fuel').click();
  await page.getByRole('option', { name: 'ethanol', exact: true }).click();
  const bottle = page.getByRole('textbox', { name: 'Temperature of the bottle' });
  await bottle.fill('48 °F');
  await expect(verdict).toContainText('It will not light');
  await expect(verdict).toContainText('Warm the bottle to 12 °C');
  await expect(
    page.getByRole('img', { name: /Vapour in the air, % against Temperature of the bottle/ }),
  ).toBeVisible();
  // What is out of range is said with its range; the answer is still of what stood there before.
  await bottle.fill('900');
  await bottle.blur();
  await expect(page.getByText(/from -20 to 60|−20/)).toBeVisible();
  await expect(page.getByText(/this is still of what stood there before/)).toBeVisible();
  await expect(verdict).toContainText('It will not light');
  await bottle.fill('25');
  await expect(verdict).toContainText('It lights');
  await expect(page).toHaveURL(/fuel=ethanol/);
  await page.reload();
  await expect(bottle).toHaveValue('25');
  await expect(verdict).toContainText('It lights');

  // Two settings side by side.
  await page.getByRole('button', { name: 'Keep this beside, and change something' }).click();
  await bottle.fill('15');
  const row = page.getByRole('row', { name: /^Vapour in the air/ });
  await expect(row.getByRole('cell')).toHaveCount(2);
  const [now, beside] = await row.getByRole('cell').allTextContents();
  expect(parseFloat(now!)).toBeLessThan(parseFloat(beside!));
  await page.getByRole('button', { name: 'As it was at first' }).click();
  await expect(page).toHaveURL(/\/bench\/vapour-bottle$/);
  await expect(bottle).toHaveValue('20');
});

test('the picture keeps its one instance while one types; a list of numbers is typed line by line', async ({
  page,
}) => {
  await page.goto('/bench/peroxide-foam');
  const picture = page.getByRole('img', { name: /^Foam, L against/ });
  await expect(picture).toHaveAttribute('aria-label', /at 6$/);
  await picture.evaluate((box) => box.setAttribute('data-first', 'yes'));
  await picture.locator('svg').evaluate((svg) => svg.setAttribute('data-first', 'yes'));
  await page.getByRole('textbox', { name: 'Strength' }).fill('3');
  await expect(picture).toHaveAttribute('aria-label', /at 3$/);
  await expect(picture.locator('svg')).toHaveAttribute('data-first', 'yes');
  await page.getByRole('textbox', { name: 'Peroxide', exact: true }).fill('½ cup');
  await expect(page.getByRole('row', { name: /^Oxygen 1\.27 L/ })).toBeVisible();

  await page.goto('/bench/balance-point');
  await expect(page.getByRole('status').filter({ hasText: 'It hangs' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Heights above the pivot' }).fill('0,06\n0.02');
  await expect(page.getByRole('status').filter({ hasText: 'It falls' })).toBeVisible();
});
