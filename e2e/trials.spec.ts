import type { Page } from '@playwright/test';
import { expect, test } from './server';

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();

async function toCurtainDown(page: Page): Promise<void> {
  for (let i = 0; i < 60; i++) {
    if ((await heading(page).textContent()) === 'The curtain is down. Well played.') break;
    await page.keyboard.press('PageDown');
    await page.waitForTimeout(50);
  }
  await expect(heading(page)).toHaveText('The curtain is down. Well played.');
  await expect(page.getByText('all kept')).toBeVisible();
}

test('a ladder with readings played on stage is a trial on its demo’s page, and goes from there into a show', async ({
  page,
  server,
}) => {
  await page.goto('/shows/nine-minutes-of-air/live');
  await press(page, 'Open the stage');
  await expect(heading(page)).toHaveText('Ready when you are.');
  await page.keyboard.press('PageDown');
  await press(page, 'Jump or skip');
  await press(page, 'Begin The water that climbs');
  for (const [i, height] of ['21', '38', '57'].entries()) {
    await expect(page.getByText(new RegExp(`showing ${i + 1} of 3`))).toBeVisible();
    await page.keyboard.press('o');
    await page.getByRole('button', { name: 'Worked', exact: true }).click();
    await press(page, /^Write down: How high the water climbs/);
    for (const digit of height) await page.getByRole('button', { name: digit, exact: true }).click();
    await press(page, 'Keep it');
    await expect(page.getByRole('button', { name: /^Write down/ })).toHaveCount(0);
    if (i < 2) await page.keyboard.press('PageDown');
  }
  await toCurtainDown(page);

  await page.goto('/demos/climbing-water');
  const trial = page.getByRole('region', { name: 'Trial of Candles' });
  await expect(trial).toContainText(/by 3 readings at 3 levels/);
  await expect(
    trial.getByRole('img', { name: /^How high the water climbs by Candles: 1: 21, 2: 38, 3: 57/ }),
  ).toBeVisible();
  await expect(trial.getByRole('row', { name: /^3 1 1 57/ })).toBeVisible();
  await expect(trial).toContainText('Little of 1, 2, 3: tried fewer than 3 times.');
  await trial.getByRole('button', { name: 'Plan this trial' }).click();
  await page.getByLabel('Into the show').click();
  await page.getByRole('option', { name: /^Weather in a Kitchen/ }).click();
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page).toHaveURL(/weather-in-a-kitchen\/plan/);
  const { body } = await server.get<{ body: { items: { demoId?: string; series?: object }[] } }>(
    '/api/shows/weather-in-a-kitchen',
  );
  const planned = body.items.at(-1)!;
  expect(planned.demoId).toBe('climbing-water');
  expect(planned.series).toMatchObject({ parameterId: 'candles', onFail: 'go on' });
});

test('a cause typed in a debrief is offered on stage the next time, with how often what came after it worked', async ({
  page,
  server,
}) => {
  const event = (run: string, n: number, kind: string, body: object) => ({
    ...{ id: `${run}-${n}`, run, device: 'test', person: null, at: Date.now() - 60_000 + n, tick: n, v: 1 },
    ...{ kind, body },
  });
  const { body: show } = await server.get<{ body: { items: { id: string; demoId?: string }[] } }>(
    '/api/shows/weather-in-a-kitchen',
  );
  const itemId = show.items.find((i) => i.demoId === 'vapour-bottle')!.id;
  const { body: demo } = await server.get<{ body: { faults: { symptom: string }[] } }>(
    '/api/demos/vapour-bottle',
  );
  const { symptom } = demo.faults[0]!;
  await page.request.post('/api/runs', {
    data: { id: 'past', showId: 'weather-in-a-kitchen', rehearsal: false },
  });
  await page.request.post('/api/events', {
    data: {
      events: [
        event('past', 1, 'item begun', { itemId }),
        event('past', 2, 'attempt closed', { itemId, outcome: 'failed', symptom }),
        event('past', 3, 'cause', { attemptId: 'past-2', cause: 'the draught from the hatch' }),
        event('past', 4, 'again', { itemId }),
        event('past', 5, 'attempt closed', { itemId, outcome: 'worked' }),
        event('past', 6, 'curtain down', {}),
      ],
    },
  });

  await page.goto('/shows/weather-in-a-kitchen/live');
  await press(page, 'Open the stage');
  await expect(heading(page)).toHaveText('Ready when you are.');
  await page.keyboard.press('PageDown');
  await press(page, 'Jump or skip');
  await press(page, 'Begin Alcohol vapour bottle');
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Failed', exact: true }).click();
  await press(page, symptom);
  const likely = page.getByRole('list', { name: 'Likely causes' });
  await expect(likely.getByRole('listitem').filter({ hasText: 'the draught from the hatch' })).toContainText(
    'helped 1 of 1',
  );
});
