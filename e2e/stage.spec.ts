import type { Page } from '@playwright/test';
import { expect, HALL, test } from './server';

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();
const target = (page: Page) => page.getByRole('button', { name: /page-down on the clicker/ });

async function stage(page: Page, show: string): Promise<string> {
  await page.goto(`${show}/live`);
  await press(page, 'Open the stage');
  await expect(heading(page)).toHaveText('Ready when you are.');
  return new URL(page.url()).pathname.split('/').at(-1)!;
}

async function begin(page: Page, title: string): Promise<void> {
  await press(page, 'Jump or skip');
  await press(page, `Begin ${title}`);
  await expect(page.getByTestId('now')).toContainText(title);
}

interface Log {
  events: {
    kind: string;
    body: { did?: { kind: string }[]; value?: unknown; reason?: string; demoId?: string };
  }[];
}
const logOf = async (server: { get: <T>(path: string) => Promise<T> }, runId: string) =>
  (await server.get<Log>(`/api/runs/${runId}/events`)).events;

const closings = async (server: Parameters<typeof logOf>[0], runId: string) =>
  (await logOf(server, runId)).flatMap((e) => e.body.did ?? [e]).filter((e) => e.kind === 'attempt closed')
    .length;

test('a clicker alone plays a whole show, and each press is taken back as one', async ({ page, server }) => {
  const runId = await stage(page, '/shows/nine-minutes-of-air');
  let presses = 0;
  for (
    ;
    presses < 80 && (await heading(page).textContent()) !== 'The curtain is down. Well played.';
    presses++
  ) {
    // It is never dead: every press is kept as one.
    const before = (await logOf(server, runId)).length;
    await page.keyboard.press('PageDown');
    await expect.poll(async () => (await logOf(server, runId)).length).toBe(before + 1);
  }
  expect(presses).toBeLessThan(45);
  await expect(page.getByText(/^Saved/)).toBeVisible();
  expect(await closings(server, runId)).toBe(6);
  for (let i = 0; i < presses; i++) {
    const before = (await logOf(server, runId)).length;
    await page.keyboard.press('PageUp');
    await expect.poll(async () => (await logOf(server, runId)).length).toBe(before + 1);
  }
  await expect(heading(page)).toHaveText('Ready when you are.');
});

test('a hasty clicker moves on press by press: none acts on what the one before has changed', async ({
  page,
  server,
}) => {
  const runId = await stage(page, '/shows/nine-minutes-of-air');
  await page.evaluate(() => {
    for (let i = 0; i < 60; i++)
      for (const type of ['keydown', 'keyup'])
        document.dispatchEvent(new KeyboardEvent(type, { key: 'PageDown', code: 'PageDown', bubbles: true }));
  });
  await expect(heading(page)).toHaveText('The curtain is down. Well played.');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  expect(await closings(server, runId)).toBe(6);
});

test('an interlock is asked for before anything goes on, and passed only deliberately, with a reason', async ({
  page,
  server,
}) => {
  const runId = await stage(page, '/shows/small-forces');
  await target(page).click();
  await begin(page, 'Hair on end');
  await target(page).click();
  await target(page).click();
  await press(page, 'How did it go?');
  await page.getByRole('button', { name: 'Failed', exact: true }).click();
  await press(page, 'hair stays down');
  const lock = page.getByRole('group', { name: 'Interlock' });
  await expect(lock).toContainText('Motor off, earth the dome with the wand, then the hand comes down.');
  await press(page, 'Close');
  await press(page, 'Jump or skip');
  await press(page, 'Begin Arms in, faster');
  await expect(lock).toBeVisible();
  await press(page, 'Go on without it');
  await press(page, 'it is done, but was not ticked');
  await expect(page.getByTestId('now')).toContainText('Arms in, faster');
  const did = async () => (await logOf(server, runId)).flatMap((e) => e.body.did ?? []).map((d) => d.kind);
  await expect.poll(did).toEqual(expect.arrayContaining(['overridden', 'item begun']));
});

test('a window counted from a step is over with once it is done, and comes back when that is taken back', async ({
  page,
}) => {
  await stage(page, HALL);
  await target(page).click();
  await begin(page, 'The can that bows');
  const counted = page.getByRole('timer', { name: /since the first steam/ });
  for (let i = 0; i < 10 && !(await counted.isVisible()); i++) await target(page).click();
  await expect(counted).toBeVisible();
  await press(page, 'Done: since the first steam');
  await expect(counted).toHaveCount(0);
  await press(page, 'Undo');
  await expect(counted).toBeVisible();
});

test('a ladder with a failed rung goes on; what was measured is written on the pad or in the debrief', async ({
  page,
  server,
}) => {
  const runId = await stage(page, '/shows/nine-minutes-of-air');
  await target(page).click();
  await begin(page, 'The water that climbs');
  await expect(page.getByTestId('now')).toContainText('level 1 of 3:');
  await press(page, 'How did it go?');
  await page.getByRole('button', { name: 'Failed', exact: true }).click();
  await press(page, 'something else');
  await expect(target(page)).toContainText('Level 2 of 3:');
  await press(page, /^Record: How high the water climbs/);
  for (const digit of ['4', '2', '.', '5'])
    await page.getByRole('button', { name: digit, exact: true }).click();
  await press(page, 'Keep it');
  await expect(page.getByRole('button', { name: /^Record/ })).toHaveCount(0);
  await target(page).click();
  await expect(page.getByTestId('now')).toContainText('level 2 of 3:');
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Worked', exact: true }).click();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  expect((await logOf(server, runId)).filter((e) => e.kind === 'reading').map((e) => e.body.value)).toEqual([
    42.5,
  ]);

  await page.goto('/shows/nine-minutes-of-air/debrief');
  await page.getByLabel('Run', { exact: true }).click();
  await page.getByRole('option', { name: /still on/ }).click();
  const first = page.getByLabel(/How high the water climbs: The water that climbs · .*1.* · failed/);
  await expect(first).toHaveValue('42.5');
  const second = page.getByLabel(
    /How high the water climbs: The water that climbs · .*2.* · attempt 2 · worked/,
  );
  await second.fill('51');
  await second.press('Enter');
  await expect
    .poll(async () =>
      (await logOf(server, runId)).filter((e) => e.kind === 'reading').map((e) => e.body.value),
    )
    .toEqual([42.5, 51]);
});

test('at a mark one press says all is there, with undo; a no-go stays one on stage until it is overruled', async ({
  page,
}) => {
  await page.goto(`${HALL}/check`);
  await press(page, 'Start checking');
  const bench = page.getByRole('region', { name: 'front bench' });
  await bench.getByRole('button', { name: /^All there at front bench/ }).click();
  await expect(bench.getByRole('button', { name: /^All there/ })).toHaveCount(0);
  await expect(page.getByTestId('check-kit_front-bench_tongs')).toContainText('holds');
  await page.getByRole('button', { name: 'Undo', disabled: false }).click();
  await expect(page.getByTestId('check-kit_front-bench_tongs')).not.toContainText('holds');
  await page.getByTestId('check-kit_front-bench_tongs').getByRole('button', { name: 'Missing' }).click();
  await expect(page.getByRole('status').filter({ hasText: '1 no-go' })).toBeVisible();

  await page.getByRole('link', { name: 'On to the stage' }).click();
  await page.getByRole('link', { name: 'To the stage screen' }).click();
  await target(page).click();
  await target(page).click();
  await expect(page.getByText(/no-go: Long tongs is missing/)).toBeVisible();
  await press(page, 'Jump or skip');
  await expect(page.getByRole('listitem').filter({ hasText: 'The can that bows' })).toContainText('no-go');
  await press(page, 'Begin The can that bows');
  await expect(page.getByRole('alert').filter({ hasText: 'No-go' })).toContainText('Long tongs is missing');
  await press(page, /^Play “The can that bows” all the same/);
  await expect(page.getByRole('alert').filter({ hasText: 'No-go' })).toHaveCount(0);
  await press(page, 'Undo');
  await expect(page.getByRole('alert').filter({ hasText: 'No-go' })).toHaveCount(1);
});

test('the stand-by demo is put on from the check, and is what the stage plays; the attempt counts for it', async ({
  page,
  server,
}) => {
  await page.goto('/shows/cold-snap/check');
  await press(page, 'Start checking');
  const gate = page.getByTestId('gate-i-floating-magnet');
  await page
    .getByTestId(/^check-kit_.*superconductor|^check-kit_.*magnet/)
    .first()
    .getByRole('button', { name: 'Missing' })
    .click();
  await expect(gate).toContainText('No-go');
  await gate.getByRole('button', { name: /^Put on “The magnet in no hurry” instead/ }).click();
  await expect(gate).toContainText('Stand-by');
  await page.getByRole('link', { name: 'On to the stage' }).click();
  await page.getByRole('link', { name: 'To the stage screen' }).click();
  await target(page).click();
  await press(page, 'Jump or skip');
  await press(page, /^Begin The magnet that floats/);
  await expect(page.getByTestId('now')).toContainText('The magnet in no hurry');
  await press(page, 'How did it go?');
  await page.getByRole('button', { name: 'Worked', exact: true }).click();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  const [run] = await server.get<{ id: string }[]>('/api/runs?showId=cold-snap');
  const kinds = (await logOf(server, run!.id)).map((e) => e.kind);
  expect(kinds).toContain('stand-by');
});

test('items are swapped and played last from the list, which opens where one is', async ({ page }) => {
  await stage(page, HALL);
  await target(page).click();
  await press(page, 'Jump or skip');
  const titles = async () =>
    (await page.getByRole('list', { name: 'All items' }).getByRole('listitem').allTextContents()).map((t) =>
      t.replace(/^(\d+ · )?/, '').slice(0, 12),
    );
  await press(page, 'Swap Cloud in a jar');
  await press(page, 'Swap with Warm fountain');
  await expect.poll(async () => (await titles()).indexOf('Warm fountai')).toBe(1);
  await press(page, 'Play The can that bows last');
  await expect.poll(async () => (await titles()).at(-1)).toBe('The can that');
});

test('a device that slept inside an item is asked about at the debrief', async ({ page, server }) => {
  await page.clock.install();
  const runId = await stage(page, '/shows/nine-minutes-of-air');
  const kinds = async () => (await logOf(server, runId)).map((e) => e.kind);
  // One press raises the curtain and begins the first item.
  await page.keyboard.press('PageDown');
  await expect.poll(kinds).toHaveLength(1);
  // The lid is closed for twenty minutes: timers due meanwhile fire once.
  await page.clock.fastForward('20:00');
  await expect.poll(kinds).toContain('slept');
  await page.goto(`/shows/nine-minutes-of-air/debrief?run=${runId}`);
  // Give or take what its clock was set right by meanwhile.
  const about20 = /slept for (19 min 5\d s|20 min)/;
  const asked = page.getByRole('alert').filter({ hasText: about20 });
  await expect(asked).toContainText('Did the show go on meanwhile?');
  await asked.getByRole('button', { name: 'Leave the time out' }).click();
  await expect(page.getByRole('alert').filter({ hasText: about20 })).toContainText('The time is left out.');
});
