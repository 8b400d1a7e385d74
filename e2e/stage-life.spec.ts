import type { Demo, Stored } from '@hearty/core';
import type { Page } from '@playwright/test';
import { expect, HALL, test } from './server';

/** The stage as a show really goes: legible on every screen, and true where life is messy. */

const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();
const now = (page: Page) => page.getByTestId('now');

async function stage(page: Page, show: string): Promise<string> {
  await page.goto(`${show}/live`);
  await press(page, 'Open the stage');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Ready when you are.');
  return new URL(page.url()).pathname.split('/').at(-1)!;
}

async function begin(page: Page, title: string): Promise<void> {
  await press(page, 'Jump or skip');
  await press(page, `Begin ${title}`);
  await expect(now(page)).toContainText(title);
}

/** From a phone to a large screen, and a laptop at 200 % zoom. */
const SIZES = [
  [360, 640],
  [375, 667],
  [390, 844],
  [412, 915],
  [640, 400],
  [853, 533],
  [768, 1024],
  [1024, 768],
  [1280, 720],
  [1280, 800],
  [1600, 900],
  [1920, 1080],
] as const;

test('on twelve screens the instruction is whole, with its targets, however long it is and whatever the state', async ({
  page,
  server,
}) => {
  const long =
    'Lift the lid a finger wide with the long tongs, count to three together with the audience, then lower it gently and step back behind the line on the floor.';
  const { version, body } = await server.get<Stored<Demo>>('/api/demos/bowing-can');
  const [first, ...rest] = body.steps;
  await page.request.put(`${server.url}/api/demos/bowing-can`, {
    data: { version, body: { ...body, steps: [{ ...first!, text: long }, ...rest] } },
  });
  await stage(page, HALL);
  await press(page, 'Curtain up');
  await begin(page, 'The can that bows');
  // The page follows the window a moment after it was resized.
  const whole = async () => {
    const { width, height } = page.viewportSize()!;
    const parts = await page.evaluate(() => {
      const box = (e: Element) => {
        const { top, bottom, left, right, height } = e.getBoundingClientRect();
        return { top, bottom, left, right, height };
      };
      const line = document.querySelector('[data-testid=now]')!;
      return {
        line: box(line),
        // Nothing of it is scrolled away: it is not in the part that scrolls.
        cut: line.scrollWidth > line.clientWidth + 1 || getComputedStyle(line).overflow !== 'visible',
        targets: [...document.querySelectorAll('#targets > button')].map(box),
      };
    });
    const name = `${width}×${height}`;
    expect([name, parts.cut]).toEqual([name, false]);
    expect([name, parts.line.top >= 0 && parts.line.right <= width + 1]).toEqual([name, true]);
    expect([name, parts.targets.length]).toEqual([name, 3]);
    for (const target of parts.targets) {
      expect([name, target.bottom <= height + 1 && target.right <= width + 1]).toEqual([name, true]);
      expect([name, target.top >= parts.line.bottom - 1]).toEqual([name, true]);
      expect([name, target.height >= 71]).toEqual([name, true]);
    }
  };
  for (const [width, height] of SIZES) {
    await page.setViewportSize({ width, height });
    await expect(now(page)).toContainText('Lift the lid');
    await expect(whole).toPass({ timeout: 10_000 });
  }
  // Held, the whole screen says so; the instruction stays.
  await press(page, 'Hold');
  await expect(page.locator('[data-alarm=held]')).toContainText('Paused');
  for (const [width, height] of SIZES) {
    await page.setViewportSize({ width, height });
    await expect(whole).toPass({ timeout: 10_000 });
  }
});

test('what is read from three metres is large, and a screen reader hears every step', async ({ page }) => {
  await stage(page, HALL);
  await press(page, 'Curtain up');
  const size = (name: string) =>
    page.getByTestId(name).evaluate((e) => parseFloat(getComputedStyle(e).fontSize));
  await expect(page.getByTestId('lands')).toBeVisible();
  expect(await size('lands')).toBeGreaterThanOrEqual(32);
  expect(await size('in-time')).toBeGreaterThanOrEqual(32);
  const spoken = page.getByTestId('spoken');
  await expect(spoken).toHaveAttribute('aria-live', 'polite');
  const before = await spoken.textContent();
  await page.keyboard.press('PageDown');
  await expect(spoken).not.toHaveText(before!);
  await press(page, 'Hold');
  await expect(spoken).toContainText('Paused');
  await press(page, 'Resume');
  await press(page, 'How did it go?');
  await press(page, 'Failed');
  await page.getByRole('button', { name: 'something else' }).click();
  await expect(spoken).toContainText('It did not work.');
  await expect(page.locator('[data-alarm=failed]')).toBeVisible();
  // Where colours are forced, a target keeps its edge.
  await page.emulateMedia({ forcedColors: 'active' });
  const widths = await page
    .locator('#targets > button')
    .evaluateAll((all) => all.map((e) => parseFloat(getComputedStyle(e).borderTopWidth)));
  expect(Math.min(...widths)).toBeGreaterThanOrEqual(2);
});

test('misses by clicker, a hitch and a near miss, a changed setting: all of it is in the debrief', async ({
  page,
  server,
}) => {
  const runId = await stage(page, '/shows/nine-minutes-of-air');
  const events = async () =>
    (await server.get<{ events: unknown[] }>(`/api/runs/${runId}/events`)).events.length;
  await page.keyboard.press('PageDown');
  await begin(page, 'The water that climbs');
  // The curtain with the first item, and this one.
  await expect.poll(events).toBe(2);
  // Four misses of a knack are four presses, hands full.
  for (let i = 1; i <= 4; i++) {
    await page.keyboard.press('b');
    await expect(now(page)).toContainText(`attempt ${i + 1} · ${i} missed`);
  }
  await expect.poll(events).toBe(2 + 4);
  await expect(now(page)).toContainText('level 1 of 3: candles: 1');
  await press(page, 'Hitch');
  await press(page, 'Near miss');
  // Taken back with one press, marked again with one.
  await press(page, 'Undo');
  await press(page, 'Near miss');
  await press(page, 'Change a setting');
  await page
    .getByRole('group', { name: 'Candles: 1' })
    .getByRole('button', { name: '2', exact: true })
    .click();
  await expect(now(page)).toContainText('candles: 2');
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Worked', exact: true }).click();
  // Typed on a keyboard, digits go into the reading.
  await press(page, /^Record: How high the water climbs/);
  await page.keyboard.type('31.5');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Record/ })).toHaveCount(0);
  await page.keyboard.press('PageDown');
  await expect(now(page)).toContainText('level 2 of 3');
  await press(page, 'How did it go?');
  await press(page, 'Not tried');
  await expect(page.getByRole('button', { name: /page-down on the clicker/ })).toContainText('Begin: ');

  await page.goto(`/shows/nine-minutes-of-air/debrief?run=${runId}`);
  const failed = page.getByRole('list', { name: 'What failed' });
  await expect(failed.getByRole('listitem')).toHaveCount(4);
  const after = page.getByRole('list', { name: 'What came after' });
  await expect(after).toContainText('Candles: 2, was 1');
  await expect(page.getByRole('heading', { name: '5 attempts, 4 failed' })).toBeVisible();
  await expect(page.getByRole('heading', { name: '1 hitch' })).toBeVisible();
  const what = page.getByLabel('What happened');
  await expect(what).toHaveCount(2);
  await what.first().fill('The dish slid to the edge');
  await what.first().press('Tab');
  await page.getByLabel('Summary').fill('Four misses, then it held');
  await page.getByLabel('Summary').press('Tab');
  const kinds = async () =>
    (await server.get<{ events: { kind: string }[] }>(`/api/runs/${runId}/events`)).events.map((e) => e.kind);
  await expect.poll(kinds).toEqual(expect.arrayContaining(['described', 'summary']));
  await page.reload();
  await expect(page.getByLabel('What happened').first()).toHaveValue('The dish slid to the edge');
  await expect(page.getByLabel('Summary')).toHaveValue('Four misses, then it held');
});

test('a press that comes before the plan is there says that it waits, and that stops are not checked', async ({
  page,
}) => {
  const runId = await stage(page, HALL);
  // The file of the planner never comes.
  await page.route('**/plan.worker*', () => undefined);
  await page.goto(`/stage/${runId}`);
  await press(page, 'Curtain up');
  await press(page, /^Begin/);
  await expect(page.getByText('One moment: checking the plan for stops.')).toBeVisible();
  await expect(page.getByText('The plan is not ready yet, so stops are not checked.')).toBeVisible();
  await expect(now(page)).not.toContainText('The stage is yours');
});

test('a near miss while things are set up is one press on Check, can be taken back, and is in the debrief', async ({
  page,
  server,
}) => {
  const runId = await stage(page, HALL);
  const incidents = async () =>
    (await server.get<{ events: { kind: string }[] }>(`/api/runs/${runId}/events`)).events.map((e) => e.kind);
  await page.goto(`${HALL}/check`);
  await press(page, 'Near miss');
  await expect(page.getByText('Near miss marked. Describe it at the debrief.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', disabled: false }).click();
  await expect(page.getByRole('button', { name: 'Near miss', exact: true })).toBeVisible();
  await press(page, 'Near miss');
  await expect(page.getByRole('button', { name: 'Near miss · 1 marked' })).toBeVisible();
  await expect.poll(incidents).toEqual(expect.arrayContaining(['near miss', 'undo']));
  await page.goto(`/stage/${runId}`);
  await press(page, 'Curtain up');
  await expect.poll(incidents).toContain('tap');
  await page.goto(`${HALL}/debrief?run=${runId}`);
  await expect(page.getByText('1 near miss', { exact: true })).toBeVisible();
});

test('a ladder by touch: the rung that failed is repeated, changed or not, and a volunteer may say no', async ({
  page,
}) => {
  await stage(page, '/shows/nine-minutes-of-air');
  await press(page, 'Curtain up');
  await begin(page, 'The water that climbs');
  await press(page, 'How did it go?');
  await press(page, 'Failed');
  await page.getByRole('button', { name: 'something else' }).click();
  await page.getByRole('button', { name: 'Once more', exact: false }).last().click();
  await expect(now(page)).toContainText('level 1 of 3: candles: 1 · attempt 2 · 1 missed');
  await stage(page, '/shows/small-forces');
  await press(page, 'Curtain up');
  await begin(page, 'Hair on end');
  await press(page, 'Said no');
  await expect(page.getByText('1 said no')).toBeVisible();
  await press(page, 'The volunteer is up');
  await press(page, 'The volunteer left');
  await expect(page.getByRole('button', { name: /The volunteer is up/ })).toBeVisible();
});

test('what the audience guesses is one press on the pad, stays in sight, and stands beside the reading', async ({
  page,
}) => {
  const runId = await stage(page, '/shows/nine-minutes-of-air');
  await press(page, 'Curtain up');
  await begin(page, 'The water that climbs');
  await page.keyboard.press('PageDown');
  const guess = page.getByRole('group', { name: 'What the audience guesses' });
  await expect(guess.getByRole('button', { name: 'Keep it' })).toBeVisible();
  // Typed or pressed; a full stop belongs to the number here, and is no miss.
  await page.keyboard.type('6.');
  await guess.getByRole('button', { name: '5', exact: true }).click();
  await guess.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('They guessed: 6.5 cm')).toBeVisible();
  await expect(now(page)).toContainText('Jar down over them.');
  await press(page, 'How did it go?');
  await press(page, 'Partly');
  await page.getByRole('button', { name: 'something else' }).click();
  await expect(page.getByText('They guessed: 6.5 cm')).toBeVisible();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.goto(`/shows/nine-minutes-of-air/debrief?run=${runId}`);
  await expect(page.getByRole('list', { name: 'What failed' })).toContainText('The audience guessed: 6.5 cm');
});

test('on other days than its own a show opens as a rehearsal; clicked through, it teaches nothing until one says so', async ({
  page,
  server,
}) => {
  await page.goto('/shows/small-forces/live');
  await expect(page.getByLabel('It is a rehearsal')).toBeChecked();
  await page.getByLabel('It is a rehearsal').uncheck();
  await press(page, 'Open the stage');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toHaveText('Ready when you are.');
  const runId = new URL(page.url()).pathname.split('/').at(-1)!;
  const record = async () => JSON.stringify(await server.get('/api/logbook'));
  const before = await record();
  for (let i = 0; i < 80 && (await heading.textContent()) !== 'The curtain is down. Well played.'; i++) {
    const words = await page.getByTestId('spoken').textContent();
    await page.keyboard.press('PageDown');
    await expect(page.getByTestId('spoken')).not.toHaveText(words!);
  }
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.goto(`/shows/small-forces/debrief?run=${runId}`);
  await expect(page.getByText(/clicked through, not played: it teaches nothing/)).toBeVisible();
  expect((await server.get<{ demos: unknown }>('/api/logbook')).demos).toEqual(
    (JSON.parse(before) as { demos: unknown }).demos,
  );
  await press(page, 'It was played: count it');
  await expect(page.getByText(/clicked through, not played/)).toHaveCount(0);
  await expect
    .poll(async () => JSON.stringify((await server.get<{ demos: unknown }>('/api/logbook')).demos))
    .not.toBe(JSON.stringify((JSON.parse(before) as { demos: unknown }).demos));
});
