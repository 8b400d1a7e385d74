import { expect, test, openFindings } from './server';

test('a bench is found by its question, worked out as one types, shared by its address, and says what it cannot read', async ({
  page,
}) => {
  await page.goto('/shows');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).click();
  await page.getByLabel('Find').fill('light');
  await page.getByRole('link', { name: 'Will it light?' }).click();
  const verdict = page.getByRole('status').filter({ hasText: /light/ });
  await expect(verdict).toContainText('It lights, close to just right');
  await page.getByLabel('Fuel').click();
  await page.getByRole('option', { name: 'propan-2-ol', exact: true }).click();
  const bottle = page.getByRole('textbox', { name: 'Temperature of the bottle' });
  await bottle.fill('40 °F');
  await expect(verdict).toContainText('It will not light');
  await expect(verdict).toContainText('Warm the bottle to 9 °C');
  await expect(
    page.getByRole('img', { name: /Vapour in the air, % against Temperature of the bottle/ }),
  ).toBeVisible();
  // What is out of range is said with its range; the answer is still of what stood there before.
  await bottle.fill('900');
  await bottle.blur();
  await expect(page.getByText(/from -20 to 60|−20/)).toBeVisible();
  await expect(page.getByText(/The result is still the one for the values before/)).toBeVisible();
  await expect(verdict).toContainText('It will not light');
  await bottle.fill('25');
  await expect(verdict).toContainText('It lights');
  await expect(page).toHaveURL(/fuel=propan-2-ol/);
  await page.reload();
  await expect(bottle).toHaveValue('25');
  await expect(verdict).toContainText('It lights');

  // Two settings side by side.
  await page.getByRole('button', { name: 'Compare with other inputs' }).click();
  await bottle.fill('15');
  const row = page.getByRole('row', { name: /^Vapour in the air/ });
  await expect(row.getByRole('cell')).toHaveCount(2);
  const [now, beside] = await row.getByRole('cell').allTextContents();
  expect(parseFloat(now!)).toBeLessThan(parseFloat(beside!));
  await page.getByRole('button', { name: 'Reset' }).click();
  await expect(page).toHaveURL(/\/bench\/vapour-bottle$/);
  await expect(bottle).toHaveValue('20');
});

test('the picture keeps its one instance while one types; a list of numbers is typed line by line', async ({
  page,
}) => {
  await page.goto('/bench/peroxide-foam');
  const picture = page.getByRole('img', { name: /^Foam, L against/ });
  await expect(picture).toHaveAttribute('aria-label', /at 6$/);
  await picture.evaluate((box) => box.setAttribute('data-first', 'yes'));
  await picture.locator('svg').evaluate((svg) => svg.setAttribute('data-first', 'yes'));
  await page.getByRole('textbox', { name: 'Strength' }).fill('3');
  await expect(picture).toHaveAttribute('aria-label', /at 3$/);
  await expect(picture.locator('svg')).toHaveAttribute('data-first', 'yes');
  await page.getByRole('textbox', { name: 'Peroxide', exact: true }).fill('½ cup');
  await expect(page.getByRole('row', { name: /^Oxygen 1\.27 L/ })).toBeVisible();

  await page.goto('/bench/balance-point');
  await expect(page.getByRole('status').filter({ hasText: 'It hangs' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Heights above the pivot' }).fill('0,06\n0.02');
  await expect(page.getByRole('status').filter({ hasText: 'It falls' })).toBeVisible();
});

test('a bench goes into a demo: its amount is in the supplies, its limit in the check, and a cold hall in the plan', async ({
  page,
  server,
}) => {
  // At the bench: as strong as what is on the shelf, in the room of the hall.
  await page.goto('/bench/peroxide-foam');
  await page.getByLabel('Use conditions from').click();
  await page.getByRole('option', { name: 'Saltmarsh Village Hall' }).click();
  await expect(page.getByText('Of Saltmarsh Village Hall.')).toBeVisible();
  await page.getByLabel('and the strength of').click();
  await page.getByRole('option', { name: 'Hydrogen peroxide, 6 % w/w, 6 %' }).click();
  await expect(page.getByRole('textbox', { name: 'Strength' })).toHaveValue('6');
  await page.getByRole('textbox', { name: 'Peroxide', exact: true }).fill('1 cup');
  await page.getByRole('button', { name: 'Use this in a demo' }).click();
  await page.getByLabel('Demo', { exact: true }).fill('Foam col');
  await page.getByRole('option', { name: /^Foam column/ }).click();
  await expect(page.getByText(/It uses this calculator already/)).toBeVisible();
  await page.getByRole('button', { name: /^Use it in/ }).click();
  await expect(page.getByText('“Foam column, kitchen strength” uses this calculator now.')).toBeVisible();
  await expect(page.getByText('Peroxide: 236.6 mL')).toBeVisible();

  // In the supplies of the show it is a cup each time, with the waste of the demo; and comes of the bench.
  await page.goto('/shows/weather-in-a-kitchen/supplies');
  const row = page.getByRole('row', { name: /Hydrogen peroxide, 6 %/ });
  await expect(row).toContainText('248.4 mL');

  // The hall is cold: the plan says that the bottle will not light, and what would.
  await page.goto('/shows/weather-in-a-kitchen/plan');
  await expect(page.getByText(/It will not light/)).toHaveCount(0);
  await page.goto('/venues');
  await page
    .getByRole('button', { name: /Saltmarsh Village Hall/ })
    .first()
    .click();
  await page.getByRole('textbox', { name: 'Temperature of the room' }).fill('48 °F');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.goto('/shows/weather-in-a-kitchen/plan');
  const finding = page.getByText(
    /It will not light: .* Warm the bottle to 12 °C\. It may still burn at the mouth: treat it as live\. .*Based on/,
  );
  await openFindings(page);
  await expect(finding.first()).toBeVisible();
  const other = page.getByRole('button', { name: 'Play it as “With propan-2-ol”' });
  await other.click();
  await expect(finding).toHaveCount(0);
  await expect(page.getByText('All saved')).toBeVisible();
  const { body } = await server.get<{ body: { items: { demoId?: string; variantId?: string }[] } }>(
    '/api/shows/weather-in-a-kitchen',
  );
  expect(body.items.find((i) => i.demoId === 'vapour-bottle')?.variantId).toBe('propanol');

  // Its limit is looked at before doors.
  await page.goto('/shows/weather-in-a-kitchen/check');
  await page.getByRole('button', { name: 'Start checking the set-up' }).click();
  await expect(page.getByText('Temperature of the bottle').first()).toBeVisible();
});

test('how long a dip takes comes from a calculator, and the plan follows it', async ({ page, server }) => {
  const readyAfterS = async () => {
    const { timetable } = await server.get<{
      timetable: { tasks: { title: string; handsOffS: number; readyS: number }[] };
    }>('/api/shows/cold-snap/plan');
    const dip = timetable.tasks.find((t) => t.title === 'Drop the ball into the cold box')!;
    return dip.readyS - dip.handsOffS;
  };
  await page.goto('/bench/chill');
  await expect(page.getByRole('status').filter({ hasText: 'It boils for about 6.4 min' })).toBeVisible();
  await page.getByLabel('What is it made of').click();
  await page.getByRole('option', { name: 'rubber' }).click();
  await page.getByLabel('Shape').click();
  await page.getByRole('option', { name: 'sheet' }).click();
  await page.getByRole('textbox', { name: 'Thickness' }).fill('4,5');
  await page.getByRole('button', { name: 'Use this in a demo' }).click();
  await page.getByLabel('Demo', { exact: true }).fill('The ball');
  await page.getByRole('option', { name: /^The ball that forgot/ }).click();
  await page.getByLabel('“Drop the ball into the cold box”: is ready after').click();
  await page.getByRole('option', { name: 'Stops boiling after about' }).click();
  await page.getByRole('button', { name: /^Use it in/ }).click();
  await expect(page.getByText('ready when its calculator says')).toBeVisible();
  await expect.poll(readyAfterS).toBeLessThan(90);

  // Taken out in the editor, the time that stands in the demo counts again.
  await page.goto('/demos/still-ball/edit');
  await page.getByRole('button', { name: 'Remove this time' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).first().click();
  await expect(page.getByText('ready 5 min later')).toBeVisible();
  await expect.poll(readyAfterS).toBe(300);
});

test('the demo editor holds a bench: what is out of its range stops the save, what is set is kept', async ({
  page,
  server,
}) => {
  await page.goto('/demos/foam-column/edit');
  const bench = page.getByRole('group', { name: 'calculator 1' }).last();
  const vessel = bench.getByRole('textbox', { name: 'Vessel' });
  await vessel.fill('900');
  await vessel.blur();
  await page.getByRole('button', { name: 'Save', exact: true }).first().click();
  await expect(bench.getByText(/from 50 mL to 100 L/)).toBeVisible();
  await vessel.fill('2');
  await bench.getByRole('textbox', { name: 'Strength' }).fill('9');
  await page.getByRole('button', { name: 'Save', exact: true }).first().click();
  await expect(page.getByText('“Foam column, kitchen strength” is saved.')).toBeVisible();
  const { body } = await server.get<{ body: { benches: { inputs: object[] }[] } }>('/api/demos/foam-column');
  expect(body.benches[0]!.inputs).toEqual(
    expect.arrayContaining([
      { name: 'vesselL', value: 2 },
      { name: 'percentWW', value: 9 },
    ]),
  );
});

test('sliders move what is drawn, and the address once they are let go; the five benches used last are at hand', async ({
  page,
}) => {
  await page.goto('/bench/throw');
  const slider = page.getByRole('slider', { name: 'Speed, m/s, slide' });
  await slider.focus();
  await page.keyboard.press('End');
  await expect(page.getByRole('status').filter({ hasText: 'It lands' })).toContainText('9180 m');
  await expect(page).toHaveURL(/speedMS=300/);
  for (const id of ['noise', 'ladder', 'balloon', 'dry-ice', 'can-crush']) {
    await page.goto(`/bench/${id}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  }
  await page.goto('/bench');
  const last = page.getByRole('navigation', { name: 'Used last' });
  await expect(last.getByRole('link')).toHaveText(['Crushed can', 'Dry ice', 'Balloon', 'Ladder', 'Noise']);
  await page.getByLabel('Find by question or demo').fill('hair on end');
  await expect(page.getByText('1 of 24')).toBeVisible();
  await page.getByRole('link', { name: 'How many volts, and is the air too damp?' }).click();
  await page.getByRole('textbox', { name: 'Levels' }).fill('0.1\n0,2\n9');
  const table = page.getByRole('table', { name: 'Over a series' });
  await expect(table.getByRole('row', { name: /^0\.1/ })).toContainText('300 kV');
  await expect(table.getByRole('row', { name: /^0,2/ })).toContainText('600 kV');
  await expect(table.getByRole('row', { name: /^9/ })).toContainText('must be a number from 0.02 to 1 m');
});
