import type { DemoRecordAnswer, Show, Stored } from '@hearty/core';
import type { Page } from '@playwright/test';
import { expect, test, type Server } from './server';

/** Whole jobs, from the plan through the stage to what the logbook knows of them. */

const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();
const now = (page: Page) => page.getByTestId('now');

async function openStage(page: Page, show: string): Promise<string> {
  await page.goto(`/shows/${show}/live`);
  await page.getByLabel('It is a rehearsal').uncheck();
  await press(page, 'Open the stage');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Ready when you are.');
  return new URL(page.url()).pathname.split('/').at(-1)!;
}

async function begin(page: Page, title: string): Promise<void> {
  await press(page, 'Jump or skip');
  await press(page, `Begin ${title}`);
  await expect(now(page)).toContainText(title);
}

async function outcome(page: Page, words: string): Promise<void> {
  await press(page, 'How did it go?');
  await page.getByRole('button', { name: words, exact: true }).click();
}

/** Leaves out whatever is still to come, and lets the curtain fall. */
async function curtainDown(page: Page, server: Server, runId: string): Promise<void> {
  await press(page, 'Jump or skip');
  const skips = page.getByRole('button', { name: /^Skip /, disabled: false });
  for (let left = await skips.count(); left > 0; left--) {
    await skips.first().click();
    await expect(skips).toHaveCount(left - 1);
  }
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await press(page, 'Curtain down');
  await expect.poll(() => kinds(server, runId)).toContain('curtain down');
}

/** What the server has of a run; one press is one event or several in a tap. */
const kinds = async (server: Server, runId: string): Promise<string> =>
  JSON.stringify((await server.get<{ events: object[] }>(`/api/runs/${runId}/events`)).events);

/** How often a demo was tried at shows, as its page says. */
const tried = async (server: Server, demoId: string): Promise<number> =>
  (await server.get<DemoRecordAnswer>(`/api/demos/${demoId}/record`)).line.attempts;

test('a contest of five minutes: its clock starts at its own length and stops in a planned and in a pressed hold', async ({
  page,
  server,
}) => {
  const { version, body } = await server.get<Stored<Show>>('/api/shows/nine-minutes-of-air');
  const [first, ...rest] = body.items;
  const judges = {
    ...{ id: 'judges', kind: 'hold', title: 'The judges look', showings: 1, retries: 0, helperIds: [] },
    timing: { bestS: 45, likelyS: 45, worstS: 45 },
  };
  const put = await page.request.put(`${server.url}/api/shows/nine-minutes-of-air`, {
    data: { version, body: { ...body, slotMin: 5, slotWaits: true, items: [first, judges, ...rest] } },
  });
  expect(put.ok()).toBe(true);
  await page.clock.install();
  // A panel whose code does not arrive costs its own place only, until it does.
  await page.route('**/panels-loaded-*.js', (route) => route.abort());
  await openStage(page, 'nine-minutes-of-air');
  await press(page, 'Jump or skip');
  await expect(page.getByText('This panel is still loading')).toBeVisible();
  await page.unroute('**/panels-loaded-*.js');
  await expect(page.getByRole('list', { name: 'All items' })).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  // The server would correct a clock that jumps.
  await server.kill();
  const left = async () => {
    const text = await page.getByText('left in the slot').locator('..').textContent();
    const [, minutes, seconds] = /(\d+):(\d\d)/.exec(text ?? '') ?? [];
    return Number(minutes) * 60 + Number(seconds);
  };
  /** Within the seconds that the test itself takes. */
  const isAbout = async (wanted: number) => {
    const found = await left();
    expect(found).toBeLessThanOrEqual(wanted + 1);
    expect(found).toBeGreaterThan(wanted - 12);
    return found;
  };
  await press(page, 'Curtain up');
  await isAbout(300);
  await begin(page, body.items[0]!.title);
  await page.clock.fastForward(60_000);
  await isAbout(240);
  // A hold that is pressed.
  await press(page, 'Hold');
  const held = await left();
  await page.clock.fastForward(45_000);
  await expect(page.getByRole('alert').filter({ hasText: 'the slot waits too' })).toBeVisible();
  expect(Math.abs((await left()) - held)).toBeLessThanOrEqual(1);
  await press(page, 'Resume');
  // A hold that was planned.
  await begin(page, 'The judges look');
  const judged = await left();
  await page.clock.fastForward(50_000);
  expect(Math.abs((await left()) - judged)).toBeLessThanOrEqual(1);
  await begin(page, body.items[1]!.title);
  const after = await left();
  await page.clock.fastForward(30_000);
  expect(after - (await left())).toBeGreaterThanOrEqual(29);
});

test('a dip forgotten on stage: ticked late it counts; never ticked, the debrief asks and it teaches only when answered', async ({
  page,
  server,
}) => {
  const before = await tried(server, 'still-ball');
  const late = 'Late, now done: Drop the ball into the cold box (for “The ball that forgot to bounce”)';
  const playBall = async () => {
    const runId = await openStage(page, 'cold-snap');
    await press(page, 'Curtain up');
    await begin(page, 'The balloon that sleeps');
    await begin(page, 'The ball that forgot to bounce');
    return runId;
  };

  const ticked = await playBall();
  await page.getByRole('button', { name: late }).click();
  await expect(page.getByRole('button', { name: late })).toHaveCount(0);
  await outcome(page, 'Worked');
  await curtainDown(page, server, ticked);
  await page.goto(`/shows/cold-snap/debrief?run=${ticked}`);
  await expect(page.getByRole('heading', { name: /^1 attempt/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'It was done' })).toHaveCount(0);
  await expect.poll(() => tried(server, 'still-ball')).toBe(before + 1);

  const forgotten = await playBall();
  await outcome(page, 'Worked');
  await expect(page.getByRole('button', { name: late })).toBeVisible();
  await curtainDown(page, server, forgotten);
  await page.goto(`/shows/cold-snap/debrief?run=${forgotten}`);
  await expect(page.getByRole('button', { name: 'It was done' })).toBeVisible();
  expect(await tried(server, 'still-ball')).toBe(before + 1);
  await press(page, 'It was not');
  await expect.poll(() => kinds(server, forgotten)).toContain('work answered');
  expect(await tried(server, 'still-ball')).toBe(before + 1);
  await press(page, 'It was done');
  await expect.poll(() => tried(server, 'still-ball')).toBe(before + 2);
});
