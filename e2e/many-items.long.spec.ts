import type { Page } from '@playwright/test';
import { withExtremes } from './extremes';
import { expect, HALL, test } from './server';

test('with 300 items only what is in sight is drawn, and the rest as one comes to it', async ({ page }) => {
  await page.goto(`${await withExtremes(page)}/plan`);
  const order = page.getByRole('list', { name: 'Running order' });
  await expect(order.getByRole('button', { name: /^Talk 0,/ })).toBeVisible();
  const drawn = () => order.getByRole('listitem').count();
  expect(await drawn()).toBeLessThan(120);
  await expect(order.getByRole('button', { name: /^Talk 295,/ })).toHaveCount(0);
  await page.evaluate(() => {
    const { bottom } = document.querySelector('[data-score-top]')!.getBoundingClientRect();
    scrollBy(0, bottom - innerHeight);
  });
  await expect(order.getByRole('button', { name: /^Talk 295,/ })).toBeVisible();
  await expect(order.getByRole('button', { name: /^Talk 0,/ })).toHaveCount(0);
  expect(await drawn()).toBeLessThan(120);
  // By keyboard one comes to every item all the same.
  await order.getByRole('button', { name: /^Talk 295,/ }).focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowUp');
  await expect(order.locator(':focus')).toBeVisible();
});

/** Whether a picture of something has more than one colour in it. */
const drawn = async (page: Page, mark: ReturnType<Page['locator']>) => {
  const picture = (await mark.screenshot()).toString('base64');
  return page.evaluate(async (data) => {
    const image = new Image();
    image.src = `data:image/png;base64,${data}`;
    await image.decode();
    const context = new OffscreenCanvas(image.width, image.height).getContext('2d')!;
    context.drawImage(image, 0, 0);
    const pixels = new Uint32Array(context.getImageData(0, 0, image.width, image.height).data.buffer);
    return new Set(pixels).size > 1;
  }, picture);
};

test('where colours are forced, marks of level are seen and what is chosen is told from what is not', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await page.goto('/shows/nine-minutes-of-air/plan');
  const mark = page.getByRole('list', { name: 'To fix, along the show' }).getByRole('button').first();
  await expect(mark).toBeVisible();
  expect(await drawn(page, mark.locator('span[aria-hidden]'))).toBe(true);
  const frame = (locator: ReturnType<Page['locator']>) =>
    locator.evaluate((e) => {
      const { borderBottomColor, borderBottomWidth } = getComputedStyle(e);
      return `${borderBottomColor} ${borderBottomWidth}`;
    });
  const tabs = page.getByRole('navigation', { name: 'The work on this show' });
  const tab = (name: string) => tabs.getByRole('link', { name });
  expect(await frame(tab('Plan'))).not.toBe(await frame(tab('Prep')));
  const places = page.getByRole('navigation', { name: 'Places' });
  expect(await frame(places.getByRole('link', { name: 'Shows' }))).not.toBe(
    await frame(places.getByRole('link', { name: 'Demos' })),
  );
  await page.goto(`${HALL}/prep`);
  const whose = page.getByRole('group', { name: 'Whose day' });
  expect(await frame(whose.getByRole('button', { name: 'Everybody' }))).not.toBe(
    await frame(whose.getByRole('button', { name: /^Sefa/ })),
  );
  await page.goto(`${HALL}/supplies`);
  const views = page.getByRole('group', { name: 'Supplies' });
  expect(await frame(views.getByRole('link', { name: 'Needs' }))).not.toBe(
    await frame(views.getByRole('link', { name: 'Packing' })),
  );
});
