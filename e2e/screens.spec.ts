import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, HALL, test } from './server';

const SCREENS: [string, string, (page: Page) => Promise<unknown>][] = [
  ['shows', '/shows', (p) => p.getByText('Weather in a Kitchen').waitFor()],
  ['new show', '/shows', (p) => p.getByRole('button', { name: 'New show' }).click()],
  ['plan', `${HALL}/plan`, (p) => p.getByTestId('landing').waitFor()],
  ['an item of the plan', `${HALL}/plan`, (p) => p.getByRole('button', { name: /^Foam column/ }).click()],
  ['supplies', `${HALL}/supplies`, (p) => p.getByRole('button', { name: 'Working for Water' }).click()],
  ['packing', `${HALL}/supplies/packing`, (p) => p.getByText('By themselves').waitFor()],
  ['cold', '/shows/cold-snap/supplies/cold', (p) => p.getByTestId('cold-order').first().waitFor()],
  ['prep', `${HALL}/prep`, (p) => p.getByRole('list', { name: 'The day' }).waitFor()],
  ['shelves', '/stores', (p) => p.getByText(/^(\d+) of \1\b/).waitFor()],
  ['to buy', '/stores/buy', (p) => p.getByText('to buy, about').waitFor()],
  ['counting', '/stores/count', (p) => p.getByText('0 counted').waitFor()],
  ['ledger', '/stores/ledger', (p) => p.getByRole('table', { name: 'Ledger' }).waitFor()],
  ['crates', '/stores/crates', (p) => p.getByText('Crate A').first().waitFor()],
  ['solutions', '/stores/solutions', (p) => p.getByText('20.2 volumes').waitFor()],
  ['check', `${HALL}/check`, (p) => p.getByRole('button', { name: 'Start checking' }).click()],
  ['live', `${HALL}/live`, (p) => p.getByRole('heading', { name: 'The stage is set' }).waitFor()],
  ['debrief', `${HALL}/debrief`, (p) => p.getByRole('heading', { name: /attempts/ }).waitFor()],
  ['demos', '/demos', (p) => p.getByText('26 of 26').waitFor()],
  ['a demo', '/demos/vapour-bottle', (p) => p.getByText('Record').waitFor()],
  [
    'the demo editor',
    '/demos/vapour-bottle/edit',
    (p) => p.getByRole('heading', { name: 'Known faults' }).waitFor(),
  ],
  ['venues', '/venues', (p) => p.getByText('Quarry Field').waitFor()],
  ['benches', '/bench', (p) => p.getByText(/^(\d+) of \1\b/).waitFor()],
  ['a bench', '/bench/warm-soda', (p) => p.getByRole('heading', { name: 'How it was worked out' }).waitFor()],
  ['logbook', '/logbook', (p) => p.getByRole('table', { name: 'Reliability' }).waitFor()],
];

/** The rules of WCAG 2.2, level AA, as axe can see them. */
const AA = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];

/** Of what axe looks for, a theme changes the colours alone. */
async function wrongIn(page: Page, only: 'all' | 'colours' = 'all'): Promise<string[]> {
  // Give a dialog the time to stand.
  await page.waitForTimeout(150);
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  const { violations } = await (
    only === 'all' ? axe.withTags(AA) : axe.withRules(['color-contrast'])
  ).analyze();
  return violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.html.slice(0, 160))
        .slice(0, 3)
        .join(' | ')}`,
  );
}

const PART = 8;
for (let from = 0; from < SCREENS.length; from += PART) {
  const part = SCREENS.slice(from, from + PART);
  test(`axe finds nothing against WCAG 2.2 AA in paper and night: ${part.map(([name]) => name).join(', ')}`, async ({
    page,
  }) => {
    const found: string[] = [];
    for (const [name, path, ready] of part) {
      await page.goto(path);
      await ready(page);
      for (const size of SIZES) {
        await page.setViewportSize(size);
        found.push(...(await wrongIn(page)).map((v) => `${name} at ${size.width}: ${v}`));
      }
      await page.setViewportSize(SIZES[0]!);
      // Also where a dialog lies over it.
      const turn = (to: string) =>
        page.locator('nav button', { hasText: to }).evaluate((b: HTMLElement) => b.click());
      await turn('Dark');
      await expect(page.locator('body')).toHaveCSS('background-color', 'rgb(23, 17, 26)');
      found.push(...(await wrongIn(page, 'colours')).map((v) => `${name} at night: ${v}`));
      await turn('Paper');
    }
    expect(found).toEqual([]);
  });
}

test('axe finds nothing serious on the stage, from curtain-up to curtain down', async ({ page }) => {
  await page.goto('/shows/small-forces/live');
  await page.getByRole('button', { name: 'Open the stage' }).click();
  const found: string[] = [];
  const look = async () => found.push(...(await wrongIn(page)));
  await page.getByRole('button', { name: 'Curtain up' }).click();
  await look();
  await page.getByRole('button', { name: 'Jump or skip' }).click();
  await look();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'The rod that sings' })
    .getByRole('button', { name: /^Begin / })
    .click();
  await look();
  await page.getByRole('button', { name: 'How did it go?' }).click();
  await look();
  await page.getByRole('button', { name: 'Failed', exact: true }).click();
  await page.getByRole('button', { name: 'only squeaks' }).click();
  await look();
  expect(found).toEqual([]);
});

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/nowhere');
  await expect(page.getByText('There is nothing here')).toBeVisible();
  await page.goto('/shows/none/plan');
  await expect(page.getByText('This show is not here any more.')).toBeVisible();
  await page.goto('/stage/none');
  await expect(page.getByText('This run is not on this device')).toBeVisible();
});
