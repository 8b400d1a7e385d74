// `npm run screenshots`: one picture of each main view in docs/screenshots, from the made-up troupe.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, needChromium, needNode, needPackages, root } from './tools.mjs';

needNode();
needPackages();
const executablePath = needChromium();
await build();
const { chromium } = await import('@playwright/test');
const folder = mkdtempSync(join(tmpdir(), 'hearty-shots-'));
const server = spawn(process.execPath, [join(root, 'server/dist/main.cjs'), '--demo'], {
  env: { ...process.env, HEARTY_PORT: '0', HEARTY_DATA: folder, HEARTY_ROOT: root },
});
const base = await new Promise((found) =>
  server.stdout.on('data', (text) => {
    const match = /http:\S+/.exec(String(text));
    if (match) found(match[0]);
  }),
);
const browser = await chromium.launch({
  executablePath,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: base });
const HALL = '/shows/weather-in-a-kitchen';
const click = (name, role = 'button') => page.getByRole(role, { name }).first().click();

async function picture(name, path, ready) {
  if (path) await page.goto(path);
  if (ready) await ready();
  await page.waitForTimeout(900);
  await page.screenshot({ path: join(root, `docs/screenshots/${name}.png`) });
  console.log(name);
}

const landed = () => page.getByTestId('landing').waitFor();
await picture('shows', '/shows', async () => {
  await page.getByText('Cold Snap').waitFor();
  // Planned: without this the first picture after a start is one of waiting.
  await page.getByText('Being planned').first().waitFor({ state: 'hidden' });
});
await picture('plan', `${HALL}/plan`, landed);
await picture('print', `${HALL}/print`, () => page.getByRole('region', { name: 'Run sheet' }).waitFor());
await picture('bench', '/bench/vapour-bottle?fuel=ethanol&temperatureC=9', () =>
  page.getByRole('heading', { name: 'How it was worked out' }).waitFor(),
);
await picture('supplies', `${HALL}/supplies`, () => click('Working for Chewy mints'));
await picture('packing', `${HALL}/supplies/packing`, () => page.getByText('By themselves').waitFor());
await picture('cold', '/shows/cold-snap/supplies/cold', () =>
  page.getByTestId('cold-order').first().waitFor(),
);
await picture('room', `${HALL}/room`, () => page.getByRole('table', { name: 'Moment by moment' }).waitFor());
await picture('prep', `${HALL}/prep`, () => page.getByRole('list', { name: 'The day' }).waitFor());
await picture('stores', '/stores', () => page.getByText(/^(\d+) of \1\b/).waitFor());
await picture('debrief', `${HALL}/debrief`, () => page.getByRole('heading', { name: /attempts/ }).waitFor());
await picture('demos', '/demos', () => page.getByText('26 of 26').waitFor());
await picture('demo', '/demos/vapour-bottle', () => page.getByText('Record').waitFor());
await picture('venues', '/venues', () => page.getByText('Quarry Field').waitFor());
await picture('logbook', '/logbook', () => page.getByRole('table', { name: 'Reliability' }).waitFor());
await picture('check', `${HALL}/check`, async () => {
  await click('Start checking');
  await page.getByRole('button', { name: 'There', exact: true }).nth(0).click();
  await page.getByRole('button', { name: 'There', exact: true }).nth(1).click();
  await page.getByRole('button', { name: 'Missing', exact: true }).nth(2).click();
});
await page.goto(`${HALL}/live`);
await click('To the stage screen', 'link');
await click('Curtain up');
await click('Jump or skip');
await page
  .getByRole('listitem')
  .filter({ hasText: 'The can that bows' })
  .getByRole('button', { name: /^Begin / })
  .click();
for (const step of ['Steam seen.', 'Ask: what is in the can now?', 'Wait until the window opens.']) {
  await click('Next step');
  await page.getByRole('heading', { name: step }).waitFor();
}
await picture('stage', undefined, () => page.waitForTimeout(4000));
const runId = new URL(page.url()).pathname.split('/').at(-1);
await page.setViewportSize({ width: 390, height: 780 });
await picture('phone-crew', `/crew/${runId}/sefa`, () => page.getByText('After that').waitFor());
await picture('phone-check', `${HALL}/check`, () => page.getByText(/of \d+ checked/).waitFor());
await browser.close();
server.kill();
rmSync(folder, { recursive: true, force: true });
