import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { drawn, expect, order, saved, Server, test } from './server';

/** Tab by Tab to what is called so; how many fields and presses a newcomer needs is counted elsewhere. */
async function tabTo(page: Page, role: 'button' | 'combobox' | 'textbox', name: RegExp): Promise<void> {
  const wanted = page.getByRole(role, { name }).first();
  await wanted.waitFor();
  for (let i = 0; i < 60; i++) {
    if (await wanted.evaluate((el) => el === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not reach ${String(name)}.`);
}

test.describe('an empty database', () => {
  test.use({ demoData: false });

  test('a new show: Enter goes on to the next field, doors and get-in follow curtain-up, nothing planned has no odds', async ({
    page,
  }) => {
    await page.goto('/shows');
    await page.getByRole('button', { name: 'Plan the first show' }).click();
    await page.getByLabel('Title').fill('First light');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('combobox', { name: /^Venue/ })).toBeFocused();
    await expect(page.getByRole('dialog', { name: 'New show' })).toBeVisible();
    await page.keyboard.type('The boathouse');
    const [doors, getIn] = ['Doors', 'Get-in'].map((name) => page.getByLabel(name, { exact: true }));
    await page.getByRole('combobox', { name: /^Crew/ }).fill('Wren');
    const curtain = page.getByLabel('Curtain-up', { exact: true });
    const before = [await doors!.inputValue(), await getIn!.inputValue(), await curtain.inputValue()];
    await curtain.fill('19:30');
    await curtain.press('Tab');
    const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
    const by = 19 * 60 + 30 - minutes(before[2]!);
    await expect.poll(async () => minutes(await doors!.inputValue())).toBe(minutes(before[0]!) + by);
    expect(minutes(await getIn!.inputValue())).toBe(minutes(before[1]!) + by);
    await page.getByRole('button', { name: 'Create the show' }).click();
    await expect(page.getByText('The running order is empty.')).toBeVisible();
    await expect(page.getByTestId('within')).toHaveCount(0);
    await page.getByRole('navigation').getByRole('link', { name: 'Supplies' }).click();
    await expect(
      page.getByText('Add demos to the running order; what they need is totalled here.'),
    ).toBeVisible();
  });

  test('leads to a planned show of three demos by keyboard alone', async ({ page }) => {
    await page.goto('/');
    const type = (text: string) => page.keyboard.type(text);
    const press = (key: string) => page.keyboard.press(key);
    await tabTo(page, 'button', /^Plan the first show/);
    await press('Enter');
    // The title has the keyboard; what is typed for the venue and the crew counts when one goes on.
    await expect(page.getByLabel('Title')).toBeFocused();
    await type('First light');
    await press('Tab');
    await type('The boathouse');
    await tabTo(page, 'combobox', /^Crew/);
    await type('Wren');
    await tabTo(page, 'button', /^Create the show/);
    await press('Enter');
    await expect(page.getByText('The running order is empty.')).toBeVisible();
    // A demo of the starter shelf, one of our own, and talk, all from one field.
    await tabTo(page, 'combobox', /^Add/);
    await type('egg that sw');
    await expect(page.getByRole('option', { name: /The egg that swims/ })).toBeVisible();
    await press('Enter');
    await expect.poll(() => order(page)).toEqual(['The egg that swims']);
    await tabTo(page, 'combobox', /^Add/);
    await type('Paper rocket');
    await expect(page.getByRole('option', { name: 'New demo “Paper rocket”' })).toBeVisible();
    await press('Enter');
    await expect(page.getByLabel('How long')).toBeFocused();
    await type('4');
    await expect(page.getByText('= 4 min', { exact: true })).toBeVisible();
    await press('Enter');
    await expect.poll(() => order(page)).toEqual(['The egg that swims', 'Paper rocket']);
    await tabTo(page, 'combobox', /^Add/);
    await type('pepper');
    await press('Enter');
    await expect.poll(() => order(page)).toEqual(['The egg that swims', 'Paper rocket', 'Pepper on the run']);
    await saved(page);
    await expect(page.getByTestId('headline')).toContainText('14:0');
    // What is not written down yet of the new one is said, and nothing else stops the show.
    const findings = page.getByRole('list', { name: 'Findings about this item' });
    await expect(findings.or(page.getByRole('list', { name: 'Findings' })).first()).toBeVisible();
    await page.reload();
    await expect.poll(() => order(page)).toEqual(['The egg that swims', 'Paper rocket', 'Pepper on the run']);
  });

  test('the starter shelf is offered, and brought in one by one or all at once', async ({ page }) => {
    await page.goto('/demos');
    const shelf = page.getByRole('region', { name: 'Starter shelf' });
    await expect(shelf.getByRole('listitem')).toHaveCount(12);
    await shelf.getByRole('button', { name: 'Add Cabbage that knows' }).click();
    await expect(page.getByText('1 of 1 demos')).toBeVisible();
    await expect(shelf.getByRole('listitem')).toHaveCount(11);
    await page.getByRole('link', { name: 'Cabbage that knows' }).click();
    await expect(page.getByText('Presenter: Safety glasses')).toBeVisible();
    await page.goto('/demos');
    await shelf.getByRole('button', { name: 'Add all 11' }).click();
    await expect(page.getByText('12 of 12 demos')).toBeVisible();
    await expect(shelf).toBeHidden();
  });
});

test('a library file goes from one database to another, with what is new in it said first', async ({
  page,
  browser,
}) => {
  await page.goto('/demos?topic=foam');
  await expect(page.getByText('1 of 26 demos')).toBeVisible();
  await page.getByRole('button', { name: 'Save these 1 as a file' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'With its picture' }).click(),
  ]);
  const path = await file.path();
  expect(JSON.parse(readFileSync(path, 'utf8'))).toMatchObject({ format: 'hearty-stage/library' });

  const other = new Server(false);
  await other.start();
  try {
    const there = await browser.newPage({ baseURL: other.url });
    await there.goto('/demos');
    const bring = async () => {
      await there.getByRole('button', { name: 'Import demos' }).click();
      await there.locator('input[type=file]').setInputFiles(path);
    };
    await bring();
    await expect(there.getByText('1 new, 0 different, 0 the same.')).toBeVisible();
    await expect(there.getByText(/new here · new items: .*Splash goggles.* · a picture/)).toBeVisible();
    await there.getByRole('button', { name: 'Import 1' }).click();
    await expect(there.getByRole('link', { name: 'Foam column, kitchen strength' })).toBeVisible();
    await bring();
    await expect(there.getByText('0 new, 0 different, 1 the same.')).toBeVisible();
    await there.getByRole('button', { name: 'Close' }).click();
    await there.getByRole('link', { name: 'Foam column, kitchen strength' }).click();
    await drawn(there, 'The cylinder in its tray, with the marks to fill to');
    await there.close();
  } finally {
    await other.end();
  }
});

test('a ladder: its levels are its showings, and its amounts are their sum', async ({ page }) => {
  await page.goto('/shows/nine-minutes-of-air/plan');
  await page.getByRole('button', { name: /^The water that climbs, / }).click();
  const panel = page.getByRole('region', { name: 'Item The water that climbs' });
  const levels = panel.getByLabel('Levels');
  await expect(levels).toHaveValue('1\n2\n3');
  await levels.fill('1\n2\n3\n4');
  await levels.blur();
  await expect(page.getByText('series: 1, 2, 3, 4')).toBeVisible();
  await levels.fill('1\n9');
  await levels.blur();
  await expect(panel.getByText(/takes “9”: “Candles” goes from 1 to 4/)).toBeVisible();
  await levels.fill('1\n2\n3\n4');
  await levels.blur();
  await saved(page);
  await page.getByRole('link', { name: /^Supplies/ }).click();
  // Ten for the ladder, and one for the rings.
  await expect(page.getByTestId('need-candle')).toContainText('11');
  await page.getByRole('button', { name: 'Working for Table candle' }).click();
  await expect(
    page.getByText(/The water that climbs: 1.* per showing × 10 \(1 \+ 2 \+ 3 \+ 4\)/),
  ).toBeVisible();
});

test('a choice: everything is made ready for each, and both are named where the show is read', async ({
  page,
}) => {
  await page.goto('/shows/small-forces/plan');
  await page.getByRole('combobox', { name: 'Add' }).fill('choice');
  await page.getByRole('option', { name: /^A choice/ }).click();
  const panel = page.getByRole('region', { name: 'Item The audience picks' });
  const pick = panel.getByRole('group', { name: 'What the audience picks from' });
  await expect(pick.getByLabel('Demo')).toHaveCount(2);
  const choose = async (n: number, title: string) => {
    await pick.getByLabel('Demo').nth(n).click();
    await page.getByRole('option', { name: title, exact: true }).click();
  };
  await choose(0, 'Dinner stays');
  await choose(1, 'A spinner for everybody');
  await pick.getByLabel('Picked by').first().fill('30');
  await pick.getByLabel('Picked by').first().blur();
  await expect(panel.getByText('Lay the table')).toBeVisible();
  await saved(page);
  await page.goto('/shows/small-forces/print');
  await expect(page.getByText('The audience picks: Dinner stays or A spinner for everybody')).toBeVisible();
});
