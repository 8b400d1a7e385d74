import type { Page } from '@playwright/test';
import { device, sound } from './looks';
import { expect, HALL, test } from './server';

const target = (page: Page) => page.getByRole('button', { name: /page-down on the clicker/ });

test('what is done behind the scenes is told once: ticked off on Prep, gone from the phone, and the other way round', async ({
  page,
  browser,
  server,
}) => {
  await page.goto(`${HALL}/live`);
  // A rehearsal does the work behind the scenes once more.
  await page.getByLabel('It is a rehearsal').uncheck();
  await page.getByRole('button', { name: 'Open the stage' }).click();
  await expect(target(page)).toHaveText(/Curtain up/);
  const runId = new URL(page.url()).pathname.split('/').at(-1)!;
  const phone = await device(browser, server.url, `/crew/${runId}`);
  await phone.getByRole('button', { name: /Sefa/ }).click();
  const done = phone.getByRole('button', { name: /^Done: / });
  await expect(done.first()).toBeVisible();
  const [first, second] = await done.evaluateAll((all) => all.map((b) => b.getAttribute('aria-label')!));
  await page.goto(`${HALL}/prep`);
  await page.getByRole('button', { name: /^Sefa/ }).click();
  const ticked = page.getByRole('checkbox', { name: first!, exact: true });
  await ticked.click();
  await expect(ticked).toBeChecked();
  await expect(phone.getByRole('button', { name: first!, exact: true })).toHaveCount(0, { timeout: 20_000 });
  await phone.getByRole('button', { name: second!, exact: true }).click();
  const box = page.getByRole('checkbox', { name: second!, exact: true });
  await expect(box).toBeChecked();
  await expect(box).toBeDisabled();
  await expect(page.getByText('done, by the screens of the show')).toBeVisible();
  await phone.context().close();
});

test('what was measured is written down on the crew’s phone; a step a guest does is told to the presenter', async ({
  page,
  browser,
  server,
}) => {
  await page.goto('/shows/nine-minutes-of-air/live');
  await page.getByRole('button', { name: 'Open the stage' }).click();
  await expect(target(page)).toHaveText(/Curtain up/);
  const runId = new URL(page.url()).pathname.split('/').at(-1)!;
  await target(page).click();
  await target(page).click();
  await expect(page.getByText('ask the guest before they do it')).toBeVisible();
  await target(page).click();
  await expect(page.getByText('A guest does it: keep your eye on it')).toBeVisible();
  const phone = await device(browser, server.url, `/crew/${runId}`);
  await phone.getByRole('button', { name: /Ottoline/ }).click();
  await expect(phone.getByText('Your eye on the guest: “Tilt it slowly, walk with it.”')).toBeVisible();

  await page.getByRole('button', { name: 'Jump or skip' }).click();
  await page.getByRole('button', { name: /^Begin The water that climbs/ }).click();
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Worked', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Record/ })).toBeVisible();
  await phone.getByRole('button', { name: /^Record: How high the water climbs/ }).click();
  await sound(phone);
  for (const digit of ['6', '1']) await phone.getByRole('button', { name: digit, exact: true }).click();
  await phone.getByRole('button', { name: 'Keep it' }).click();
  await expect(phone.getByRole('button', { name: /^Record/ })).toHaveCount(0);
  // Told to the stage, which asks no more.
  await expect(page.getByRole('button', { name: /^Record/ })).toHaveCount(0);
  await phone.context().close();
});

test('a tap on stage is on the crew’s phone and on the wall at once; a tick there is on stage', async ({
  page,
  browser,
  server,
}) => {
  await page.goto(`${HALL}/live`);
  await page.getByRole('button', { name: 'Open the stage' }).click();
  await expect(target(page)).toHaveText(/Curtain up/);
  const runId = new URL(page.url()).pathname.split('/').at(-1)!;
  const phone = await device(browser, server.url, `/crew/${runId}`);
  await phone.getByRole('button', { name: /Sefa/ }).click();
  const wall = await device(browser, server.url, `/wall/${runId}`, { width: 1280, height: 800 });
  await expect(wall.getByRole('heading', { level: 1 })).toHaveText(/^\d\d:\d\d$/);
  await expect(phone.getByRole('button', { name: 'Done: Light the burner' })).toBeVisible();

  await target(page).click();
  await target(page).click();
  for (const screen of [phone, wall])
    await expect(screen.getByText('1 · Cloud in a jar').first()).toBeVisible();
  await expect(wall.getByRole('timer')).toHaveText(/^4\d:\d\d$/);
  const burner = phone.getByRole('listitem').filter({ hasText: 'Light the burner' });
  await expect(burner).toContainText(/in \d/);
  await phone.getByRole('button', { name: 'Done: Light the burner' }).click();
  await expect(burner).toHaveCount(0);
  const ticked = async () =>
    (await server.get<{ events: { kind: string }[] }>(`/api/runs/${runId}/events`)).events.filter(
      (e) => e.kind === 'task done',
    ).length;
  await expect.poll(ticked).toBe(1);
  // Two ahead for whoever narrates, and nothing leaves the screen sideways.
  await expect(phone.getByText('2 · The can that bows')).toBeVisible();
  for (const screen of [phone, wall]) await sound(screen);
  // Without the server each goes on with what it has, and joins up after.
  await server.kill();
  await expect(phone.getByText('no server')).toBeVisible({ timeout: 30_000 });
  await target(page).click();
  await server.start();
  await expect(phone.getByText(/^Saved/)).toBeVisible({ timeout: 30_000 });
  for (const screen of [phone, wall]) await screen.context().close();
});
