import { spawnSync } from 'node:child_process';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import config from './playwright.config';
import { expect, test } from './server';

test.use({ serviceWorkers: 'allow' });

const heading = (page: Page) => page.getByRole('heading', { level: 1 });

async function openStage(page: Page): Promise<string> {
  await page.goto('/shows/small-forces/live');
  // The shell must be on the device before the server may go.
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.getByRole('button', { name: 'Open the stage' }).click();
  await page.getByRole('button', { name: 'Curtain up' }).click();
  await page.getByRole('button', { name: 'Begin: The hammer that hangs' }).click();
  await expect(heading(page)).toHaveText('Ask: where will it tip?');
  return new URL(page.url()).pathname.split('/').at(-1)!;
}

interface Log {
  events: { id: string; kind: string }[];
}

test('the tab is closed mid-show while the server is down; reopened, the show goes on and joins up after', async ({
  page,
  context,
  server,
}) => {
  const runId = await openStage(page);
  await expect(page.getByText(/^Saved/)).toBeVisible();
  // The words of a moment ago may still stand there: what the server has counts.
  const kinds = async () => (await server.get<Log>(`/api/runs/${runId}/events`)).events.map((e) => e.kind);
  await expect.poll(kinds).toContain('item begun');
  await server.kill();
  await page.keyboard.press('PageDown');
  await expect(heading(page)).toHaveText('Loop the hammer under the ruler, handle touching.');
  await page.keyboard.press('PageDown');
  await expect(heading(page)).toHaveText('Let go.');
  await expect(page.getByText('no server · 2 saved on this device only')).toBeVisible();
  await page.close();

  const again = await context.newPage();
  await again.goto(`/stage/${runId}`);
  await expect(heading(again)).toHaveText('Let go.');
  await again.keyboard.press('PageDown');
  await expect(again.getByText('no server · 3 saved on this device only')).toBeVisible();
  // So do the screens beside it, each for the first time on this device.
  for (const [screen, message] of [
    ['crew', 'Who are you?'],
    ['check', /^Checks: /],
  ] as const) {
    const beside = await context.newPage();
    await beside.goto(`/${screen}/${runId}`);
    await expect(heading(beside)).toHaveText(message);
    await beside.close();
  }
  const wall = await context.newPage();
  await wall.goto(`/wall/${runId}`);
  await expect(wall.getByText('The hammer that hangs')).toBeVisible();
  await wall.close();

  await server.start();
  await expect(again.getByText(/^Saved/)).toBeVisible();
  const { events } = await server.get<Log>(`/api/runs/${runId}/events`);
  expect(events.filter((e) => e.kind === 'step done')).toHaveLength(3);
  expect(new Set(events.map((e) => e.id)).size).toBe(events.length);
});

test('two screens of one run end with the same state, each tap kept', async ({ page, context, server }) => {
  const runId = await openStage(page);
  const other = await context.newPage();
  await other.goto(`/stage/${runId}`);
  await expect(heading(other)).toHaveText('Ask: where will it tip?');
  await page.keyboard.press('PageDown');
  await expect(heading(other)).toHaveText('Loop the hammer under the ruler, handle touching.');
  await other.keyboard.press('PageDown');
  await expect(heading(page)).toHaveText('Let go.');
  // Screens of one browser tell one another before the server has answered.
  const steps = async () => {
    const { events } = await server.get<Log>(`/api/runs/${runId}/events`);
    return events.filter((e) => e.kind === 'step done').length;
  };
  await expect.poll(steps).toBe(2);
});

test('the whole browser is killed mid-show with the server down, and nothing is lost', async ({ server }) => {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-profile-'));
  const launch = () =>
    chromium.launchPersistentContext(folder, { ...config.use!.launchOptions, baseURL: server.url });
  const killed = (context: BrowserContext) => {
    const gone = new Promise((done) => context.once('close', done));
    // Every process of this profile, without a chance to tidy up.
    spawnSync('pkill', ['-9', '-f', '--', `--user-data-dir=${folder}`]);
    return gone;
  };
  const first = await launch();
  const page = first.pages()[0] ?? (await first.newPage());
  const runId = await openStage(page);
  await server.kill();
  await page.keyboard.press('PageDown');
  await expect(heading(page)).toHaveText('Loop the hammer under the ruler, handle touching.');
  await killed(first);

  const second = await launch();
  const again = await second.newPage();
  await again.goto(`/stage/${runId}`);
  await expect(heading(again)).toHaveText('Loop the hammer under the ruler, handle touching.');
  await server.start();
  await expect(again.getByText(/^Saved/)).toBeVisible();
  const { events } = await server.get<Log>(`/api/runs/${runId}/events`);
  expect(events.map((e) => e.kind)).toEqual(['tap', 'item begun', 'step done']);
  await second.close();
  rmSync(folder, { recursive: true, force: true });
});

test('hold stops the clock of the show, take back undoes the last tap', async ({ page }) => {
  await openStage(page);
  await page.keyboard.press('h');
  await expect(page.locator('[data-alarm=held]')).toContainText('Paused');
  await page.getByRole('button', { name: 'Resume' }).first().click();
  await expect(heading(page)).toHaveText('Ask: where will it tip?');
  await page.keyboard.press('PageDown');
  await expect(heading(page)).toHaveText('Loop the hammer under the ruler, handle touching.');
  await page.keyboard.press('PageUp');
  await expect(heading(page)).toHaveText('Ask: where will it tip?');
});
