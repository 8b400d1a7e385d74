import type { Demo } from '@hearty/core';
import { expect, test } from './server';

test.use({ readOnly: true });

/** Paths of what is filled in: "steps.0.text". An entry's own id is for the program. */
const filledIn = (value: unknown, path = ''): string[] => {
  if (Array.isArray(value) && typeof value[0] === 'object')
    return value.flatMap((entry, i) => filledIn(entry, `${path}.${i}`));
  if (Array.isArray(value) && value.length === 0) return [];
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return [path.slice(1)];
  return Object.entries(value)
    .filter(([key]) => key !== 'id')
    .flatMap(([key, held]) => filledIn(held, `${path}.${key}`));
};
/**
 * Drawn by controls of their own: items of the stores and calculators are picked by name, the best and worst of a length
 * open from the likely one, what a calculator is given stands in its own form.
 */
const DRAWN_APART = /(^|\.)(goodId|benchId|bestS|worstS)$|benches\.(inputs|amounts|times|limits)/;
const kindOf = (path: string) => path.replace(/\.\d+/g, '');

test('the editor of a demo has a field for everything that is filled in', async ({ page, server }) => {
  const { demos } = (await (await fetch(`${server.url}/api/library`)).json()) as { demos: Demo[] };
  const seen = new Set<string>();
  const missing = new Set<string>();
  for (const demo of demos) {
    const paths = filledIn(demo).filter((path) => !seen.has(kindOf(path)));
    if (paths.length === 0) continue;
    await page.goto(`/demos/${demo.id}/edit`);
    await page.getByLabel('Title').first().waitFor();
    const names = new Set(
      await page.locator('[name]').evaluateAll((found) => found.map((e) => e.getAttribute('name') ?? '')),
    );
    for (const path of paths) {
      seen.add(kindOf(path));
      if (!names.has(path) && !DRAWN_APART.test(kindOf(path))) missing.add(kindOf(path));
    }
  }
  expect(seen.size).toBeGreaterThan(60);
  expect([...missing]).toEqual([]);
});
