import { ROUTES } from './routes';
import { expect, test } from './server';

test.use({ readOnly: true });

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
