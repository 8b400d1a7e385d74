import type { Overview, Show } from '@hearty/core';
import { readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { expect, HALL, order, saved, test } from './server';

const example = () =>
  JSON.parse(readFileSync(resolve(import.meta.dirname, '../docs/formats/example-studio.json'), 'utf8'));

test('a broken show file is refused with paths and sentences, and nothing of it is kept; mended, it comes in', async ({
  page,
  server,
}, info) => {
  const file = example();
  file.show.title = 'From elsewhere';
  file.show.slotMin = -9;
  file.demos[0].steps[0].kind = 'dance';
  const path = join(info.outputDir, 'show.json');
  const write = () => writeFileSync(path, JSON.stringify(file));
  info.outputPath('show.json');
  await page.goto('/shows');
  await page.getByRole('button', { name: 'Import a show' }).click();
  write();
  await page.locator('input[type=file]').setInputFiles(path);
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('2 mistakes');
  await expect(alert).toContainText('show.slotMin This must be at least 1.');
  await expect(alert).toContainText('demos[0].steps[0].kind');
  expect(await server.get<unknown[]>('/api/shows')).toHaveLength(4);
  file.show.slotMin = 9;
  file.demos[0].steps[0].kind = 'say';
  write();
  await page.locator('input[type=file]').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'From elsewhere' })).toBeVisible();
  expect(await server.get<unknown[]>('/api/shows')).toHaveLength(5);
});

test('a show saved as a file is a show file the product takes back', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export show' }).click();
  const path = await (await waiting).path();
  await page.goto('/shows');
  await page.getByRole('button', { name: 'Import a show' }).click();
  await page.locator('input[type=file]').setInputFiles(path);
  await expect(page).toHaveURL(/weather-in-a-kitchen-2/);
});

const daysBetween = (a: string, b: string) => (Date.parse(a) - Date.parse(b)) / 86_400_000;

test('a show is copied to another day, deleted and brought back', async ({ page, server }) => {
  await page.goto('/shows');
  const shows = async () =>
    (await server.get<Overview>('/api/overview')).coming.filter((s) => s.title === 'Cold Snap');
  const [first] = await shows();
  await page.getByRole('button', { name: 'Copy Cold Snap' }).click();
  await expect(page.getByRole('dialog', { name: 'Date of the copy' }).getByRole('grid')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/plan$/);
  await saved(page);
  // A week later, and what is filled the day before comes along.
  const copy = (await shows()).find((s) => s.id !== first!.id)!;
  expect(daysBetween(copy.date, first!.date)).toBe(7);
  const filled = async (id: string) =>
    (await server.get<{ body: Show }>(`/api/shows/${id}`)).body.cold![0]!.filledOn;
  expect(daysBetween(await filled(copy.id), await filled(first!.id))).toBe(7);
  await page.goto('/shows');
  const links = page.getByRole('link', { name: 'Cold Snap' });
  await expect(links).toHaveCount(2);
  const [month, day] = new Date(copy.date)
    .toLocaleDateString('en-US', { month: 'short', day: 'numeric' })
    .split(' ');
  await page.getByRole('button', { name: `More for Cold Snap, ${day} ${month}` }).click();
  await page.getByRole('button', { name: `Delete Cold Snap, ${day} ${month}` }).click();
  await expect(links).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(links).toHaveCount(2);
});

test('demos are found by words, topic, hazard, time and odds', async ({ page }) => {
  await page.goto('/demos');
  const count = page.getByRole('status');
  await expect(count).toHaveText('26 of 26 demos');
  await page.getByLabel('Search').fill('cloud');
  await expect(count).toHaveText('1 of 26 demos');
  await page.getByLabel('Search').fill('');
  const choose = async (label: string, option: string) => {
    await page.getByLabel(label).click();
    await page.getByRole('option', { name: option, exact: true }).click();
  };
  await choose('Without hazard', 'flame');
  await expect(count).toHaveText('19 of 26 demos');
  await choose('At most', '5 min');
  await choose('Works at least', '85 %');
  await expect(count).toHaveText('10 of 26 demos');
});

test('a demo is edited: what is wrong is said at its field, what is right is saved', async ({ page }) => {
  await page.goto('/demos/hanging-hammer/edit');
  await page.getByLabel('Title').fill('');
  await page.getByLabel('Title').press('Tab');
  await page.getByRole('group', { name: 'step 1' }).getByRole('button', { name: / to / }).click();
  await page.getByRole('group', { name: 'step 1' }).getByLabel('Best').fill('10 min');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByText('Not saved: some fields need fixing')).toBeVisible();
  await expect(page.getByText('Title: Write something here.')).toBeVisible();
  await page.getByLabel('Title').fill('The hammer that floats');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByText('Likely: Best, likely and worst must be in order.')).toBeVisible();
  const best = page.getByRole('group', { name: 'step 1' }).getByLabel('Best');
  await best.fill('20 s');
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('group', { name: 'step 5' }).getByLabel('What is said or done').fill('Bow.');
  await page.getByRole('button', { name: 'Add a consumable' }).click();
  const consumable = page.getByRole('group', { name: 'consumable 2' });
  await consumable.getByLabel('Consumable').fill('Table salt, g');
  await consumable.getByLabel('Consumable').press('Enter');
  await expect(consumable.getByLabel('Consumable')).toHaveValue('Table salt');
  await consumable.getByLabel('Amount').fill('1/2 lb');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByRole('heading', { name: 'The hammer that floats' })).toBeVisible();
  await expect(page.getByRole('list').getByText('Bow.')).toBeVisible();
  await expect(page.getByText('Table salt: 226.8 g (8 oz) per attempt')).toBeVisible();
});

test('the shelf is corrected in kitchen units, and what is to buy follows', async ({ page }) => {
  await page.goto(`${HALL}/supplies`);
  const shelf = page.getByLabel('Washing-up liquid on the shelf');
  await shelf.fill('a drop');
  await shelf.press('Enter');
  await expect(page.getByText('Write an amount such as 250 mL')).toBeVisible();
  await shelf.fill('1 tbsp');
  await shelf.press('Enter');
  await expect(page.getByTestId('need-washing-up')).toContainText('15.2 mL');
  await page.getByRole('button', { name: 'Working for Washing-up liquid' }).click();
  await expect(
    page.getByText('Foam column, kitchen strength: 15 mL per attempt × 1, up to 2 with every retry'),
  ).toBeVisible();
});

test.describe('an empty database', () => {
  test.use({ demoData: false });

  test('leads from nothing to a planned show: venue, crew, demo, running order', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: 'Plan the first show' }).click();
    await page.getByRole('button', { name: 'Create the show' }).click();
    await expect(page.getByText('Venue: Choose one.')).toBeVisible();
    await page.getByLabel('Title').fill('First light '.repeat(13));
    await page.getByLabel('Venue').fill('The boathouse');
    // Names that are typed count when one goes on to Create: nothing else has to be pressed.
    await page.getByLabel('Crew').fill('Wren');
    await page.getByRole('button', { name: 'Create the show' }).click();
    await expect(page.getByText('The running order is empty.')).toBeVisible();
    const show = page.url();

    await page.goto('/demos');
    await expect(page.getByText('No demos yet')).toBeVisible();
    await page.getByRole('button', { name: 'New demo' }).click();
    await page.getByLabel('Title').fill('The egg that swims');
    await page.getByLabel('What is said or done').fill('Lower the egg into the salt water.');
    await page.getByRole('button', { name: 'Save' }).first().click();
    await expect(page.getByRole('heading', { name: 'The egg that swims' })).toBeVisible();

    await page.goto(show);
    await page.getByRole('combobox', { name: 'Add' }).fill('egg');
    await page
      .getByRole('option', { name: /The egg that swims/ })
      .first()
      .click();
    await expect.poll(() => order(page)).toEqual(['The egg that swims']);
    await saved(page);
    await page.goto('/logbook');
    await expect(page.getByText('No runs yet')).toBeVisible();
    // A very long title must not push the page sideways.
    await page.goto(show);
    await expect(page.getByTestId('score')).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
      0,
    );
  });
});
