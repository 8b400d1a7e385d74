import { chromium, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { BENCHES } from '../core/bench';
import { quantile } from '../core/quantities';
import type { ShowFile } from '../core/show';
import { instance } from '../core/testing/instances';
import { line } from './bench-time';

/** A show of a number of items with twice as much work behind them, as a presenter alone plans it. */
const show = (items: number): ShowFile => {
  const file = instance(7, { items, tasks: items, people: 4, vessels: 2, inShowPct: 20 });
  return { ...file, show: { ...file.show, id: `bench-${items}`, title: `Bench of ${items}` } };
};

/** The product as it was built in a folder, on an empty database, asked by a real browser. */
async function served<T>(root: string, work: (url: string) => Promise<T>): Promise<T> {
  const data = mkdtempSync(join(tmpdir(), 'hearty-bench-'));
  const server = spawn(process.execPath, [join(root, 'server/dist/main.cjs')], {
    env: { ...process.env, HEARTY_PORT: '0', HEARTY_DATA: data, HEARTY_ROOT: root },
  });
  try {
    const port = await new Promise<string>((found) =>
      server.stdout.on('data', (text: Buffer) => {
        const match = /:(\d+)\s/.exec(String(text));
        if (match) found(match[1]!);
      }),
    );
    return await work(`http://127.0.0.1:${port}`);
  } finally {
    server.kill('SIGKILL');
    rmSync(data, { recursive: true, force: true });
  }
}

/**
 * Milliseconds from a key's press, by the browser's own clock, to the first picture in which what is watched has
 * changed.
 */
async function keyToPicture(page: Page, key: string, watched: string): Promise<number> {
  await page.evaluate((selector) => {
    const said = () =>
      [...document.querySelectorAll(selector)]
        // Clocks run by themselves; they are not what the key did.
        .map((e) => e.getAttribute('aria-label') ?? e.textContent?.replace(/\d+/g, ''))
        .join();
    const before = said();
    const bench = window as unknown as { took: Promise<number> };
    bench.took = new Promise((found) => {
      // A key that changes nothing in sight is not counted.
      setTimeout(() => found(NaN), 4000);
      addEventListener(
        'keydown',
        ({ timeStamp }) => {
          const look = () => {
            if (said() === before) return void requestAnimationFrame(look);
            // The frame is being made: once it is painted, the next task runs.
            const painted = new MessageChannel();
            painted.port1.onmessage = () => found(performance.now() - timeStamp);
            painted.port2.postMessage(0);
          };
          requestAnimationFrame(look);
        },
        { once: true, capture: true },
      );
    });
  }, watched);
  await page.keyboard.press(key);
  return page.evaluate(() => (window as unknown as { took: Promise<number> }).took);
}

const post = (url: string, body: unknown) =>
  fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  }).then((r) => {
    if (!r.ok) throw new Error(`${url}: ${r.status}`);
    return r.json();
  });

const ITEMS = '[aria-label="Running order"] > li';
const WANTED: Record<number, number> = { 9: 50, 30: 100, 100: 200 };
const MOVES = 21;

async function plans(page: Page, url: string): Promise<void> {
  for (const items of [9, 30, 100]) {
    await post(`${url}/api/import`, show(items));
    await page.goto(`${url}/shows/bench-${items}/plan`);
    // Of a long show only what is in sight is drawn.
    await page.locator(ITEMS).nth(8).waitFor();
    await page.locator(`${ITEMS} [role=button]`).first().focus();
    await page.waitForTimeout(3000);
    const times: number[] = [];
    for (let n = 0; n < MOVES; n++) {
      times.push(
        await keyToPicture(page, n % 8 < 4 ? 'Alt+ArrowDown' : 'Alt+ArrowUp', `${ITEMS} > [role=button]`),
      );
      // The plan that answers the move is let settle: each press meets a page at rest.
      await page.waitForTimeout(700);
    }
    line(`key to drawn, ${items} items`, times, WANTED[items]);
  }
}

async function stage(page: Page, url: string, events: number): Promise<void> {
  const id = `run-${events}`;
  // A show has one run open at a time.
  await post(`${url}/api/runs`, { id, showId: events ? 'bench-100' : 'bench-30', rehearsal: false });
  for (let from = 0; from < events; from += 500)
    await post(`${url}/api/events`, {
      events: Array.from({ length: Math.min(500, events - from) }, (_, n) => ({
        id: `n${events}-${from + n}`,
        run: id,
        device: 'bench',
        person: null,
        at: Date.now(),
        tick: from + n + 1,
        v: 1,
        kind: 'note',
        body: { text: `Note ${from + n}` },
      })),
    });
  await page.goto(`${url}/stage/${id}`);
  await page.getByRole('button', { name: 'Curtain up' }).click();
  await page.waitForTimeout(1500);
  const times: number[] = [];
  for (let n = 0; n < 15; n++) {
    times.push(await keyToPicture(page, 'PageDown', '#root'));
    await page.waitForTimeout(400);
  }
  line(
    `key to screen on stage, a log of ${events} events`,
    times.filter((ms) => !Number.isNaN(ms)),
  );
}

/** One picture at sixty a second, ms; one is late that takes half as long again. */
const FRAME_MS = 16.7;
const LATE = 1.5;
const PLACES = 90;

/** Milliseconds from picture to picture while the first slider of each bench is dragged along. */
async function sliders(page: Page, url: string): Promise<void> {
  const all: number[] = [];
  const slow: string[] = [];
  for (const { id } of BENCHES) {
    await page.goto(`${url}/bench/${id}`);
    const slider = page.locator('.MuiSlider-root').first();
    // What is only a list or a choice has nothing to slide.
    await page.getByRole('heading', { level: 1 }).waitFor();
    if ((await slider.count()) === 0) continue;
    await page.waitForTimeout(1000);
    const box = (await slider.boundingBox())!;
    const y = box.y + box.height / 2;
    await page.mouse.move(box.x + 2, y);
    await page.mouse.down();
    await page.evaluate(() => {
      const bench = window as unknown as { frames: number[]; dragging: boolean };
      bench.frames = [];
      bench.dragging = true;
      let last = performance.now();
      const frame = (now: number) => {
        bench.frames.push(now - last);
        last = now;
        if (bench.dragging) requestAnimationFrame(frame);
      };
      requestAnimationFrame(frame);
    });
    for (let i = 1; i <= PLACES; i++) await page.mouse.move(box.x + 2 + (i * (box.width - 4)) / PLACES, y);
    const frames = await page.evaluate(() => {
      const bench = window as unknown as { frames: number[]; dragging: boolean };
      bench.dragging = false;
      return bench.frames.slice(1);
    });
    await page.mouse.up();
    all.push(...frames);
    const middle = quantile(frames, 0.5);
    if (middle > FRAME_MS * 1.1) slow.push(`${id} ${middle.toFixed(0)} ms`);
  }
  const onTime = all.filter((ms) => ms <= FRAME_MS * LATE).length / all.length;
  const more = [`${(100 * onTime).toFixed(1)} of 100 on time`, ...slow].join(', ');
  line('picture to picture while a bench is slid', all, FRAME_MS, more);
}

/** Keys to pictures, of the product built here and, where another folder is named, of the one built there beside it. */
export async function inBrowser(others: readonly string[]): Promise<void> {
  for (const root of [...others.map((o) => resolve(o)), process.cwd()]) {
    console.log(`\nin a real browser, as built in ${root}`);
    await served(root, async (url) => {
      const browser = await chromium.launch({
        executablePath: process.env.HEARTY_CHROMIUM ?? '/usr/bin/chromium',
        args: ['--no-sandbox', '--disable-gpu'],
      });
      const context = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        serviceWorkers: 'block',
        reducedMotion: 'reduce',
      });
      const page = await context.newPage();
      await sliders(page, url);
      await plans(page, url);
      for (const events of [0, 2000]) await stage(page, url, events);
      await browser.close();
    });
  }
}
