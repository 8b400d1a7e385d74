import { expect, HALL, saved, test } from './server';

test('venues and crew are edited; what a show uses cannot be deleted, and by whom is said', async ({
  page,
}) => {
  await page.goto('/venues');
  await page.getByRole('button', { name: 'New venue' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Name: Write something here.')).toBeVisible();
  await page.getByLabel('Name').fill('The pier');
  await page.getByLabel('Ceiling, m').fill('0');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Ceiling: Write a number from 1 to 100.')).toBeVisible();
  await page.getByLabel('Ceiling, m').fill('4.5');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('hall · indoors · ceiling 4.5 m')).toBeVisible();
  await page.getByRole('button', { name: 'Delete The pier' }).click();
  await expect(page.getByRole('heading', { name: 'The pier' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'The pier' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete Bram' }).click();
  await expect(page.getByText(/This person is used by .*“Weather in a Kitchen”/)).toBeVisible();
});

test('a clearance taken away is a stop on the plan; the day moved is on the list of shows', async ({
  page,
}) => {
  await page.goto('/venues');
  await page.getByRole('button', { name: 'Edit Bram' }).click();
  await page.getByLabel('Cleared for').click();
  await page.getByRole('option', { name: 'cryogen' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('second presenter · cleared for flame', { exact: true })).toBeVisible();
  await page.goto(`${HALL}/plan`);
  await expect(page.getByRole('group', { name: 'First finding' })).toContainText(
    'Nobody on stage in “Fog for everybody” is cleared for cryogen.',
  );
  await page.getByRole('button', { name: 'Show details' }).click();
  await page.getByRole('textbox', { name: 'Doors' }).fill('14:30');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('Doors: Doors must open before curtain-up.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Curtain-up' }).fill('15:00');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('15:00', { exact: true })).toBeVisible();
  await saved(page);
  await page.goto('/shows');
  await expect(page.getByRole('region', { name: 'The next show' })).toContainText('15:00');
});

test('the stage fits a phone, and every target is large enough for a glove', async ({ page }) => {
  await page.setViewportSize({ width: 375, height: 720 });
  await page.goto('/shows/small-forces/live');
  await page.getByRole('button', { name: 'Open the stage' }).click();
  const up = page.getByRole('button', { name: 'Curtain up' });
  expect((await up.boundingBox())!.height).toBeGreaterThanOrEqual(72);
  await up.click();
  await page.getByRole('button', { name: 'Begin: The hammer' }).click();
  await page.getByRole('button', { name: 'How did it go?' }).click();
  for (const word of ['Worked', 'Partly', 'Failed', 'Not tried']) {
    expect(
      (await page.getByRole('button', { name: word, exact: true }).boundingBox())!.height,
    ).toBeGreaterThanOrEqual(72);
  }
  await page.getByRole('button', { name: 'Partly', exact: true }).click();
  await page.getByRole('button', { name: 'something else' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('It partly worked.');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(375);
});

test('a paper-white screen turns dark and stays so', async ({ page }) => {
  await page.goto('/shows');
  await page.getByRole('button', { name: 'Dark' }).click();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Light' })).toBeVisible();
  await expect(page.locator('body')).toHaveCSS('background-color', 'rgb(23, 17, 26)');
});

test('the plan changes after the checks began: starting over checks the new plan, and the old run teaches nothing', async ({
  page,
  server,
}) => {
  await page.goto(`${HALL}/check`);
  await page.getByRole('button', { name: 'Start checking the set-up' }).click();
  const tongs = page.getByTestId('check-kit_front-bench_tongs');
  await tongs.getByRole('button', { name: 'There' }).click();
  await expect(tongs).toContainText('holds');
  await expect(page.getByText('The plan has changed')).toHaveCount(0);
  await page
    .getByRole('navigation', { name: 'The work on this show' })
    .getByRole('link', { name: 'Plan' })
    .click();
  await page.getByRole('button', { name: /^The can that bows, / }).click();
  await page.getByRole('button', { name: 'Remove' }).click();
  await saved(page);
  await page
    .getByRole('navigation', { name: 'The work on this show' })
    .getByRole('link', { name: 'Check' })
    .click();
  await page.getByRole('button', { name: 'Start over with the new plan' }).click();
  await expect(tongs).toHaveCount(0);
  await expect(page.getByText(/0 of \d+ checked/)).toBeVisible();
  await expect(page.getByTestId('gate-i-bowing-can')).toHaveCount(0);
  await expect
    .poll(
      async () =>
        (await server.get<{ phase: string }[]>('/api/runs?showId=weather-in-a-kitchen')).filter(
          (r) => r.phase === 'before',
        ).length,
    )
    .toBe(1);
  expect((await server.get<{ runs: unknown[] }>('/api/logbook')).runs).toHaveLength(13);
});
