import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expect, HALL, saved, test } from './server';

interface Stored<T> {
  id: string;
  version: number;
  body: T;
}
type Show = Record<string, unknown> & { id: string; date: string };

/** Puts a copy of a demo show on another day. */
async function copyTo(page: Page, server: { url: string }, from: string, id: string, changes: Partial<Show>) {
  const all = (await (await fetch(`${server.url}/api/shows`)).json()) as Stored<Show>[];
  const body = { ...all.find((s) => s.id === from)!.body, id, ...changes };
  const put = await page.request.put(`/api/shows/${id}`, { data: { version: 0, body } });
  expect(put.ok()).toBe(true);
}
const day = (from: string, add: number) => {
  const d = new Date(`${from}T12:00:00Z`);
  d.setUTCDate(d.getUTCDate() + add);
  return d.toISOString().slice(0, 10);
};
const dateOf = async (server: { get: <T>(path: string) => Promise<T> }, id: string) =>
  (await server.get<Stored<Show>[]>('/api/shows')).find((s) => s.id === id)!.body.date;

test('shelves are counted with the keyboard alone, and the ledger knows', async ({ page, server }) => {
  await page.goto('/stores/count');
  const field = (name: string) => page.getByLabel(new RegExp(`^Counted: ${name}`)).first();
  await field('Baking soda').focus();
  await page.keyboard.type('a lot');
  await expect(page.getByText('1 not understood')).toBeVisible();
  await page.keyboard.press('Control+A');
  await page.keyboard.type('1 cup');
  // 236.588 mL at 0.93 g/mL.
  await expect(page.getByText('−80 g against the ledger')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(field('Balloon')).toBeFocused();
  await page.keyboard.type('75');
  // A page loaded again has lost nothing.
  await page.reload();
  await expect(page.getByText('2 counted')).toBeVisible();
  await page.getByRole('button', { name: 'Record' }).click();
  await expect(page.getByText('0 counted')).toBeVisible();
  // What was written down outlives the server.
  await server.kill();
  await server.start();
  await page.goto('/stores');
  await expect(page.getByTestId('stock-baking-soda')).toContainText('220 g');
  await expect(page.getByTestId('stock-balloon')).toContainText('75');
  await page.getByRole('navigation', { name: 'The stores' }).getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('button', { name: 'Undo: counted Balloon' }).first().click();
  await page.getByRole('navigation', { name: 'The stores' }).getByRole('link', { name: 'Shelves' }).click();
  await expect(page.getByTestId('stock-balloon')).toContainText('80');
});

test('more than there is cannot be written down; what is bought has its own expiry', async ({ page }) => {
  await page.goto('/stores');
  const choose = async (what: string) => {
    await page.getByRole('button', { name: 'What to do with Chewy mints' }).click();
    await page.getByRole('menuitem', { name: what }).click();
  };
  await choose('Used some');
  await page.getByLabel('How much').fill('40');
  await page.getByRole('button', { name: 'Record' }).click();
  await expect(page.getByText('How much: There is 10 less than that.')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await choose('Bought some');
  await page.getByLabel('How much').fill('28');
  await page.getByRole('textbox', { name: 'Use by' }).fill('2026-12-05');
  await page.getByRole('button', { name: 'Record' }).click();
  const row = page.getByTestId('stock-mints');
  await expect(row).toContainText('58');
  await expect(row).toContainText('28 until 5 Dec 2026');
  await choose('Used some');
  await page.getByLabel('How much').fill('30');
  await page.getByRole('button', { name: 'Record' }).click();
  await expect(row).toContainText('28 until');
  await expect(row).not.toContainText('5 Dec 2026');
});

test('a CSV is shown before it is brought in; wrong rows are named and change nothing', async ({ page }) => {
  await page.goto('/stores');
  await page.getByRole('button', { name: 'Import CSV' }).click();
  const csv = [
    'name,sort,unit,on shelf,supplier,price',
    'Baking soda,,,1 lb,,1.80',
    'Glitter,consumable,g,200 g,party shop,3',
    'Sparkle,consumable,g,some,the moon,3',
  ].join('\r\n');
  await page
    .getByLabel('CSV file')
    .setInputFiles({ name: 'stores.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  const table = page.getByRole('table', { name: 'What it would change' });
  await expect(table).toContainText('price: 1.3 → 1.8');
  await expect(table.getByRole('row', { name: /Sparkle/ })).toContainText(
    'on shelf: Write an amount such as',
  );
  await expect(table.getByRole('row', { name: /Sparkle/ })).toContainText('supplier: Write one of');
  await expect(page.getByText('1 new, 1 changed, 0 as they are, 1 wrong.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Import' })).toBeDisabled();
  await page.getByLabel(/Leave the 1 wrong row out/).check();
  await page.getByRole('button', { name: 'Import' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.getByLabel('Find').fill('glitter');
  await expect(page.getByRole('table', { name: 'Shelves' })).toContainText('200 g');
  // And out again.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Stores as CSV' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('Glitter,consumable,g,200,');
});

test('three shows of a tour eat one shelf: the third knows what the first two take', async ({
  page,
  server,
}) => {
  const date = await dateOf(server, 'weather-in-a-kitchen');
  await copyTo(page, server, 'weather-in-a-kitchen', 'second-night', {
    title: 'Second night',
    date: day(date, 1),
  });
  await copyTo(page, server, 'weather-in-a-kitchen', 'third-night', {
    title: 'Third night',
    date: day(date, 2),
  });
  const mints = (id: string) => page.goto(`/shows/${id}/supplies`);
  await mints('weather-in-a-kitchen');
  await expect(page.getByLabel('Chewy mints on the shelf')).toHaveValue('30');
  await expect(page.getByTestId('buy-mints')).toHaveText('–');
  await mints('third-night');
  await expect(page.getByTestId('buy-mints')).toContainText('1 pack');
  await page.getByRole('button', { name: 'Working for Chewy mints' }).click();
  await expect(
    page.getByText(/The shows before it may use \d+ of it together; \d+ are usable on the day/),
  ).toBeVisible();
  await page.goto('/stores/buy');
  await expect(page.getByTestId('buy-mints')).toContainText('Third night');
  await expect(page.getByTestId('buy-mints')).not.toContainText('Weather in a Kitchen');
  await expect(page.getByRole('table', { name: 'Cost of each show' })).toContainText('Second night');
});

test('the odds of running out are set for the show, and what is packed follows', async ({ page }) => {
  await page.goto(`${HALL}/supplies`);
  const packed = page.getByTestId('packed-drink-can');
  await expect(packed).toHaveText('2');
  const odds = page.getByLabel('Accepted risk of running out');
  await odds.fill('always');
  await odds.press('Enter');
  await expect(page.getByText('Write a number from 0.1 to 50. This is not kept.')).toBeVisible();
  await odds.fill('0.1');
  await odds.press('Enter');
  await expect(packed).toHaveText('4');
  await saved(page);
});

test('a show is packed into crates, apart what must be; ticks are shared and survive', async ({
  page,
  context,
  server,
}) => {
  await page.goto(`${HALL}/supplies/packing`);
  await expect(page.getByText('By themselves')).toBeVisible();
  // What comes home is ticked from the day of the show on.
  await expect(page.getByLabel('Long tongs home again')).toHaveCount(0);
  const now = new Date();
  const today = [now.getFullYear(), now.getMonth() + 1, now.getDate()].map((n) => String(n).padStart(2, '0'));
  await copyTo(page, server, 'weather-in-a-kitchen', 'tonight', { date: today.join('-') });
  const packing = '/shows/tonight/supplies/packing';
  await page.goto(packing);
  await expect(page.getByText('upright, vented, never in the passenger space')).toBeVisible();
  const sections = page.getByRole('region');
  for (const crate of await sections.all()) {
    const text = (await crate.textContent())!;
    expect(text.includes('oxidiser') && text.includes('iodide or yeast')).toBe(false);
  }
  await page.getByLabel('Long tongs loaded').click();
  await expect(page.getByLabel('Long tongs loaded')).toBeChecked();
  await expect(page.getByText(/^1 of \d+ loaded/)).toBeVisible();
  const other = await context.newPage();
  await other.goto(packing);
  await expect(other.getByLabel('Long tongs loaded')).toBeChecked();
  await other.getByLabel('Long tongs home again').click();
  await expect(other.getByLabel('Long tongs home again')).toBeChecked();
  await expect(page.getByText(/1 of \d+ loaded, 1 home again/)).toBeVisible({ timeout: 15_000 });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('Long tongs');
});

test('consumables are taken off the shelf for a show, and what it does not use comes home', async ({
  page,
}) => {
  await page.goto(`${HALL}/supplies/packing`);
  const take = page.getByRole('button', { name: 'Take the consumables off the shelf' });
  await take.click();
  await expect(page.getByText(/lots are out with this show/)).toBeVisible();
  await expect(take).toBeDisabled();
  await page.goto('/stores');
  const cans = page.getByTestId('stock-drink-can');
  await expect(cans).toContainText('2 out with a show');
  await expect(cans.getByRole('cell').nth(1)).toHaveText('12');
  // Out with this show is still there for this show.
  await page.goto(`${HALL}/supplies`);
  await expect(page.getByTestId('buy-drink-can')).toHaveText('–');
});

test('a cold budget adds use and losses, says when the vessel is too small, and is on the buying list', async ({
  page,
}) => {
  await page.goto('/shows/cold-snap/supplies/cold');
  const budget = page.getByRole('region', { name: 'Cold budget: Liquid nitrogen' });
  await expect(budget.getByTestId('cold-order')).toHaveText('Order 9 L, about 54.00');
  await expect(budget.getByRole('img', { name: /What is left in the vessel/ })).toBeVisible();
  await page.getByLabel('Vessel holds, L').fill('5');
  await page.getByLabel('Vessel holds, L').press('Enter');
  await expect(budget.getByText(/The vessel holds 5 L of liquid nitrogen and .* L are needed/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(budget.getByText(/The vessel holds 5 L/)).toBeHidden();
  await saved(page);
  await page.goto('/stores/buy');
  await expect(page.getByTestId('buy-nitrogen')).toContainText('9 L');
});

test('on the day the call sheet runs by the clock: due, late, done; and goes into a calendar', async ({
  page,
  server,
}) => {
  // The browser stands at 13:36 on the day of the show.
  const date = await dateOf(server, 'weather-in-a-kitchen');
  await page.clock.install({ time: new Date(`${date}T13:36:30`) });
  // So does the server's clock, by which every device sets its own: what travels is set right on the way.
  await page.route('**/api/events', async (route) => {
    const { events } = route.request().postDataJSON() as { events: object[] };
    const response = await route.fetch({
      postData: JSON.stringify({ events: events.map((e) => ({ ...e, at: Date.now() })) }),
    });
    const json = (await response.json()) as object;
    await route.fulfill({ response, json: { ...json, now: await page.evaluate(() => Date.now()) } });
  });
  await page.goto(`${HALL}/prep`);
  await expect(page.getByText('It is 13:36.')).toBeVisible();
  const day = page.getByRole('list', { name: 'The day' });
  const fill = day.getByRole('listitem').filter({ hasText: 'Fill the hot bath' });
  // One line for now, across everybody: what is before it has begun, what is after it has not.
  const lines = await day.getByRole('listitem').allTextContents();
  const now = lines.indexOf('13:36 now');
  expect(lines[now - 1]).toMatch(/^13:34/);
  expect(lines[now + 1]).toMatch(/^13:5/);
  expect(lines.map((l) => /^\d\d:\d\d/.exec(l)![0])).toEqual(
    lines.map((l) => /^\d\d:\d\d/.exec(l)![0]).sort(),
  );
  await expect(fill).toContainText('Late by');
  await expect(page.getByRole('status').filter({ hasText: 'to curtain-up' })).toContainText('1 late, 2 due');
  await day.getByLabel('Done: Fill the hot bath').click();
  await expect(day.getByLabel('Done: Fill the hot bath')).toBeChecked();
  await expect(page.getByRole('status').filter({ hasText: 'to curtain-up' })).toContainText('2 due');
  await expect(fill).not.toContainText('Late by');
  await expect(fill).toHaveAttribute('data-state', 'done');
  // One person's day has an address of its own, for their own phone.
  await page.getByRole('button', { name: /^Ottoline, call/ }).click();
  await expect(day.getByText('Bram')).toHaveCount(0);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calendar for Ottoline' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('weather-in-a-kitchen-ottoline.ics');
  const text = readFileSync(await download.path(), 'utf8');
  expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/);
  // The line for now is no appointment.
  expect(text.match(/BEGIN:VEVENT/g)!.length).toBe((await day.getByRole('listitem').count()) - 1);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Calendar for Ottoline' })).toBeVisible();
  await expect(day.getByText('Bram')).toHaveCount(0);
  await expect(page.getByLabel('Done: Fill the hot bath')).toBeChecked();
});

test('what a run used goes into the stores with one press, once', async ({ page }) => {
  await page.goto(`${HALL}/debrief`);
  await expect(page.getByRole('heading', { name: /attempts/ })).toBeVisible();
  const shelf = async () => {
    const { lots } = (await (await page.request.get('/api/stores')).json()) as {
      lots: { lot: { goodId: string }; shelf: number }[];
    };
    return lots.filter((l) => l.lot.goodId === 'drink-can').reduce((sum, l) => sum + l.shelf, 0);
  };
  const before = await shelf();
  await page.getByRole('button', { name: 'Record what was used in the stores' }).click();
  await expect(page.getByText('What this run used is in the ledger.')).toBeVisible();
  const row = page.getByRole('row', { name: /Empty drink can/ });
  const used = Number(await row.getByRole('cell').nth(2).textContent());
  expect(used).toBeGreaterThan(0);
  expect(await shelf()).toBe(before - used);
  await page.reload();
  await expect(page.getByText('What this run used is in the ledger.')).toBeVisible();
});

test('how to make six per cent from thirty, what goes into which, and what to wear', async ({ page }) => {
  await page.goto('/stores/solutions');
  await expect(page.getByText('6 % w/w = 1.8 mol/L = 20.2 volumes')).toBeVisible();
  const bench = page.getByRole('region', { name: 'Making it weaker', exact: true });
  await expect(bench).toContainText('100 g of stock (89.9 mL) into 400 g of water');
  await expect(bench).toContainText('Water first');
  await bench.getByLabel('From stock of, %').fill('3');
  await expect(bench).toContainText('The stock must be the stronger.');
  await bench.getByLabel('From stock of, %').fill('70');
  await expect(bench).toContainText('nothing stronger is sold');
  await bench.getByLabel('From stock of, %').fill('30');
  await bench.getByLabel('Strengths are').click();
  await page.getByRole('option', { name: /w\/v/ }).click();
  await expect(bench).toContainText('100 mL of stock, and water up to 500 mL');
});

test('counting, packing and the call sheet fit a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const path of [
    '/stores/count',
    `${HALL}/supplies/packing`,
    `${HALL}/prep`,
    '/stores',
    '/stores/buy',
  ]) {
    await page.goto(path);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.waitForTimeout(600);
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 390]);
  }
});
