import type { Page } from '@playwright/test';
import { ROUTES } from './routes';
import { expect, test } from './server';

test.use({ readOnly: true });

/** So many controls of a page are walked by the Tab key; those that follow are more of the same rows. */
const STEPS = 24;

/** Where the focus is: its box with room for a ring, what kind of control it is, and whether anything lies over it. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const e = document.activeElement as HTMLElement;
    // A switch, a tick, a field is drawn by what stands around its input.
    const drawn = e.matches('input[type=checkbox], input[type=radio]')
      ? e.parentElement!
      : (e.closest<HTMLElement>('.MuiInputBase-root') ?? e);
    const { x, y, width, height } = drawn.getBoundingClientRect();
    const over = document.elementFromPoint(x + width / 2, y + Math.min(height, innerHeight) / 2);
    return {
      kind: [e.tagName, e.getAttribute('role'), e.className.toString().replace(/css-\S+/g, '')].join(' '),
      name: e.getAttribute('aria-label') ?? e.textContent?.slice(0, 40) ?? '',
      box: {
        x: Math.max(0, x - 4),
        y: Math.max(0, y - 4),
        width: width + 8,
        height: Math.min(height + 8, 300),
      },
      inSight: y > -1 && y + Math.min(height, 40) <= innerHeight + 1,
      covered:
        !!over && !drawn.contains(over) && !over.contains(drawn) && !over.closest('label')?.contains(drawn),
      body: e === document.body,
    };
  });

test('the first Tab leads past the rail to the page', async ({ page }) => {
  await page.goto('/demos');
  await page.getByText('26 of 26').waitFor();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeInViewport();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Import demos' })).toBeFocused();
});

test.describe('with the Tab key', () => {
  for (const [path, ready] of ROUTES)
    test(`on ${path}, each control shows that it has the focus, and nothing lies over it`, async ({
      page,
    }) => {
      test.slow();
      await page.goto(path);
      await ready(page);
      const unlike: string[] = [];
      const kinds = new Set<string>();
      for (let n = 0; n < STEPS; n++) {
        await page.keyboard.press('Tab');
        const at = await focused(page);
        if (at.body) break;
        if (at.covered || !at.inSight) unlike.push(`${at.name}: ${at.covered ? 'covered' : 'out of sight'}`);
        // One of a kind is enough: pictures take their time.
        if (kinds.has(at.kind) || at.box.width < 9) continue;
        kinds.add(at.kind);
        const clip = at.box;
        const withFocus = await page.screenshot({ clip, caret: 'hide' });
        await page.evaluate(() => {
          const element = document.activeElement as HTMLElement;
          (window as unknown as { was: HTMLElement }).was = element;
          element.blur();
        });
        const without = await page.screenshot({ clip, caret: 'hide' });
        if (withFocus.equals(without)) unlike.push(`${at.name || at.kind}: looks the same`);
        await page.evaluate(() => (window as unknown as { was: HTMLElement }).was.focus());
      }
      expect(unlike).toEqual([]);
      expect(kinds.size).toBeGreaterThan(2);
    });
});

test('every page has a name of its own in the window', async ({ page }) => {
  const titles: string[] = [];
  for (const [path, ready] of ROUTES) {
    await page.goto(path);
    await ready(page);
    titles.push(await page.title());
  }
  expect(new Set(titles).size).toBe(titles.length);
  expect(titles.every((t) => t.endsWith(' · Hearty Stage'))).toBe(true);
});
