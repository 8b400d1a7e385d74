import AxeBuilder from '@axe-core/playwright';
import { expect, type Browser, type Page } from '@playwright/test';

/** axe finds nothing on a page against WCAG 2.2 AA, and nothing leaves it sideways. */
export async function sound(page: Page): Promise<void> {
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes[0]!.html}`)).toEqual([]);
  const { width } = page.viewportSize()!;
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
}

const PHONE = { width: 390, height: 844 };

/** A device of its own: it knows of others only through the server. */
export async function device(
  browser: Browser,
  baseURL: string,
  path: string,
  viewport = PHONE,
): Promise<Page> {
  const context = await browser.newContext({ baseURL, viewport, reducedMotion: 'reduce' });
  const screen = await context.newPage();
  await screen.goto(path);
  return screen;
}
