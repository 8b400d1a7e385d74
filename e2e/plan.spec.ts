import { expect, HALL, openFindings, order, saved, test } from './server';

test('planning with the keyboard alone: move, edit, add, take out, undo', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  const before = await order(page);
  const endBefore = await page.getByTestId('headline').textContent();

  // Pick the second item up with space, move it one down, put it down; a screen reader is told.
  const cloud = page.getByRole('button', { name: /^Cloud in a jar/ });
  await cloud.focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('Cloud in a jar is at place 2 of 9.')).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('Cloud in a jar is at place 3 of 9.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(() => order(page)).toEqual([before[0], before[2], before[1], ...before.slice(3)]);

  // The shortcut moves the chosen one back.
  await cloud.focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(() => order(page)).toEqual(before);

  // A longer likely time moves the end; a wrong one says so at the field and changes nothing.
  const likely = page.getByLabel('Likely');
  await likely.focus();
  await page.keyboard.type('soon');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Write a length of time such as')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByLabel('Worst').focus();
  await page.keyboard.type('20 min');
  await page.keyboard.press('Tab');
  await likely.focus();
  await page.keyboard.type('9 min');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('headline')).not.toHaveText(endBefore!);
  await expect(page.getByText('First showing, typed by hand.')).toBeVisible();

  // A demo from the library.
  await page.getByRole('combobox', { name: 'Add' }).focus();
  await page.keyboard.type('Arms in');
  await page.keyboard.press('Enter');
  await expect.poll(() => order(page)).toEqual([...before, 'Arms in, faster']);

  // Everything back, step by step; then forward again.
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Shows' }).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
  await expect.poll(() => order(page)).toEqual(before);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => order(page)).toEqual([...before, 'Arms in, faster']);
  await saved(page);
  await page.reload();
  await expect.poll(() => order(page)).toEqual([...before, 'Arms in, faster']);
});

test('an item is dragged to another place, and the times follow', async ({ page }) => {
  await page.goto(`${HALL}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  const before = await order(page);
  const from = (await page.getByRole('button', { name: /^Cloud in a jar/ }).boundingBox())!;
  const to = (await page.getByRole('button', { name: /^The can that bows, / }).boundingBox())!;
  await page.mouse.move(from.x + 60, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 40, { steps: 5 });
  await page.mouse.move(to.x + 60, to.y + to.height / 2, { steps: 10 });
  await page.mouse.up();
  await expect.poll(() => order(page)).toEqual([before[0], before[2], before[1], ...before.slice(3)]);
  await expect(page.getByRole('button', { name: /^The can that bows, 14:02/ })).toBeVisible();
});

test('a show over its slot offers what to leave out; one press mends it, undo brings it back', async ({
  page,
}) => {
  await page.goto('/shows/nine-minutes-of-air/plan');
  const findings = await openFindings(page);
  await expect(findings).toContainText('over its slot');
  const before = await order(page);
  // One is not enough for nine minutes: the smallest cut that lands within the slot takes two.
  await findings
    .getByRole('button', { name: /^Leave out “.*” and “/ })
    .first()
    .click();
  await expect.poll(() => order(page)).toHaveLength(before.length - 2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => order(page)).toEqual(before);
});

test('the server goes away while one plans: the draft is kept on the device and saved when it is back', async ({
  page,
  server,
}) => {
  await page.goto(`${HALL}/plan`);
  await expect(page.getByTestId('landing')).toBeVisible();
  const before = await order(page);
  await server.kill();
  await page.getByRole('button', { name: /^Two questions/ }).click();
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByText('Your changes are kept on this device')).toBeVisible();
  await server.start();
  await saved(page);
  await page.reload();
  await expect.poll(() => order(page)).toEqual(before.slice(0, -1));
});

test('two people change one show: the second is shown both and chooses', async ({ page, context }) => {
  await page.goto(`${HALL}/plan`);
  const other = await context.newPage();
  // It hears nothing of the first, as on a network that breaks off.
  await other.route('**/api/changes*', (route) => route.abort());
  await other.goto(`${HALL}/plan`);
  for (const p of [page, other]) await expect(p.getByTestId('landing')).toBeVisible();
  await page.getByRole('button', { name: /^Two questions/ }).click();
  await page.getByRole('button', { name: 'Remove' }).click();
  await saved(page);
  await other.getByRole('button', { name: /^Two volunteers/ }).click();
  await other.getByRole('button', { name: 'Remove' }).click();
  await expect(other.getByText('This show was changed elsewhere')).toBeVisible();
  await other.getByRole('button', { name: 'Keep mine' }).click();
  await saved(other);
  await page.reload();
  await expect.poll(() => order(page)).toContain('Two questions from the floor');
  expect(await order(page)).not.toContain('Two volunteers');
});
