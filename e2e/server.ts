import { expect, test as base, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import {
  cpSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');

/** A name that browsers of tests find at this machine; see the configuration. */
const HOUSE = 'troupe.example';

/** The built product on a database of its own, which a test may kill and start again. */
export class Server {
  private child: ChildProcess | undefined;
  private port = 0;
  /** Where the program is. */
  private home = root;
  readonly folder = mkdtempSync(join(tmpdir(), 'hearty-e2e-'));

  /** `open`: others in the house may join, by the name `HOUSE`. */
  constructor(
    private readonly demo: boolean,
    private readonly open = false,
  ) {
    const filled = process.env.HEARTY_DEMO;
    if (demo && filled) cpSync(filled, this.folder, { recursive: true });
  }

  get url() {
    return `http://127.0.0.1:${this.port}`;
  }

  /** As another machine in the house reaches it: no address of this machine, and plain http. */
  get houseUrl() {
    return `http://${HOUSE}:${this.port}`;
  }

  /** Starts it, on the port it had before if there was one. */
  async start(): Promise<void> {
    const child = spawn(
      process.execPath,
      [join(this.home, 'server/dist/main.cjs'), ...(this.demo ? ['--demo'] : [])],
      {
        env: {
          ...process.env,
          ...{ HEARTY_PORT: String(this.port), HEARTY_DATA: this.folder, HEARTY_ROOT: this.home },
          ...(this.open && { HEARTY_HOST: '0.0.0.0', HEARTY_NAMES: HOUSE }),
        },
      },
    );
    this.child = child;
    this.port = await new Promise<number>((found, failed) => {
      child.stdout.on('data', (text: Buffer) => {
        const match = /:(\d+)\s/.exec(String(text));
        if (match) found(Number(match[1]));
      });
      child.once('exit', (code) => failed(new Error(`The server ended with ${code}.`)));
    });
  }

  /** Kills it without a word, as a flat battery does, or lets it end in order. */
  async kill(how: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill(how);
    await gone;
  }

  /** Updates the program as a new version does: every hashed file of the web application has another name. */
  async update(): Promise<void> {
    await this.kill('SIGTERM');
    this.home = join(this.folder, 'new-version');
    for (const part of ['server/dist', 'server/migrations', 'web/dist'])
      cpSync(join(root, part), join(this.home, part), { recursive: true });
    symlinkSync(join(root, 'node_modules'), join(this.home, 'node_modules'));
    const web = join(this.home, 'web/dist');
    const hashed = readdirSync(join(web, 'assets'));
    const newNames = new Map(hashed.map((name) => [name, name.replace(/-(.)/, '-new$1')]));
    for (const [name, renamed] of newNames)
      renameSync(join(web, 'assets', name), join(web, 'assets', renamed));
    for (const file of readdirSync(web, { recursive: true, encoding: 'utf8' })) {
      if (!/\.(js|css|html)$/.test(file)) continue;
      const text = readFileSync(join(web, file), 'utf8')
        .replace(/[\w.-]+\.(?:js|css|woff2)\b/g, (name) => newNames.get(name) ?? name)
        .replace(/revision:"(\w+)"/g, 'revision:"new$1"');
      writeFileSync(join(web, file), text);
    }
    await this.start();
  }

  async get<T>(path: string): Promise<T> {
    return (await (await fetch(this.url + path)).json()) as T;
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** The one server of tests that write nothing, started when the first of them runs in this worker. */
let readOnlyServer: Promise<Server> | undefined;
const startReadOnly = async (): Promise<Server> => {
  const server = new Server(true);
  await server.start();
  return server;
};

interface Fixtures {
  /** Whether the tests write nothing and may share a server. */
  readOnly: boolean;
  /** Whether the database holds the demo troupe. */
  demoData: boolean;
  /** Whether other machines may join. */
  open: boolean;
  server: Server;
}

/** A test with the product running; it fails when a page breaks or asks anything of another machine. */
export const test = base.extend<Fixtures, { endReadOnlyServer: void }>({
  endReadOnlyServer: [
    // Playwright wants the empty pattern.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      await use();
      await (await readOnlyServer)?.end();
    },
    { scope: 'worker', auto: true },
  ],
  readOnly: [false, { option: true }],
  demoData: [true, { option: true }],
  open: [false, { option: true }],
  server: async ({ demoData, open, readOnly }, use) => {
    if (readOnly) return use(await (readOnlyServer ??= startReadOnly()));
    const server = new Server(demoData, open);
    await server.start();
    await use(server);
    await server.end();
  },
  baseURL: async ({ server }, use) => use(server.url),
  context: async ({ context }, use) => {
    const wrong: string[] = [];
    context.on(
      'request',
      (r) =>
        /^(https?:\/\/(127\.0\.0\.1|troupe\.example):|data:|blob:)/.test(r.url()) ||
        wrong.push(`asked for ${r.url()}`),
    );
    context.on('weberror', (e) => wrong.push(e.error().message));
    await use(context);
    expect(wrong).toEqual([]);
  },
});

export { expect };

export const HALL = '/shows/weather-in-a-kitchen';

/** Titles of the running order, from the top. */
export const order = async (page: Page) => {
  const buttons = page.getByRole('list', { name: 'Running order' }).getByRole('button');
  await buttons.first().waitFor();
  return buttons.evaluateAll((found) =>
    found.flatMap((b) => /^(.*), \d\d:\d\d(?::\d\d)?, /.exec(b.getAttribute('aria-label') ?? '')?.[1] ?? []),
  );
};

/** Opens the pane of findings over the plan, and gives its list. */
export async function openFindings(page: Page) {
  const list = page.getByRole('list', { name: 'Findings' });
  await page.getByRole('button', { name: /^(\d+ more to look at|\d+ notes?|All fixes)$/ }).click();
  await list.waitFor();
  return list;
}

/** Waits until the draft is on the server. */
export const saved = (page: Page) =>
  expect(page.getByRole('status').filter({ hasText: 'All saved' })).toBeVisible();

/** A picture of a set-up by its words, once it is really drawn. */
export async function drawn(page: Page, message: string) {
  const image = page.getByRole('img', { name: message }).first();
  // A list may be drawn again while one scrolls in it.
  await expect(() => image.scrollIntoViewIfNeeded({ timeout: 5000 })).toPass();
  await expect.poll(() => image.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0);
  return image;
}
