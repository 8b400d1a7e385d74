import { createCanvas } from '@napi-rs/canvas';
import type { Page } from '@playwright/test';
import { drawn, expect, HALL, test } from './server';

/** A large photograph with where it was taken in it: the segment that a camera writes (CIPA DC-008). */
function photograph(): Buffer {
  const canvas = createCanvas(4000, 3000);
  const brush = canvas.getContext('2d');
  for (let i = 0; i < 400; i++) {
    brush.fillStyle = `hsl(${i * 37} 60% 50%)`;
    brush.fillRect((i * 977) % 4000, (i * 613) % 3000, 300, 200);
  }
  const jpeg = canvas.toBuffer('image/jpeg', 95);
  const data = Buffer.from('Exif\0\0II*\0\x08\0\0\0GPS 54.97 N', 'latin1');
  const head = Buffer.from([0xff, 0xe1, 0, data.length + 2]);
  return Buffer.concat([jpeg.subarray(0, 2), head, data, jpeg.subarray(2)]);
}

const choose = (page: Page, label: string, name: string, mimeType: string, buffer: Buffer) =>
  page.getByLabel(label).setInputFiles({ name, mimeType, buffer });

test('a picture of a demo is made smaller, loses where it was taken, and stands in Check and on the call sheet', async ({
  page,
  server,
}) => {
  await page.goto('/demos/cloud-jar/edit');
  const photo = photograph();
  await choose(page, 'Picture of Cloud in a jar', 'photo.jpg', 'image/jpeg', photo);
  const row = page.getByRole('group', { name: 'Picture 1' });
  await row.getByLabel('What it shows').fill('The jar with its sheet, match at hand');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByRole('heading', { name: 'Cloud in a jar', level: 1 })).toBeVisible();
  await expect(page).toHaveURL(/\/demos\/cloud-jar$/);
  const image = await drawn(page, 'The jar with its sheet, match at hand');
  expect(await image.evaluate((img: HTMLImageElement) => [img.naturalWidth, img.naturalHeight])).toEqual([
    1600, 1200,
  ]);
  const kept = Buffer.from(
    await (await fetch(server.url + (await image.getAttribute('src'))!)).arrayBuffer(),
  );
  expect(photo.includes('GPS 54.97 N')).toBe(true);
  expect([kept.includes('Exif'), kept.includes('GPS')]).toEqual([false, false]);
  expect(kept.length).toBeLessThan(2_000_000);

  await page.goto(`${HALL}/prep`);
  await drawn(page, 'The jar with its sheet, match at hand');
  await page.goto(`${HALL}/check`);
  await page.getByRole('button', { name: 'Start checking' }).click();
  await page.getByRole('button', { name: 'Cloud in a jar: see it larger' }).click();
  await expect(page.getByRole('dialog').getByRole('img')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('what is no picture, or cannot be kept just now, is said where it was chosen, and nothing typed is lost', async ({
  page,
  server,
}) => {
  await page.goto('/venues');
  await page.getByRole('button', { name: 'Edit Saltmarsh Village Hall' }).click();
  const message = page.getByRole('dialog').getByRole('alert');
  const label = 'Picture of side trolley';
  await choose(page, label, 'notes.svg', 'image/svg+xml', Buffer.from('<svg/>'));
  await expect(message).toContainText('choose a PNG, a JPEG or a WebP. It is not kept.');
  await choose(page, label, 'broken.png', 'image/png', Buffer.from('not one'));
  await expect(message).toContainText('cannot be read');
  await page.getByLabel('Name', { exact: true }).fill('Saltmarsh Hall');
  await server.kill();
  await choose(page, label, 'trolley.jpg', 'image/jpeg', photograph());
  await expect(message).toContainText('The server does not answer. Is it running? It is not kept.');
  await server.start();
  await choose(page, label, 'trolley.jpg', 'image/jpeg', photograph());
  await expect(page.getByRole('dialog').getByLabel('What it shows')).toHaveCount(2);
  await choose(page, label, 'trolley.jpg', 'image/jpeg', photograph());
  await expect(message).toContainText('here already');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: 'Saltmarsh Hall' })).toBeVisible();
});
