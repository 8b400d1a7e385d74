import { type Page } from '@playwright/test';
import { expect, HALL, openFindings, order, saved, test } from './server';

const COLD = '/shows/cold-snap';
const findings = (page: Page) => page.getByRole('list', { name: 'Findings' });
const lane = (page: Page, name: string) => page.getByRole('list', { name: `What ${name} does` });
const undo = (page: Page) => page.getByRole('button', { name: 'Undo' }).click();

test.beforeEach(async ({ page }) => {
  // The whole score on one screen, so that a drag needs no scrolling.
  await page.setViewportSize({ width: 1280, height: 1100 });
});

test('a wait names its cause and its fix; hovering shows the landing, one press mends it, undo brings it back', async ({
  page,
}) => {
  await page.goto(`${COLD}/plan`);
  await openFindings(page);
  await expect(findings(page)).toContainText('2 min of dead air before “Leaves like glass”');
  await expect(findings(page)).toContainText('Open-top cryogen flask, 5 L');
  const bring = page.getByRole('button', { name: 'Bring 1 more: Open-top cryogen flask, 5 L' });
  await bring.hover();
  await expect(page.getByTestId('what-if')).toContainText('If you do this: ends 13:24');
  await expect(page.getByTestId('what-if')).toContainText('no dead air');
  await expect(findings(page)).toContainText('dead air');
  await bring.click();
  await expect(findings(page)).not.toContainText('dead air');
  await undo(page);
  await expect(findings(page)).toContainText('2 min of dead air before “Leaves like glass”');
});

test('hovering over a fix redraws the line that says what it would do, and neither the score nor the findings', async ({
  page,
}) => {
  await page.goto(`${COLD}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  await openFindings(page);
  const bring = page.getByRole('button', { name: 'Bring 1 more: Open-top cryogen flask, 5 L' });
  await bring.scrollIntoViewIfNeeded();
  await page.evaluate(() => {
    const changed = ((window as unknown as { changed: string[] }).changed = []) as string[];
    for (const part of ['[data-testid=score]', '[aria-label=Findings]'])
      new MutationObserver((list) => {
        // The button's own look under the pointer is the pointer's doing.
        for (const m of list)
          if (!(m.target as Element).closest?.('button'))
            changed.push(`${part} ${m.type} ${m.attributeName}`);
      }).observe(document.querySelector(part)!, {
        childList: true,
        subtree: true,
        attributes: true,
        characterData: true,
      });
  });
  await bring.hover();
  await expect(page.getByTestId('what-if')).toContainText('If you do this: ends 13:24');
  await page.mouse.move(5, 5);
  await expect(page.getByTestId('what-if')).not.toContainText('If you do this');
  expect(await page.evaluate(() => (window as unknown as { changed: string[] }).changed)).toEqual([]);
});

test('undo says beforehand what it would take back', async ({ page }) => {
  await page.goto(`${COLD}/plan`);
  await page.getByRole('button', { name: /^Pop goes the tin/ }).click();
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Undo' }).hover();
  await expect(page.getByRole('tooltip')).toHaveText('Undo: “Pop goes the tin”');
});

test('times that cannot all hold are explained by their numbers, with the smallest cures', async ({
  page,
}) => {
  await page.goto(`${COLD}/plan`);
  await page.getByRole('button', { name: /^Pop goes the tin/ }).click();
  await page.getByRole('textbox', { name: 'Begins at' }).fill('13:05');
  await page.getByRole('textbox', { name: 'Begins at' }).press('Tab');
  // The open item keeps its own findings beside its fields.
  const list = page.getByRole('main');
  await expect(list).toContainText('These cannot all hold:');
  await expect(list).toContainText(
    '“The balloon that sleeps” takes 5 min 28 s before “Pop goes the tin” can begin',
  );
  await expect(list).toContainText('“Pop goes the tin” is fixed for 13:05');
  await expect(list).toContainText('That is 1 min 58 s too little.');
  await page.getByRole('button', { name: 'Fix “Pop goes the tin” for 13:07 instead' }).click();
  await expect(list).not.toContainText('is fixed for 13:05');
  await expect(page.getByRole('textbox', { name: 'Begins at' })).toHaveValue('13:07');
  await undo(page);
  await expect(list).toContainText('These cannot all hold');
});

test('a task is dragged to another pair of hands, and by keyboard moved, locked and given back', async ({
  page,
}) => {
  await page.goto(`${HALL}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  const task = page.getByRole('button', { name: /^Prepares .*Stir the yeast/ });
  await expect(lane(page, 'Bram').getByRole('button', { name: /Stir the yeast/ })).toBeVisible();
  const from = (await task.boundingBox())!;
  const to = (await lane(page, 'Sefa').boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 50, from.y + 9, { steps: 5 });
  await page.mouse.move(to.x + 30, from.y + 8, { steps: 5 });
  await page.mouse.up();
  await expect(lane(page, 'Sefa').getByRole('button', { name: /Stir the yeast/ })).toBeVisible();

  await task.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(lane(page, 'Bram').getByRole('button', { name: /Stir the yeast/ })).toBeVisible();
  await expect(page.getByTestId('told')).toHaveText('Stir the yeast into warm water goes to Bram.');
  await task.focus();
  await page.keyboard.press('l');
  await expect(page.getByRole('button', { name: /Stir the yeast.*locked/ })).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByTestId('told')).toContainText('is locked at 14:');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /Stir the yeast.*locked/ })).toBeVisible();
});

test('who is on stage changes by dragging across lanes: two who are both on swap parts', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  const mine = lane(page, 'Ottoline').getByRole('button', { name: 'on stage in The can that bows' });
  const from = (await mine.boundingBox())!;
  const to = (await lane(page, 'Bram').boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, from.y + 12, { steps: 8 });
  await page.mouse.up();
  await expect(
    lane(page, 'Bram').getByRole('button', { name: 'on stage in The can that bows' }),
  ).toBeVisible();
  await expect(
    lane(page, 'Ottoline').getByRole('button', { name: 'helps in The can that bows' }),
  ).toBeVisible();
});

test('a demo of the library is dropped onto the score where it should come', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  const before = await order(page);
  await page.getByTestId('landing').waitFor();
  await page.getByRole('button', { name: 'Library' }).click();
  await page.getByLabel('Find a demo').fill('dinner');
  const card = page.getByTestId('card-cloth-pull');
  await expect(page.getByTestId(/^card-/)).toHaveCount(1);
  const from = (await card.boundingBox())!;
  await page.mouse.move(from.x + 30, from.y + 15);
  await page.mouse.down();
  const to = (await page.getByRole('button', { name: /^The can that bows, / }).boundingBox())!;
  await page.mouse.move(to.x + 60, to.y - 30, { steps: 8 });
  await page.mouse.move(to.x + 60, to.y + 6, { steps: 4 });
  await expect(page.getByTestId('what-if')).toContainText('If you do this');
  await page.mouse.up();
  await expect.poll(() => order(page)).toEqual([...before.slice(0, 2), 'Dinner stays', ...before.slice(2)]);
});

test('everything done to a plan can be undone, step by step, and done again', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  const before = await order(page);
  const end = await page.getByTestId('headline').textContent();
  await page.getByRole('button', { name: /^Foam column/ }).click();
  await page.keyboard.press('d');
  await expect.poll(() => order(page)).toHaveLength(10);
  await page.keyboard.press('p');
  await expect(page.getByLabel('Keep in place when reordering')).toBeChecked();
  await page.getByLabel('May be left out').click();
  await page.getByRole('option', { name: 'yes, worth 3 of 5' }).click();
  await page.getByLabel('Variant').click();
  await page.getByRole('option', { name: 'Laboratory strength' }).click();
  await page.getByRole('button', { name: 'Change the length of Cloud in a jar' }).click();
  await page.getByLabel('Length of Cloud in a jar').fill('9 min');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Cloud in a jar, 14:02, 9 min', exact: true })).toBeVisible();
  for (let i = 0; i < 5; i++) await undo(page);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await expect.poll(() => order(page)).toEqual(before);
  await expect(page.getByTestId('headline')).toHaveText(end!);
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByRole('button', { name: 'Cloud in a jar, 14:02, 9 min', exact: true })).toBeVisible();
  await expect.poll(() => order(page)).toHaveLength(10);
});

test('several items are selected and changed, moved and removed together, each with one undo', async ({
  page,
}) => {
  await page.goto(`${HALL}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  const before = await order(page);
  const item = (title: string) => page.getByRole('button', { name: new RegExp(`^${title}.*, 14:`) });
  await item('Cloud in a jar').click();
  await item('The can that bows').click({ modifiers: ['ControlOrMeta'] });
  await page.keyboard.press('Shift+ArrowDown');
  const panel = page.getByRole('region', { name: 'Selected items' });
  await expect(panel).toContainText('3 items selected');
  await expect(panel).toContainText('Applies to 2 of 3.');
  await panel.getByLabel('Retries').fill('4');
  await panel.getByLabel('Retries').press('Enter');
  for (const title of ['Cloud in a jar', 'The can that bows'])
    await expect(item(title)).toHaveAttribute('data-hint', /4 retries/);
  await panel.getByRole('button', { name: 'Move down' }).click();
  await expect
    .poll(() => order(page))
    .toEqual([before[0], before[4], before[1], before[2], before[3], ...before.slice(5)]);
  await panel.getByRole('button', { name: 'Remove 3' }).click();
  await expect.poll(() => order(page)).toHaveLength(before.length - 3);
  await undo(page);
  await undo(page);
  await expect.poll(() => order(page)).toEqual(before);
  await undo(page);
  await expect(item('The can that bows')).not.toHaveAttribute('data-hint', /4 retries/);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('a better order is proposed with what it gains and what moves, and taken only when accepted', async ({
  page,
}) => {
  await page.goto(`${HALL}/plan`);
  const before = await order(page);
  await page.getByRole('button', { name: 'Look for a better order' }).click();
  await expect(page.getByText('What it gains')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('What moves')).toBeVisible();
  await page.getByRole('button', { name: 'Take this order' }).click();
  await expect.poll(() => order(page)).not.toEqual(before);
  expect((await order(page))[0]).toBe(before[0]);
  await undo(page);
  await expect.poll(() => order(page)).toEqual(before);
});

test('the show as a list: on a phone by itself, moved by buttons, told to a screen reader', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${HALL}/plan`);
  await expect(page.getByRole('button', { name: 'Show as a timeline' })).toBeVisible();
  const rows = page.getByRole('list', { name: 'Running order' }).getByRole('listitem');
  await expect(rows).toHaveCount(9);
  await expect(rows.nth(1)).toContainText('can wait until');
  await page.getByRole('button', { name: 'Move Cloud in a jar down' }).click();
  await expect(rows.nth(2)).toContainText('Cloud in a jar');
  await expect(page.getByTestId('told')).toHaveText('Cloud in a jar is at place 3 of 9.');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
