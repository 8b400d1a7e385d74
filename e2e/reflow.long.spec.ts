import type { Page } from '@playwright/test';
import { withExtremes } from './extremes';
import { expect, HALL, test } from './server';

/** 640 is what is left of a laptop's width at 200 %. */
const WIDTHS = [1280, 1024, 640, 390, 320];

const SCREENS = [
  '/shows',
  '/demos',
  '/demos/demo-0',
  '/demos/demo-0/edit',
  '/stores/shelves',
  '/stores/buy',
  '/stores/count',
  '/stores/ledger',
  '/stores/crates',
  '/stores/solutions',
  '/venues',
  '/logbook',
  '/shows/cold-snap/supplies/cold',
  `${HALL}/debrief`,
];
const LARGEST = [
  'plan',
  'supplies',
  'supplies/packing',
  'room',
  'room/risk',
  'room/venue-sheet',
  'prep',
  'check',
  'live',
  'debrief',
  'print',
];

/** Everything of the page is there: nothing turns round any more. */
async function settled(page: Page): Promise<void> {
  await page.locator('main h1, main h2').first().waitFor();
  await expect(page.locator('main .MuiCircularProgress-root')).toHaveCount(0, { timeout: 60_000 });
}

/** How far the page can be scrolled sideways at each width, where it can. */
async function sideways(page: Page): Promise<string[]> {
  const found: string[] = [];
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 800 });
    await page.waitForTimeout(150);
    const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    if (over > 0) found.push(`${new URL(page.url()).pathname} at ${width}: ${over} px`);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  return found;
}

for (const [what, pages] of [
  ['in the library, the stores and the logbook', () => SCREENS],
  ['in the show', (show: string) => LARGEST.map((part) => `${show}/${part}`)],
] as const)
  test(`nothing scrolls sideways with the longest words, the most people and the most items: ${what}`, async ({
    page,
  }) => {
    test.slow();
    const found: string[] = [];
    for (const path of pages(await withExtremes(page))) {
      await page.goto(path);
      await settled(page);
      found.push(...(await sideways(page)));
    }
    expect(found).toEqual([]);
  });

test('nor does the stage, from before the curtain to what was seen', async ({ page }) => {
  const show = await withExtremes(page);
  await page.goto(`${show}/live`);
  await page.getByRole('button', { name: 'Open the stage' }).click();
  const found: string[] = [];
  await page.getByRole('button', { name: 'Curtain up' }).click();
  found.push(...(await sideways(page)));
  await page.getByRole('button', { name: /^Begin: 1 / }).click();
  await page.getByRole('button', { name: 'How did it go?' }).click();
  found.push(...(await sideways(page)));
  await page.getByRole('button', { name: 'Failed', exact: true }).click();
  found.push(...(await sideways(page)));
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('button', { name: 'Jump or skip' }).click();
  found.push(...(await sideways(page)));
  expect(found).toEqual([]);
});

/** WCAG 2.2, 1.4.12: the spacing a reader may ask for. */
const SPACING = `* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important; }
  p { margin-bottom: 2em !important; }`;

/** Words that are cut off by their own box. A piece of the score says its words whole to whoever points at it. */
const cutOff = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main *')]
      .filter((e) => {
        if (e.closest('[data-item], [data-held], [data-hint], svg, [title], .MuiSelect-select')) return false;
        if (![...e.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim()))
          return false;
        const style = getComputedStyle(e);
        // What is only there to be read aloud is a pixel wide.
        if (e.clientWidth < 3 || style.overflowX !== 'hidden') return false;
        return e.scrollWidth > e.clientWidth + 1 || e.scrollHeight > e.clientHeight + 2;
      })
      .map((e) => `${location.pathname}: ${e.textContent!.slice(0, 60)}`),
  );

test('no words are cut off with the spacing a reader may ask for', async ({ page }) => {
  test.slow();
  const found: string[] = [];
  for (const path of [
    ...['/shows', '/demos', '/stores/shelves', '/stores/buy', '/stores/count', '/venues', '/logbook'],
    ...['plan', 'supplies', 'supplies/packing', 'prep', 'debrief', 'live'].map((part) => `${HALL}/${part}`),
  ]) {
    await page.goto(path);
    await settled(page);
    await page.addStyleTag({ content: SPACING });
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 800 });
      // A reader's sheet is there before the page is: boxes that grow with their words are told of it, and do so soon.
      await page.evaluate(() => dispatchEvent(new Event('resize')));
      await page.waitForTimeout(400);
      found.push(...(await cutOff(page)).map((words) => `${width}: ${words}`));
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      if (over > 0) found.push(`${width}: ${path} scrolls sideways by ${over} px`);
    }
  }
  expect(found).toEqual([]);
});
