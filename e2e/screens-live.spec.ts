import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, HALL, test } from './server';

const target = (page: Page) => page.getByRole('button', { name: /page-down on the clicker/ });

test('a tap on stage is on the crew’s phone and on the wall at once; a tick there is on stage', async ({
  page,
  browser,
  server,
}) => {
  await page.goto(`${HALL}/live`);
  await page.getByRole('button', { name: 'Open the stage' }).click();
  await expect(target(page)).toHaveText(/Curtain up/);
  const runId = new URL(page.url()).pathname.split('/').at(-1)!;
  // Devices of their own: they know of one another only through the server.
  const device = async (path: string, size: { width: number; height: number }) => {
    const context = await browser.newContext({
      baseURL: server.url,
      viewport: size,
      reducedMotion: 'reduce',
    });
    const screen = await context.newPage();
    await screen.goto(path);
    return screen;
  };
  const phone = await device(`/crew/${runId}`, { width: 390, height: 844 });
  await phone.getByRole('button', { name: /Sefa/ }).click();
  const wall = await device(`/wall/${runId}`, { width: 1280, height: 800 });
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
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  for (const screen of [phone, wall]) {
    const { violations } = await new AxeBuilder({ page: screen })
      .withTags(['wcag2a', 'wcag2aa', 'wcag22aa'])
      .analyze();
    expect(violations.map((v) => `${v.id}: ${v.nodes[0]!.html}`)).toEqual([]);
  }
  // Without the server each goes on with what it has, and joins up after.
  await server.kill();
  await expect(phone.getByText('no server')).toBeVisible({ timeout: 30_000 });
  await target(page).click();
  await server.start();
  await expect(phone.getByText('all kept')).toBeVisible({ timeout: 30_000 });
  for (const screen of [phone, wall]) await screen.context().close();
});
