import { replacedWordsIn } from './plain-words';
import { SCREENS, scrollsSideways, wrongIn } from './pages';
import { expect, test } from './server';

const LAPTOP = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

const PART = 7;
for (let from = 0; from < SCREENS.length; from += PART) {
  const part = SCREENS.slice(from, from + PART);
  test(`axe finds nothing against WCAG 2.2 AA in both themes and on a phone, which never scrolls sideways, and the words are plain: ${part.map(([name]) => name).join(', ')}`, async ({
    page,
  }) => {
    const found: string[] = [];
    for (const [name, path, ready] of part) {
      await page.goto(path);
      await ready(page);
      found.push(...(await wrongIn(page)).map((v) => `${name}: ${v}`));
      found.push(...(await replacedWordsIn(page)).map((text) => `${name} says: ${text}`));
      await page.setViewportSize(PHONE);
      await expect.poll(() => scrollsSideways(page), { message: `${name} on a phone` }).toBe(0);
      found.push(...(await wrongIn(page)).map((v) => `${name} on a phone: ${v}`));
      await page.setViewportSize(LAPTOP);
      // Also where a dialog lies over it.
      const turn = (to: string) =>
        page.locator('nav button', { hasText: to }).evaluate((b: HTMLElement) => b.click());
      await turn('Dark');
      await expect(page.locator('body')).toHaveCSS('background-color', 'rgb(23, 17, 26)');
      found.push(...(await wrongIn(page, 'colours')).map((v) => `${name} at night: ${v}`));
      await turn('Light');
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
  await expect(page.getByText('This show was deleted.')).toBeVisible();
  await page.goto('/stage/none');
  await expect(page.getByText('This run is not on this device')).toBeVisible();
});
