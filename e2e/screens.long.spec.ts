import { SCREENS, wrongIn } from './pages';
import { expect, test } from './server';

for (const [name, path, ready] of SCREENS)
  test(`axe finds nothing against WCAG 2.2 AA on a phone: ${name}`, async ({ page }) => {
    await page.goto(path);
    await ready(page);
    await page.setViewportSize({ width: 390, height: 844 });
    expect(await wrongIn(page)).toEqual([]);
  });
