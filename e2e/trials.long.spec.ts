import type { Locator, Page } from '@playwright/test';
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
  await expect(page.getByText(/^Saved/)).toBeVisible();
}

test('a ladder with readings played on stage is a trial on its demo’s page, and goes from there into a show', async ({
  page,
  server,
}) => {
  await page.goto('/shows/nine-minutes-of-air/live');
  await page.getByLabel('It is a rehearsal').uncheck();
  await press(page, 'Open the stage');
  await expect(heading(page)).toHaveText('Ready when you are.');
  await page.keyboard.press('PageDown');
  await press(page, 'Jump or skip');
  await press(page, 'Begin The water that climbs');
  for (const [i, height] of ['21', '38', '57'].entries()) {
    await expect(page.getByTestId('now')).toContainText(`level ${i + 1} of 3`);
    await page.keyboard.press('o');
    await page.getByRole('button', { name: 'Worked', exact: true }).click();
    await press(page, /^Record: How high the water climbs/);
    for (const digit of height) await page.getByRole('button', { name: digit, exact: true }).click();
    await press(page, 'Keep it');
    await expect(page.getByRole('button', { name: /^Record/ })).toHaveCount(0);
    if (i < 2) await page.keyboard.press('PageDown');
  }
  await toCurtainDown(page);
  // It was played faster than anyone could: it counts once somebody says so.
  await page.getByRole('link', { name: 'To the debrief' }).click();
  await press(page, 'It was played: count it');
  await expect(page.getByText(/clicked through, not played/)).toHaveCount(0);

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

  // What did best so far goes into the next show, where it is played without trying levels of it.
  await page.goto('/demos/climbing-water');
  await trial.getByRole('button', { name: 'Play it at 3 for now', exact: true }).click();
  await page.getByLabel('Into the show').click();
  await page.getByRole('option', { name: /^Small Forces/ }).click();
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page).toHaveURL(/small-forces\/plan/);
  const next = await server.get<{ body: { items: { demoId?: string; settings?: object[] }[] } }>(
    '/api/shows/small-forces',
  );
  expect(next.body.items.at(-1)).toMatchObject({
    demoId: 'climbing-water',
    settings: [{ parameterId: 'candles', value: 3 }],
  });
});

/** A past run of the hall's show in which the vapour bottle failed and then worked. */
async function failedOnce(page: Page, run: string, symptom?: string): Promise<void> {
  const itemId = 'i-vapour-bottle';
  const event = (n: number, kind: string, body: object) => ({
    ...{ id: `${run}-${n}`, run, device: 'test', person: null, at: Date.now() - 60_000 + n, tick: n, v: 1 },
    ...{ kind, body },
  });
  await page.request.post('/api/runs', {
    data: { id: run, showId: 'weather-in-a-kitchen', rehearsal: false },
  });
  await page.request.post('/api/events', {
    data: {
      events: [
        event(1, 'item begun', { itemId }),
        event(2, 'attempt closed', { itemId, outcome: 'failed', ...(symptom && { symptom }) }),
        event(3, 'again', { itemId }),
        event(4, 'attempt closed', { itemId, outcome: 'worked' }),
        event(5, 'curtain down', {}),
      ],
    },
  });
}

test('a symptom and a cause typed in a debrief are offered on stage the next time; added to the demo, with their cure', async ({
  page,
}) => {
  await failedOnce(page, 'past');
  await page.goto('/shows/weather-in-a-kitchen/debrief?run=past');
  const failed = page.getByRole('list', { name: 'What failed' });
  await failed.getByLabel('Symptom').first().fill('only a cough');
  await failed.getByLabel('Cause').first().fill('the draught from the hatch');
  await failed.getByLabel('Changed since').first().click();
  await failed.getByRole('button', { name: 'Add it to the demo’s faults' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Symptom')).toHaveValue('only a cough');
  await dialog.getByLabel('Quick test').fill('Hold a thread up');
  await dialog.getByLabel('Cure').fill('Shut the hatch');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(failed.getByRole('button', { name: 'Add it to the demo’s faults' })).toHaveCount(0);

  await page.goto('/demos/vapour-bottle');
  await expect(
    page.getByText(/Hold a thread up → Shut the hatch \(found once; it then worked 1 of 1\)/),
  ).toBeVisible();

  await page.goto('/shows/weather-in-a-kitchen/live');
  await page.getByLabel('It is a rehearsal').uncheck();
  await press(page, 'Open the stage');
  await expect(heading(page)).toHaveText('Ready when you are.');
  await page.keyboard.press('PageDown');
  await press(page, 'Jump or skip');
  await press(page, 'Begin Alcohol vapour bottle');
  await expect(page.getByTestId('now')).toContainText('Alcohol vapour bottle');
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Failed', exact: true }).click();
  await press(page, 'only a cough');
  const likely = page.getByRole('list', { name: 'Likely causes' }).getByRole('listitem');
  const mine = likely.filter({ hasText: 'the draught from the hatch' });
  await expect(mine).toContainText('helped 1 of 1');
  await expect(mine).toContainText('Shut the hatch');
});

test('a run left out takes its lessons with it: the odds of the demo’s page, of the plan and of the logbook go back', async ({
  page,
}) => {
  const at = async (path: string, what: Locator, open?: Locator) => {
    await page.goto(path);
    await open?.click();
    await expect(what).toContainText(/\d/);
    return what.textContent();
  };
  const read = async () => [
    await at('/logbook', page.getByTestId('odds-vapour-bottle')),
    await at(
      '/shows/weather-in-a-kitchen/plan',
      page.getByText(/^“Alcohol vapour bottle” works \d+ %/),
      page.getByRole('button', { name: /^Alcohol vapour bottle/ }).first(),
    ),
    await at('/demos/vapour-bottle', page.getByText(/works \d+ %/).first()),
  ];
  const before = await read();
  await failedOnce(page, 'wrong', 'does not light');
  const after = await read();
  after.forEach((text, i) => expect(text).not.toBe(before[i]));
  await page.getByRole('button', { name: 'The runs behind it' }).click();
  await expect(page.getByRole('dialog').getByRole('listitem')).toHaveCount(await triesIn(page));
  await page.goto('/shows/weather-in-a-kitchen/debrief?run=wrong');
  await page.getByLabel('Why').fill('the wrong bottle was on stage');
  await page.getByRole('button', { name: 'Leave out of the statistics' }).click();
  await expect(page.getByText('Left out of the statistics: the wrong bottle was on stage.')).toBeVisible();
  await expect(
    page
      .getByText(/^Saved/)
      .or(page.getByText('All saved'))
      .first(),
  ).toBeVisible();
  await expect.poll(read).toEqual(before);
});

/** So many attempts the record of the open demo's page has, rehearsals too. */
async function triesIn(page: Page): Promise<number> {
  const attempts = await page.request.get('/api/demos/vapour-bottle/attempts');
  return ((await attempts.json()) as object[]).length;
}

test('the logbook is looked at by year, kind of venue and demo; the choice stands in the address, and the file follows it', async ({
  page,
}) => {
  await page.goto('/logbook');
  const verdict = page.getByRole('region', { name: 'The verdict' });
  await expect(verdict).toContainText('“Warm fountain” fails most');
  const figures = page.getByRole('region', { name: 'The season in figures' });
  await expect(figures).toContainText('Finished on time');
  await page.getByLabel('Kind of venue').click();
  await page.getByRole('option', { name: 'field', exact: true }).click();
  await expect(page).toHaveURL(/venueKind=field/);
  await expect(verdict).not.toContainText('Warm fountain');
  await expect(page.getByRole('link', { name: 'Season as CSV' })).toHaveAttribute('href', /venueKind=field$/);
  const shown = await page.getByRole('table', { name: 'Runs' }).getByRole('row').count();
  const csv = await (await page.request.get('/api/logbook/runs.csv?venueKind=field')).text();
  expect(csv.trim().split('\r\n')).toHaveLength(shown);
  await page.reload();
  await expect(page.getByLabel('Kind of venue')).toHaveText('field');
  await page.getByLabel('With the demo').fill('warm fount');
  await page.getByRole('option', { name: 'Warm fountain' }).click();
  await expect(page.getByText('No runs match')).toBeVisible();
  await page.getByLabel('Kind of venue').click();
  await page.getByRole('option', { name: 'everywhere' }).click();
  await expect(page.getByRole('region', { name: 'Causes' })).toContainText('Bottle went cold');
});

test('what changed since the last time stands on the plan, of a copy too; the room is said once and kept', async ({
  page,
}) => {
  await page.goto('/shows/small-forces/plan');
  const since = page.locator('details').filter({ hasText: /changes? since/ });
  await page
    .getByRole('button', { name: /^Hair on end/ })
    .first()
    .click();
  await page.getByLabel('Retries').fill('2');
  await page.getByLabel('Retries').press('Tab');
  await page.getByRole('button', { name: 'Close the item' }).click();
  await since.locator('summary').click();
  await expect(since).toContainText('“Hair on end”: retries allowed');

  await page.goto('/shows/small-forces/check');
  await press(page, 'Start checking the set-up');
  const room = page.getByRole('group', { name: 'Conditions today' });
  await room.locator('summary').click();
  await room.getByLabel(/^Temperature/).fill('11');
  await room.getByLabel('Audience').fill('77');
  await room.getByLabel('Audience').press('Tab');
  await expect(room).toContainText('Trials compare attempts made in similar conditions');
  await page.reload();
  await expect(room.locator('summary')).toContainText('11 °C');
  await room.locator('summary').click();
  await expect(room.getByLabel('Audience')).toHaveValue('77');
  await expect(room.getByLabel(/^Temperature/)).toHaveValue(/^11/);
});
