import { readFileSync } from 'node:fs';
import type { Stored } from '@hearty/core';
import type { Page } from '@playwright/test';
import { expect, HALL, test } from './server';

const since = 'This is how things stood today at';

/** Waits until the device has written down what the server answered; a page left earlier would leave it behind. */
const kept = (page: Page, answer: string) =>
  expect
    .poll(() =>
      page.evaluate(
        () =>
          new Promise<string[]>((found, failed) => {
            const opening = indexedDB.open('hearty-answers');
            opening.onerror = () => failed(new Error('The kept answers cannot be opened.'));
            opening.onsuccess = () => {
              const keys = opening.result.transaction('answers').objectStore('answers').getAllKeys();
              keys.onsuccess = () => {
                opening.result.close();
                found(keys.result.map(String));
              };
            };
          }),
      ),
    )
    .toContain(answer);

/** Opens a run of the hall's show, as another device would. */
const openRun = (page: Page, id: string) =>
  page.request.post('/api/runs', { data: { id, showId: 'weather-in-a-kitchen', rehearsal: false } });

test.describe('with the server gone', () => {
  test.use({ serviceWorkers: 'allow' });

  test('every page that was open before shows what it last had, says since when, and is new again by itself', async ({
    page,
    server,
  }) => {
    const pages: [path: string, shows: string, answer: string][] = [
      ['/shows', 'Weather in a Kitchen', '/overview'],
      [`${HALL}/plan`, 'expected end', HALL],
      [`${HALL}/supplies`, 'Weather in a Kitchen', HALL],
      ['/demos', 'Cloud in a jar', '/library'],
      ['/demos/cloud-jar', 'Cloud in a jar', '/demos/cloud-jar'],
      ['/stores', 'Baking soda', '/stores'],
      ['/venues', 'Saltmarsh Village Hall', '/venues'],
      ['/logbook', 'Cloud in a jar', '/logbook'],
    ];
    await page.goto('/shows');
    // Kept by the browser, so that a page opens without a server at all.
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    for (const [path, shows, answer] of pages) {
      await page.goto(path);
      await expect(page.getByText(shows).first()).toBeVisible();
      await kept(page, answer);
    }
    await server.kill();
    for (const [path, shows] of pages) {
      await page.goto(path);
      await expect(page.getByText(since), path).toBeVisible();
      await expect(page.getByText(shows).first()).toBeVisible();
    }
    await page.goto('/shows');
    await expect(page.getByText('There is no run on this device')).toBeVisible();
    await page.goto('/demos/balloon-swap');
    await expect(page.getByText('The server does not answer')).toBeVisible();
    await page.goto('/venues');
    await expect(page.getByText(since)).toBeVisible();
    await server.start();
    await expect(page.getByText(since)).toBeHidden();
  });
});

test('what is written in a form while the server is gone is in it again after the tab was closed', async ({
  page,
  context,
  server,
}) => {
  await page.goto('/venues');
  await page.getByRole('button', { name: 'Edit Studio Two' }).click();
  await server.kill();
  await page.getByLabel('Notes').fill('The key is with the baker.');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('kept on this device')).toBeVisible();
  await page.close();
  await server.start();
  const later = await context.newPage();
  await later.goto('/venues');
  await later.getByRole('button', { name: 'Edit Studio Two' }).click();
  await expect(later.getByLabel('Notes')).toHaveValue('The key is with the baker.');
  await later.getByRole('button', { name: 'Save' }).click();
  // The dialog holds the same words until it is closed.
  await expect(later.getByRole('dialog')).toHaveCount(0);
  await expect(later.getByText('The key is with the baker.')).toBeVisible();
});

test('two people change one demo: the second sees both, place by place, and chooses', async ({
  page,
  context,
}) => {
  const other = await context.newPage();
  await page.goto('/demos/cloud-jar/edit');
  await other.goto('/demos/cloud-jar/edit');
  await page.getByLabel('Title').fill('Cloud in a very large jar');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByRole('heading', { name: 'Cloud in a very large jar' })).toBeVisible();
  await other.getByLabel('What it teaches').fill('Pressure makes weather.');
  await other.getByRole('button', { name: 'Save' }).first().click();
  const both = other.getByRole('alert').filter({ hasText: 'This demo was changed elsewhere' });
  await expect(
    both.getByRole('row', { name: /^title Cloud in a very large jar Cloud in a jar$/ }),
  ).toBeVisible();
  await expect(both.getByRole('row', { name: /^teaches .* Pressure makes weather\.$/ })).toBeVisible();
  await both.getByRole('button', { name: 'Take theirs' }).click();
  await expect(other.getByLabel('Title')).toHaveValue('Cloud in a very large jar');
  await other.getByLabel('What it teaches').fill('Pressure makes weather.');
  await other.getByRole('button', { name: 'Save' }).first().click();
  await expect(other.getByRole('heading', { name: 'Cloud in a very large jar' })).toBeVisible();
  await expect(other.getByText('Pressure makes weather.').first()).toBeVisible();
});

test('a venue deleted elsewhere while it is being changed can be had again, with the change', async ({
  page,
  context,
}) => {
  const other = await context.newPage();
  await page.goto('/venues');
  await page.getByRole('button', { name: 'New venue' }).click();
  await page.getByLabel('Name').fill('The Old Pump House');
  await page.getByRole('button', { name: 'Save' }).click();
  await other.goto('/venues');
  await other.getByRole('button', { name: 'Edit The Old Pump House' }).click();
  await page.getByRole('button', { name: 'Delete The Old Pump House' }).click();
  await expect(page.getByText('“The Old Pump House” is deleted.')).toBeVisible();
  await other.getByLabel('Notes').fill('Low door.');
  await other.getByRole('button', { name: 'Save' }).click();
  await other.getByRole('button', { name: 'Bring it back and save mine' }).click();
  await expect(other.getByRole('dialog')).toBeHidden();
  await expect(other.getByText('Low door.')).toBeVisible();
});

test('a backup of everything restores it as it was, and newer work is only lost once that is confirmed', async ({
  page,
  server,
}) => {
  await page.goto('/shows');
  await page.getByRole('button', { name: 'Back up and restore' }).click();
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Back up', exact: true }).click();
  const path = (await (await coming).path())!;
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'More for Cold Snap' }).click();
  await page.getByRole('button', { name: 'Delete Cold Snap' }).click();
  await expect(page.getByText(/^“Cold Snap, .* is deleted\.$/)).toBeVisible();

  await page.getByRole('button', { name: 'Back up and restore' }).click();
  const choose = page.getByLabel('Backup to restore');
  await choose.setInputFiles({ name: 'shopping.txt', mimeType: 'text/plain', buffer: Buffer.from('mints') });
  await expect(page.getByText(/shopping\.txt was not restored/)).toBeVisible();
  await choose.setInputFiles({
    name: 'copy.hearty',
    mimeType: 'application/octet-stream',
    buffer: readFileSync(path),
  });
  await expect(page.getByRole('row', { name: 'Shows 3 4' })).toBeVisible();
  const put = page.getByRole('button', { name: 'Replace everything here' });
  await expect(page.getByText('Here and not in the file: 1 changed document.')).toBeVisible();
  await expect(put).toBeDisabled();
  await page.getByLabel('Replace it anyway').check();
  await put.click();
  await expect(page.getByText('Restored from copy.hearty.')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('link', { name: 'Cold Snap' })).toBeVisible();
  expect((await server.get<{ coming: unknown[] }>('/api/overview')).coming).toHaveLength(4);
});

test('a torn draft or form on the device locks nothing; a browser that keeps nothing still shows every page', async ({
  page,
}) => {
  await page.goto('/shows');
  await page.evaluate(() => {
    localStorage.setItem('hearty-draft:weather-in-a-kitchen', '{"ver');
    localStorage.setItem('hearty-form:demos:cloud-jar', '{"ver');
  });
  const lost = page.getByText(
    'Unsaved changes from an earlier visit are on this device, but cannot be read.',
  );
  await page.goto(`${HALL}/plan`);
  await expect(lost).toBeVisible();
  await expect(page.getByText('expected end')).toBeVisible();
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(lost).toHaveCount(0);
  await page.goto('/demos/cloud-jar/edit');
  await expect(lost).toBeVisible();
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByLabel('Title').first()).toHaveValue('Cloud in a jar');

  await page.addInitScript(() => {
    Object.defineProperty(window, 'localStorage', {
      get: () => {
        throw new DOMException('refused', 'SecurityError');
      },
    });
  });
  await page.goto('/shows');
  await expect(page.getByText('Weather in a Kitchen').first()).toBeVisible();
  await page.goto(`${HALL}/plan`);
  await expect(page.getByText('expected end')).toBeVisible();
  await page.goto('/demos/cloud-jar/edit');
  await expect(page.getByLabel('Title').first()).toHaveValue('Cloud in a jar');
});

test('a part of the program that is gone after an update is a page to reload, not one that broke', async ({
  page,
}) => {
  await page.goto('/shows');
  await page.route('**/assets/Logbook*', (route) => route.abort());
  await page.getByRole('link', { name: 'Logbook' }).click();
  await expect(page.getByRole('heading', { name: 'Reload this page' })).toBeVisible();
  await page.unroute('**/assets/Logbook*');
  await page.getByRole('button', { name: 'Reload' }).click();
  await expect(page.getByText('Cloud in a jar').first()).toBeVisible();
});

for (const serviceWorkers of ['block', 'allow'] as const)
  test.describe(`an update while a tab is open, service workers: ${serviceWorkers}`, () => {
    test.use({ serviceWorkers });

    test('keeps what is typed, and every page is there after at most a reload', async ({
      page,
      context,
      server,
    }) => {
      await page.goto('/demos/cloud-jar/edit');
      const title = page.getByLabel('Title').first();
      await title.fill('Cloud in a bottle');
      if (serviceWorkers === 'allow') await page.evaluate(() => navigator.serviceWorker.ready);
      const other = await context.newPage();
      await other.goto('/shows');
      await expect(other.getByText('Weather in a Kitchen').first()).toBeVisible();
      await server.update();
      await other.getByRole('link', { name: 'Logbook' }).click();
      const reload = other.getByRole('button', { name: 'Reload' });
      const logbook = other.getByText('Cloud in a jar').first();
      await expect(reload.or(logbook)).toBeVisible();
      if (await reload.isVisible()) await reload.click();
      await expect(logbook).toBeVisible();
      // The tab runs the new version in the end, whoever served the old one.
      await page.evaluate(async () => (await navigator.serviceWorker?.getRegistration())?.update());
      await expect
        .poll(() =>
          page.evaluate(async () => {
            const worker = await navigator.serviceWorker?.getRegistration();
            return !worker?.installing && !worker?.waiting;
          }),
        )
        .toBe(true);
      await page.reload();
      await expect(page.locator('script[src*="-new"]')).toBeAttached();
      await expect(title).toHaveValue('Cloud in a bottle');
    });
  });

test('what is typed into a demo outlives a reload until it is saved or discarded', async ({ page }) => {
  await page.goto('/demos/cloud-jar/edit');
  const title = page.getByLabel('Title').first();
  await title.fill('Cloud in a bottle');
  // Left at once, as when the machine restarts.
  await page.reload();
  await expect(title).toHaveValue('Cloud in a bottle');
  await expect(page.getByText('These changes are from an earlier visit')).toBeVisible();
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(title).toHaveValue('Cloud in a jar');
  await title.fill('Cloud in a bottle');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Discard changes' }).click();
  await page.goto('/demos/cloud-jar/edit');
  await expect(title).toHaveValue('Cloud in a jar');
  // A dialog as well.
  await page.goto('/venues');
  await page.getByRole('button', { name: 'New venue' }).click();
  await page.getByLabel('Name').fill('The Old Boathouse');
  await page.reload();
  await page.getByRole('button', { name: 'New venue' }).click();
  await expect(page.getByLabel('Name')).toHaveValue('The Old Boathouse');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'New venue' }).click();
  await expect(page.getByLabel('Name')).toHaveValue('');
});

test.describe('the stage', () => {
  test.use({ serviceWorkers: 'allow' });

  test('opens without a server, time and again, once its show was visited', async ({ page, server }) => {
    await openRun(page, 'visited');
    await page.goto('/shows');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.goto(`${HALL}/supplies`);
    const onDevice = () =>
      page.evaluate(
        () =>
          new Promise<string[]>((found) => {
            const opening = indexedDB.open('hearty-log');
            opening.onsuccess = () => {
              const keys = opening.result.transaction('runs').objectStore('runs').getAllKeys();
              keys.onsuccess = () => {
                opening.result.close();
                found(keys.result.map(String));
              };
            };
          }),
      );
    await expect.poll(onDevice).toContain('visited');
    await server.kill();
    for (const [n, label] of ['Curtain up', 'Begin', 'Next'].entries()) {
      await page.goto('/stage/visited');
      await page
        .getByRole('button', { name: new RegExp(`^${label}`) })
        .first()
        .click();
      // A press that begins an item waits for the plan: it is done once it is counted.
      await expect
        .poll(async () =>
          Number(/(\d+) saved on this device only/.exec(await page.locator('body').innerText())?.[1]),
        )
        .toBeGreaterThan(n);
    }
  });
});

test('a browser without a database plays the stage from memory, says so, and sends everything', async ({
  page,
  server,
}) => {
  await openRun(page, 'memory');
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('refused', 'SecurityError');
    };
  });
  await page.goto('/stage/memory');
  await page.getByRole('button', { name: /^Curtain up/ }).click();
  await expect(page.getByText(/^Saved on the server · keep this tab open/)).toBeVisible();
  await page.route('**/api/events', (route) => route.abort());
  await page
    .getByRole('button', { name: /^Begin/ })
    .first()
    .click();
  await expect(
    page.getByText(/this browser keeps nothing · \d only in this tab: leave it open/),
  ).toBeVisible();
  await page.unroute('**/api/events');
  await expect(page.getByText(/^Saved on the server/)).toBeVisible();
  await expect
    .poll(async () => (await server.get<{ events: unknown[] }>('/api/runs/memory/events')).events.length)
    .toBeGreaterThan(1);
});

test('where the planning part of the program cannot be loaded, every page says so and goes on once it can', async ({
  page,
}) => {
  await openRun(page, 'unplanned');
  const failed = page.getByText('The part of the program that computes in the background did not start');
  await page.route('**/assets/plan.worker*', (route) => route.abort());
  await page.goto(`${HALL}/plan`);
  await expect(failed).toBeVisible();
  await page.goto('/stage/unplanned');
  await expect(page.getByText('so stops are not checked')).toBeVisible();
  await page.goto('/check/unplanned');
  await expect(failed).toBeVisible();
  await page.unroute('**/assets/plan.worker*');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(failed).toHaveCount(0);
  await expect(page.getByText(/checked|to check/i).first()).toBeVisible();
});

test('what another planner changes stands on the screen within a second or two', async ({ page }) => {
  const change = async (path: string, more: object) => {
    const { version, body } = (await (await page.request.get(`/api/${path}`)).json()) as Stored<object>;
    await page.request.put(`/api/${path}`, { data: { version, body: { ...body, ...more } } });
  };
  await page.goto(`${HALL}/plan`);
  await expect(page.getByRole('heading', { name: 'Weather in a Kitchen' })).toBeVisible();
  // Its line is open before anything changes.
  await page.waitForLoadState('load');
  await change('shows/weather-in-a-kitchen', { title: 'Weather in a Barn' });
  await expect(page.getByRole('heading', { name: 'Weather in a Barn' })).toBeVisible({ timeout: 3000 });
  await change('venues/saltmarsh', { name: 'The Old Boathouse' });
  await expect(page.getByText('The Old Boathouse').first()).toBeVisible({ timeout: 3000 });
  // What this tab has not saved yet stays, and the other's change is not overwritten unseen.
  await page.goto('/demos/cloud-jar');
  await change('demos/cloud-jar', { title: 'Cloud in a bottle' });
  await expect(page.getByRole('heading', { name: 'Cloud in a bottle' })).toBeVisible({ timeout: 3000 });
});
