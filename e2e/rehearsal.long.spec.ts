import type { Page } from '@playwright/test';
import { sound } from './looks';
import { expect, test } from './server';

const target = (page: Page) => page.getByRole('button', { name: /page-down on the clicker/ });
const trouble = (page: Page) => page.getByRole('alert').filter({ hasText: 'Trouble:' });

test('a rehearsal with trouble: mishaps are met, taken back and met again, and the debrief reviews them', async ({
  page,
  server,
}) => {
  // The same mishaps at every run of this test.
  await page.addInitScript(() => {
    const real = crypto.getRandomValues.bind(crypto);
    crypto.getRandomValues = ((of: Uint32Array<ArrayBuffer>) =>
      of instanceof Uint32Array && of.length === 1 ? of.fill(11) : real(of)) as typeof crypto.getRandomValues;
  });
  await page.goto('/shows/cold-snap/live');
  await page.getByLabel('It is a rehearsal').check();
  await page.getByLabel('With trouble').click();
  await page.getByRole('button', { name: 'Open the stage' }).click();
  await expect(target(page)).toHaveText(/Curtain up/);
  const met: string[] = [];
  let undone = false;
  for (let press = 0; press < 120 && !(await target(page).isDisabled()); press++) {
    if ((await trouble(page).count()) === 0) {
      const before = await page.locator('main').textContent();
      await page.keyboard.press('PageDown');
      const passed = page.getByRole('button', { name: /It is done, but/i });
      if (await passed.count()) await passed.click();
      await expect.poll(async () => (await page.locator('main').textContent()) !== before).toBe(true);
      continue;
    }
    const message = (await trouble(page).locator('p').textContent())!;
    if (!undone) {
      await sound(page);
      await trouble(page).getByRole('button').last().click();
      await expect(trouble(page).filter({ hasText: message })).toHaveCount(0);
      await page.getByRole('button', { name: 'Undo' }).click();
      await expect(trouble(page)).toHaveText(
        new RegExp(message.slice(0, 30).replace(/[.*+?^${}()|[\]\\]/g, '\\$&')),
      );
      undone = true;
    }
    met.push(message);
    await trouble(page).getByRole('button').first().click();
    await expect(trouble(page).filter({ hasText: message })).toHaveCount(0);
  }
  expect(met.length).toBeGreaterThanOrEqual(4);
  await page.getByRole('link', { name: 'To the debrief' }).click();
  await expect(page.getByRole('heading', { name: /^The rehearsal with trouble: \d+ of 100$/ })).toBeVisible();
  const mishaps = page.getByRole('list', { name: 'Mishaps' }).getByRole('listitem');
  await expect(mishaps).toHaveCount(met.length);
  await expect(mishaps.filter({ hasText: 'Nothing was done' })).toHaveCount(0);
  await expect(
    page.getByText('clicked through, not played: it teaches nothing', { exact: false }),
  ).toBeVisible();
  await sound(page);
  // The server took all of it.
  await expect
    .poll(async () => (await server.get<{ phase: string }[]>('/api/runs?showId=cold-snap'))[0]!.phase)
    .toBe('down');
});

test('shown how: from the list of shows through check and stage to the debrief, told each time what to try', async ({
  page,
}) => {
  await page.goto('/shows');
  await page.getByRole('button', { name: 'Show me how' }).click();
  await page.getByRole('button', { name: 'Show me', exact: true }).click();
  const guide = page.getByRole('complementary', { name: 'Guide' });
  await expect(guide).toContainText('press “All there” at a place');
  await page
    .getByRole('button', { name: /^All there at / })
    .first()
    .click();
  await guide.getByRole('link', { name: 'Go there' }).click();
  await page.getByRole('link', { name: 'To the stage screen' }).click();
  await expect(page.getByText('Rehearsal ×8')).toBeVisible();
  await expect(guide).toContainText('Raise the curtain');
  await target(page).click();
  await expect(guide).toContainText('Step by step');
  await sound(page);
  for (let i = 0; i < 30 && !(await guide.getByText('Let one fail').count()); i++) {
    const before = await page.locator('main').textContent();
    await target(page).click();
    await expect.poll(async () => (await page.locator('main').textContent()) !== before).toBe(true);
  }
  await page.getByRole('button', { name: 'How did it go?' }).click();
  await page.getByRole('button', { name: 'Failed', exact: true }).click();
  await page.getByRole('button', { name: 'something else' }).click();
  await expect(guide).toContainText('“Undo” takes back the newest press');
  await guide.getByRole('button', { name: 'Let the curtain fall' }).click();
  await guide.getByRole('link', { name: 'Go there' }).click();
  await expect(guide).toContainText('All of this was built from what you pressed');
  await expect(page.getByText('A rehearsal 8 times as fast as life: it teaches nothing.')).toBeVisible();
});

test.describe('an empty database', () => {
  test.use({ demoData: false });

  test('is shown how as well: a small show comes with it', async ({ page, server }) => {
    await page.goto('/shows');
    await page.getByRole('button', { name: 'Show me how' }).click();
    await expect(page.getByText('so a small one is added')).toBeVisible();
    await page.getByRole('button', { name: 'Show me', exact: true }).click();
    const guide = page.getByRole('complementary', { name: 'Guide' });
    await expect(guide).toContainText('press “All there” at a place');
    await page
      .getByRole('button', { name: /^All there at / })
      .first()
      .click();
    await expect(guide).toContainText('Raise the curtain');
    expect(await server.get<{ rehearsal: boolean }[]>('/api/runs?showId=first-show')).toMatchObject([
      { rehearsal: true },
    ]);
    await page.goto('/shows');
    await expect(page.getByRole('link', { name: /A first show to try things on/ }).first()).toBeVisible();
  });
});
