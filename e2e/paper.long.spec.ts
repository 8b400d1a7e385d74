import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Page } from '@playwright/test';
import { drawn, expect, HALL, test } from './server';

/** What is printed: where, when it is ready, what stands on every page, words it must have, and the most pages. */
const SHEETS: {
  name: string;
  path: string;
  ready: (page: Page) => Promise<unknown>;
  title: string;
  has: string[];
  most: number;
}[] = [
  {
    name: 'run sheet and score',
    path: `${HALL}/print`,
    ready: (p) => p.getByRole('region', { name: 'Run sheet' }).waitFor(),
    title: 'Weather in a Kitchen',
    has: ['curtain-up 14:00', 'Call: “', 'does not replace a risk assessment', 'Unattended'],
    most: 4,
  },
  {
    name: 'supplies',
    path: `${HALL}/supplies`,
    ready: (p) => p.getByRole('button', { name: 'Working for Water' }).waitFor(),
    title: 'Weather in a Kitchen: supplies',
    has: ['Consumables', 'Dry ice pellets', 'Kit', 'Splash goggles'],
    most: 2,
  },
  {
    name: 'packing list',
    path: `${HALL}/supplies/packing`,
    ready: (p) => p.getByText('By themselves').waitFor(),
    title: 'Weather in a Kitchen: packing',
    has: ['Crate A', 'By themselves', 'Home', 'local transport rules'],
    most: 2,
  },
  {
    name: 'risk assessment draft',
    path: `${HALL}/room/risk`,
    ready: (p) => p.getByRole('table', { name: 'Risks' }).waitFor(),
    title: 'Risk assessment draft: Weather in a Kitchen',
    has: ['DRAFT', 'broken glass', 'Local codes', 'Signed'],
    most: 8,
  },
  {
    name: 'sheet for the venue',
    path: `${HALL}/room/venue-sheet`,
    ready: (p) => p.getByRole('heading', { name: 'What we bring' }).waitFor(),
    title: 'Weather in a Kitchen at Saltmarsh Village Hall',
    has: ['What we ask for', 'dry ice', 'front row'],
    most: 1,
  },
  {
    name: 'call sheets',
    path: `${HALL}/prep`,
    ready: (p) => drawn(p, 'The bench before doors, and the line of the front edge'),
    title: 'Weather in a Kitchen: call sheets',
    has: ['Ottoline: call 13:34', 'Sefa: call 12:45', 'Crew call 12:45', 'Fill the hot bath'],
    // Two pages a person: with cautions and what is worn, one is not enough.
    most: 6,
  },
  {
    name: 'check list',
    path: `${HALL}/check`,
    ready: async (p) => {
      await p.getByRole('button', { name: 'Start checking' }).click();
      await drawn(p, 'The bench before doors, and the line of the front edge');
    },
    title: 'Weather in a Kitchen: checks',
    has: ['Front bench', 'Temperature of the bath', '28 to 35 °C', 'local codes'],
    // Sixty-odd checks and three pictures.
    most: 4,
  },
  {
    name: 'buying list',
    path: '/stores/buy',
    ready: (p) => p.getByText('to buy, about').waitFor(),
    title: 'To buy',
    has: ['Order by', 'Dry ice pellets'],
    most: 2,
  },
];

interface PrintedPage {
  words: string;
  lines: number;
  pictures: number;
}

/** The words of each page of what a printer would get, how many lines of them, and how many pictures. */
async function printed(page: Page, format: string): Promise<PrintedPage[]> {
  const pdf = await page.pdf({ format });
  const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const sheet = await document.getPage(i + 1);
      const { items } = await sheet.getTextContent();
      const { fnArray } = await sheet.getOperatorList();
      const texts = items.flatMap((t) => ('str' in t && t.str.trim() ? [t] : []));
      return {
        words: texts.map((t) => t.str).join(' '),
        lines: new Set(texts.map((t) => Math.round((t.transform as number[])[5]!))).size,
        pictures: fnArray.filter((f) => f === OPS.paintImageXObject).length,
      };
    }),
  );
}

/** Colours that are no grey, in what is seen of the page. */
const colours = (page: Page) =>
  page.evaluate(() => {
    const used = [...document.querySelectorAll('main *')]
      .filter((e) => e.checkVisibility())
      .flatMap((e) => {
        const { color, backgroundColor, borderTopColor } = getComputedStyle(e);
        return [color, backgroundColor, borderTopColor];
      });
    return [...new Set(used)].filter((colour) => {
      const [r, g, b, a = 1] = (colour.match(/[\d.]+/g) ?? []).map(Number);
      return a > 0 && !(r === g && g === b);
    });
  });

/** Between the margins of an A4 page, in CSS pixels; Letter is a little wider. */
const A4_PX = 703;

for (const { name, path, ready, title, has, most } of SHEETS)
  test(`the ${name}: name and number on every page of A4 and Letter, no page of two lines, nothing to press or to type in`, async ({
    page,
  }) => {
    await page.goto(path);
    await ready(page);
    if (path.endsWith('check')) await page.getByText(/of \d+ checked/).waitFor();
    for (const format of ['A4', 'Letter']) {
      const pages = await printed(page, format);
      expect(pages.length).toBeLessThanOrEqual(most);
      pages.forEach(({ words, lines, pictures }, i) => {
        expect(words).toContain(title);
        expect(words).toContain(`Page ${i + 1} of ${pages.length}`);
        // The name and the number are two of them; a picture is as high as many.
        expect(lines + 6 * pictures).toBeGreaterThan(6);
      });
      if (name === 'call sheets' || name === 'check list')
        expect(pages.reduce((sum, p) => sum + p.pictures, 0)).toBeGreaterThan(1);
      const all = pages
        .map((p) => p.words)
        .join(' ')
        .replace(/\s+/g, ' ');
      for (const words of has) expect(all).toContain(words);
      for (const words of ['Print', 'All saved', 'Save as CSV', 'There Missing', 'Logbook'])
        expect(all).not.toContain(` ${words} `);
    }
    // What is printed has no control of a form in it, is no wider than the paper, and is black and white.
    await page.emulateMedia({ media: 'print' });
    await page.setViewportSize({ width: A4_PX, height: 900 });
    await page.evaluate(() => dispatchEvent(new Event('beforeprint')));
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(A4_PX);
    expect(await colours(page)).toEqual([]);
    const shown = page.locator('button:visible, input:visible, select:visible, textarea:visible');
    expect(
      await shown.evaluateAll((found) =>
        found.filter((e) => !e.hasAttribute('data-on-paper')).map((e) => e.outerHTML.slice(0, 120)),
      ),
    ).toEqual([]);
  });

test('what was typed and not kept yet is still there after printing', async ({ page }) => {
  await page.goto(`${HALL}/supplies`);
  const field = page.getByLabel('Accepted risk of running out, %');
  await field.fill('no idea');
  await page.pdf({ format: 'A4' });
  await expect(field).toHaveValue('no idea');
  await expect(page.getByRole('heading', { name: 'Consumables' })).toBeVisible();
});
