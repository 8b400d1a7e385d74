import { expect, type Page } from '@playwright/test';

const NOT_SAVED = 'Not saved: some fields need fixing.';

/** Types what cannot be read into each field of a form, one after another; each refuses it, and nothing is saved. */
export async function refuseEachField(
  page: Page,
  open: (page: Page) => Promise<void>,
  save: string,
): Promise<void> {
  const writes: string[] = [];
  page.on('request', (r) => ['PUT', 'POST'].includes(r.method()) && writes.push(r.url()));
  await open(page);
  await expect(page.getByRole('button', { name: save, exact: true }).first()).toBeVisible();
  const form = page.locator('form').first();
  // Numbers, times, amounts: whatever has a reading of its own refuses this; names take it.
  const inputs = form.locator('input[type=text]:not([role=combobox])');
  const count = await inputs.count();
  let refused = 0;
  // Of the rows of a list one is enough: their fields are declared once.
  const seen = new Set<string>();
  for (let i = 0; i < count; i++) {
    const input = inputs.nth(i);
    const name = ((await input.getAttribute('name')) ?? '').replace(/\d+/g, '#');
    if (seen.has(name)) continue;
    seen.add(name);
    const before = await input.inputValue();
    await input.fill('half a cup of ?');
    await input.press('Tab');
    if ((await input.getAttribute('aria-invalid')) === 'true') {
      refused++;
      await page.getByRole('button', { name: save, exact: true }).first().click();
      await expect(page.getByText(NOT_SAVED)).toBeVisible();
      await expect(input).toHaveValue('half a cup of ?');
    }
    await input.fill(before);
    await input.press('Tab');
  }
  expect(refused).toBeGreaterThan(1);
  expect(writes.filter((url) => !url.includes('/events'))).toEqual([]);
}
