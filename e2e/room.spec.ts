import type { Demo, Stored, Venue } from '@hearty/core';
import { expect, HALL, test } from './server';

/** The room and its dangers, from the plan through Check and the stage to paper. */

test('a stop that nobody can answer for is one in the plan, at Check, on stage and on paper', async ({
  page,
  server,
}) => {
  const { version, body } = await server.get<Stored<Demo>>('/api/demos/warm-fountain');
  const larger = { ...body, hazards: [...body.hazards], audienceM: 9 };
  await page.request.put(`${server.url}/api/demos/warm-fountain`, { data: { version, body: larger } });
  await page.goto(`${HALL}/room`);
  const finding = page.getByRole('listitem').filter({ hasText: 'which needs 9 m' });
  await expect(finding).toContainText('This cannot be overridden');
  await expect(page.getByRole('link', { name: /^Room.*1 to fix/ })).toBeVisible();

  await page.goto(`${HALL}/print`);
  await expect(page.getByRole('region', { name: 'Run sheet' })).toContainText('STOP. The front row sits');

  await page.goto(`${HALL}/check`);
  await page.getByRole('button', { name: 'Start checking' }).click();
  const gate = page.getByTestId(/^gate-/).filter({ hasText: 'Warm fountain' });
  await expect(gate).toContainText('No-go');
  await expect(gate).toContainText('This cannot be overridden');
  await expect(gate.getByRole('button', { name: /decided/ })).toHaveCount(0);

  await page.goto(`${HALL}/live`);
  await page.getByRole('link', { name: 'To the stage screen' }).click();
  await page.getByRole('button', { name: 'Curtain up' }).click();
  await page.getByRole('button', { name: 'Jump or skip' }).click();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Warm fountain' })
    .getByRole('button', { name: /^Begin / })
    .click();
  const barred = page.getByRole('alert').filter({ hasText: 'NOT PLAYED' });
  await expect(barred).toContainText('which needs 9 m');
  // The clicker has one way on here too.
  await expect(barred.getByRole('button', { name: /Leave it out/ })).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(barred).toHaveCount(0);
  await expect(page.getByTestId('now')).not.toContainText('Warm fountain');
});

test('a stop that somebody answers for says who and why, and is open again once it got worse', async ({
  page,
  server,
}) => {
  const venue = async (change: Partial<Venue>) => {
    const { version, body } = await server.get<Stored<Venue>>('/api/venues/saltmarsh');
    await page.request.put(`${server.url}/api/venues/saltmarsh`, {
      data: { version, body: { ...body, ...change } },
    });
  };
  await venue({ ceilingM: 4 });
  await page.goto(`${HALL}/room`);
  const finding = page.getByRole('listitem').filter({ hasText: 'needs 4.5 m of height' });
  await finding.getByRole('button', { name: 'Acknowledge' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: 'Acknowledge' })).toBeDisabled();
  await dialog.getByLabel('Reason').fill('The lamp is taken down');
  await dialog.getByRole('button', { name: 'Acknowledge' }).click();
  await expect(finding).toContainText('acknowledged it: The lamp is taken down');
  await expect(page.getByText('All saved')).toBeVisible();
  await venue({ ceilingM: 3 });
  await page.reload();
  await expect(finding.getByRole('button', { name: 'Acknowledge' })).toBeVisible();
});

test('the room is drawn to scale, and a mark that is moved takes its finding with it', async ({
  page,
  server,
}) => {
  // The fountain wants 3.5 m, and the front row comes nearer.
  const { version, body } = await server.get<Stored<Venue>>('/api/venues/saltmarsh');
  await page.request.put(`${server.url}/api/venues/saltmarsh`, {
    data: { version, body: { ...body, frontRowM: 1.8 } },
  });
  await page.goto(`${HALL}/room`);
  const finding = page.getByRole('listitem').filter({ hasText: 'which needs 3.5 m' });
  await expect(finding).toHaveCount(1);
  const mark = page.getByTestId('mark-floor-front').or(page.getByRole('button', { name: /^floor front: / }));
  const box = (await mark.first().boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 40, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByText(/behind the front edge, for every show here/)).toBeVisible();
  await expect(finding).toHaveCount(0);
  // By the keyboard it comes back, ten centimetres at a time.
  const moved = await server.get<Stored<Venue>>('/api/venues/saltmarsh');
  const backM = (v: Venue) => v.marks.find((m) => m.name === 'floor front')!.backM!;
  expect(backM(moved.body)).toBeGreaterThan(1);
  await mark.first().focus();
  await page.keyboard.press('ArrowDown');
  await expect
    .poll(async () => backM((await server.get<Stored<Venue>>('/api/venues/saltmarsh')).body))
    .toBeCloseTo(backM(moved.body) - 0.1, 6);
});

test('a risk that was written over stays, and is flagged once its demo changed', async ({ page, server }) => {
  await page.goto(`${HALL}/room/risk`);
  await page.getByRole('button', { name: 'Edit: Cloud in a jar, flame' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Further action').fill('Stand the jar in a tray');
  await dialog.getByLabel('Owner').fill('stage manager');
  await dialog.getByRole('button', { name: 'Done' }).click();
  const row = page.getByRole('row').filter({ hasText: 'Stand the jar in a tray' });
  await expect(row).toContainText('(stage manager)');
  await expect(page.getByText('All saved')).toBeVisible();
  const { version, body } = await server.get<Stored<Demo>>('/api/demos/cloud-jar');
  await page.request.put(`${server.url}/api/demos/cloud-jar`, {
    data: { version, body: { ...body, cautions: ['Another one.'] } },
  });
  await page.reload();
  await expect(page.getByRole('status').filter({ hasText: 'out of date' })).toContainText(
    '“Cloud in a jar”, flame',
  );
  await page.getByRole('button', { name: 'Still correct: Cloud in a jar, flame' }).click();
  await expect(page.getByText('out of date')).toHaveCount(0);
  await expect(row).toHaveCount(1);
});

test.describe('at a venue that nobody has described', () => {
  test('a flame is a question, with the answer as a fix', async ({ page, server }) => {
    const { version, body } = await server.get<Stored<Venue>>('/api/venues/saltmarsh');
    const { flameAllowed: _flame, ...rest } = body;
    await page.request.put(`${server.url}/api/venues/saltmarsh`, { data: { version, body: rest } });
    await page.goto(`${HALL}/room`);
    await page.getByRole('button', { name: 'Yes, they allow it' }).click();
    await expect(page.getByText(/Ask the venue: is flame allowed/)).toHaveCount(0);
    await expect(page.getByText('All saved')).toBeVisible();
  });
});
