import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { HALL } from './server';

/** Every screen of the product: its name, its address, and what shows that it is there. */
export const SCREENS: [string, string, (page: Page) => Promise<unknown>][] = [
  ['shows', '/shows', (p) => p.getByText('Weather in a Kitchen').waitFor()],
  ['new show', '/shows', (p) => p.getByRole('button', { name: 'New show' }).click()],
  ['plan', `${HALL}/plan`, (p) => p.getByTestId('landing').waitFor()],
  ['an item of the plan', `${HALL}/plan`, (p) => p.getByRole('button', { name: /^Foam column/ }).click()],
  ['supplies', `${HALL}/supplies`, (p) => p.getByRole('button', { name: 'Working for Water' }).click()],
  ['packing', `${HALL}/supplies/packing`, (p) => p.getByText('By themselves').waitFor()],
  ['cold', '/shows/cold-snap/supplies/cold', (p) => p.getByTestId('cold-order').first().waitFor()],
  ['room', `${HALL}/room`, (p) => p.getByRole('table', { name: 'Moment by moment' }).waitFor()],
  ['print', `${HALL}/print`, (p) => p.getByRole('region', { name: 'Run sheet' }).waitFor()],
  ['risk draft', `${HALL}/room/risk`, (p) => p.getByRole('table', { name: 'Risks' }).waitFor()],
  [
    'venue sheet',
    `${HALL}/room/venue-sheet`,
    (p) => p.getByRole('heading', { name: 'What we bring' }).waitFor(),
  ],
  ['prep', `${HALL}/prep`, (p) => p.getByRole('list', { name: 'The day' }).waitFor()],
  ['shelves', '/stores', (p) => p.getByText(/^(\d+) of \1\b/).waitFor()],
  ['to buy', '/stores/buy', (p) => p.getByText('to buy, about').waitFor()],
  ['counting', '/stores/count', (p) => p.getByText('0 counted').waitFor()],
  ['ledger', '/stores/ledger', (p) => p.getByRole('table', { name: 'Ledger' }).waitFor()],
  ['crates', '/stores/crates', (p) => p.getByText('Crate A').first().waitFor()],
  ['solutions', '/stores/solutions', (p) => p.getByText('20.2 volumes').waitFor()],
  ['check', `${HALL}/check`, (p) => p.getByRole('button', { name: 'Start checking' }).click()],
  [
    'live',
    `${HALL}/check`,
    async (p) => {
      // The stage is set once somebody has begun to check.
      const start = p.getByRole('button', { name: 'Start checking' });
      const begun = p.getByText(/of \d+ checked/);
      await start.or(begun).first().waitFor();
      if (await start.isVisible()) await start.click();
      await begun.waitFor();
      await p.goto(`${HALL}/live`);
      await p.getByRole('heading', { name: 'The stage is set' }).waitFor();
    },
  ],
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
/** What axe finds against those rules; a theme changes only the colours. */
export async function wrongIn(page: Page, only: 'all' | 'colours' = 'all'): Promise<string[]> {
  // A dialog that is still fading in has other colours.
  await page.evaluate(() =>
    Promise.all(
      document
        .getAnimations()
        .filter((a) => Number(a.effect?.getComputedTiming().endTime) < 5000)
        .map((a) => a.finished.catch(() => undefined)),
    ),
  );
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

/** How far the page can be scrolled sideways, in px; 0 where it cannot. */
export const scrollsSideways = (page: Page): Promise<number> =>
  page.evaluate(() => Math.max(0, document.documentElement.scrollWidth - innerWidth));
