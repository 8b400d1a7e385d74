import type { Page } from '@playwright/test';
import { device, sound } from './looks';
import { expect, HALL, test } from './server';

test.use({ open: true });

const target = (page: Page) => page.getByRole('button', { name: /page-down on the clicker/ });

test('phones join with a code, each to what it is for; nothing else of the product is reached with it', async ({
  page,
  browser,
  server,
}) => {
  await page.goto(`${HALL}/live`);
  await page.getByRole('button', { name: 'Open the stage' }).click();
  await expect(target(page)).toHaveText(/Curtain up/);
  const runId = new URL(page.url()).pathname.split('/').at(-1)!;
  await page.goto(`${HALL}/live`);
  const others = page.getByRole('region', { name: 'Other devices' });
  await expect(others).toContainText(`${server.houseUrl}/join`);
  await sound(page);
  const code = async (role: string) => (await others.getByTestId(`code-${role}`).textContent())!;
  const codes = { crew: await code('crew'), viewer: await code('viewer') };
  // What the picture says is the address with the code in it.
  await expect(others.getByRole('img', { name: new RegExp(codes.crew.replace(' ', '')) })).toBeVisible();

  const phone = await device(browser, server.houseUrl, '/join');
  await sound(phone);
  await phone.getByLabel('Code').fill('AAA AAAA');
  await phone.getByRole('button', { name: 'Join' }).click();
  await expect(phone.getByText(/This code opens nothing/)).toBeVisible();
  await expect(phone.getByText(/keep its tab open through the show/)).toBeVisible();
  await phone.getByLabel('Code').fill(codes.crew.toLowerCase());
  await phone.getByRole('button', { name: 'Join' }).click();
  await phone.getByRole('button', { name: /Sefa/ }).click();
  await expect(phone.getByRole('button', { name: 'Done: Light the burner' })).toBeVisible();
  await expect(phone.getByRole('status')).toContainText('keep this tab open');
  await phone.getByRole('button', { name: 'Done: Light the burner' }).click();
  await phone.getByRole('link', { name: 'Checks' }).click();
  await expect(phone.getByText(/0 of \d+ checked/)).toBeVisible();
  await sound(phone);
  await phone
    .getByRole('button', { name: /^All there at / })
    .first()
    .click();
  await expect(phone.getByText(/[1-9]\d* of \d+ checked/)).toBeVisible();
  await phone.goto(`/stage/${runId}`);
  await expect(phone.getByRole('heading', { name: 'This device does not run the show' })).toBeVisible();
  await phone.goto('/join');
  await expect(phone.getByRole('region', { name: 'This device is in' })).toBeVisible();
  await phone.getByRole('link', { name: 'Back to its screen' }).click();
  await expect(phone).toHaveURL(new RegExp(`/crew/${runId}$`));
  // The rest of the house is behind the other door.
  await phone.goto('/demos');
  await expect(phone).toHaveURL(/\/enter\?to=%2Fdemos$/);
  await expect(phone.getByText(/Planning from other machines is not open/)).toBeVisible();

  const wall = await device(browser, server.houseUrl, `/join/${codes.viewer.replace(' ', '')}`);
  await wall.getByRole('button', { name: 'Join' }).click();
  await wall.getByRole('link', { name: 'One of the crew, or the narrator' }).click();
  await wall.getByRole('button', { name: /Sefa/ }).click();
  await expect(wall.getByText('Light the burner')).toHaveCount(0);
  await expect(wall.getByRole('region', { name: 'What you do next' })).toBeVisible();
  await expect(wall.getByRole('button', { name: /^Done/ })).toHaveCount(0);

  // A new code shows the old one's devices the door, and says so where the show is seen.
  await others
    .getByRole('article', { name: 'Viewer' })
    .getByRole('button', { name: /New code/ })
    .click();
  await expect(others.getByTestId('code-viewer')).not.toHaveText(codes.viewer);
  await expect(wall.getByRole('status')).toContainText('This device is not let in, or no longer', {
    timeout: 30_000,
  });
  await wall.reload();
  await expect(wall.getByRole('status')).toContainText('This device is not let in, or no longer');
});

test('planning from another machine asks for the passphrase set on this one, and then goes on where one was', async ({
  page,
  browser,
  server,
}) => {
  await page.goto(`${HALL}/check`);
  await page.getByRole('button', { name: 'Start checking the set-up' }).click();
  await expect(page.getByText(/0 of \d+ checked/)).toBeVisible();
  await page.goto(`${HALL}/live`);
  const field = page.getByLabel('Passphrase of the troupe');
  await field.fill('short');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText(/twelve|12 letters at least/)).toBeVisible();
  await field.fill('wet gloves, cold hall');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText('The troupe plans from other machines with its passphrase.')).toBeVisible();

  const size = { width: 1280, height: 800 };
  const laptop = await device(browser, server.houseUrl, `${HALL}/supplies`, size);
  await expect(laptop).toHaveURL(/\/enter/);
  await sound(laptop);
  await laptop.getByLabel('Passphrase').fill('wet gloves, warm hall');
  await laptop.getByRole('button', { name: 'Enter' }).click();
  await expect(laptop.getByText('This is not the passphrase.')).toBeVisible();
  await laptop.getByLabel('Passphrase').fill('wet gloves, cold hall');
  await laptop.getByLabel('Passphrase').press('Enter');
  await expect(laptop).toHaveURL(new RegExp(`${HALL}/supplies`));
  await expect(laptop.getByRole('heading', { name: 'Consumables' })).toBeVisible();
  // It plans like any other; the passphrase itself is not for it to set.
  await laptop.goto(`${HALL}/live`);
  await expect(laptop.getByText('Set it on the machine that runs Hearty Stage.')).toBeVisible();
  // Let out, it is a stranger again.
  await laptop.goto('/enter');
  await laptop.getByRole('button', { name: 'Sign this device out' }).click();
  await expect(laptop.getByRole('region', { name: 'This device is in' })).toHaveCount(0);
  await laptop.goto(`${HALL}/plan`);
  await expect(laptop).toHaveURL(/\/enter/);
});
