import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { request as askPlain } from 'node:http';
import { request as ask } from 'node:https';
import { createServer, type AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import type { Here } from '@hearty/core';
import { program } from '../testing/program';
import { temporaryFolder } from '../testing/server';

/** A real reverse proxy on the same machine, Debian's nginx, in the ways it is usually set up: no stranger is the owner. */

const NGINX = '/usr/sbin/nginx';
if (!existsSync(NGINX) && process.getuid?.() === 0 && existsSync('/etc/debian_version')) {
  spawnSync('apt-get', ['update', '-qq']);
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'nginx-light']);
}
const withNginx = existsSync(NGINX) ? describe : describe.skip;

const NAME = 'stage.example';

/** As docs/log-and-server.md has it, so that what is printed there is what is tested. */
const RECOMMENDED = (() => {
  const docs = readFileSync(resolve(__dirname, '../../docs/log-and-server.md'), 'utf8');
  const [, location] = /```nginx\n([\s\S]*?)```/.exec(docs) ?? [];
  return location!.replace(/.*location \/ \{/s, '').replace(/\}[^}]*\}\s*$/, '');
})();

interface Proxy {
  get: (path: string) => Promise<{ status: number; body: unknown }>;
  send: (method: string, path: string, body: object) => Promise<{ status: number; cookie: string }>;
}

const freePort = () =>
  new Promise<number>((found) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => found(port));
    });
  });

/** Ended after each test, whatever came of it: what runs on keeps the tests from ending. */
let running: ChildProcess[] = [];
afterEach(() => {
  running.forEach((child) => child.kill());
  running = [];
});

/** nginx over TLS or not, passing everything on to an address with these directives. */
async function proxied(location: string, tls: boolean): Promise<Proxy> {
  const folder = temporaryFolder();
  const port = await freePort();
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  if (tls)
    spawnSync('openssl', [
      ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', `/CN=${NAME}`],
      ...['-keyout', key, '-out', cert],
    ]);
  const conf = join(folder, 'nginx.conf');
  writeFileSync(
    conf,
    `daemon off; pid ${folder}/pid; error_log ${folder}/error.log;
     events {}
     http {
       access_log off;
       client_body_temp_path ${folder}/body; proxy_temp_path ${folder}/proxy; fastcgi_temp_path ${folder}/fcgi;
       uwsgi_temp_path ${folder}/uwsgi; scgi_temp_path ${folder}/scgi;
       server {
         listen 127.0.0.1:${port}${tls ? ` ssl; ssl_certificate ${cert}; ssl_certificate_key ${key}` : ''};
         location / { ${location} }
       }
     }`,
  );
  running.push(spawn(NGINX, ['-p', folder, '-c', conf], { stdio: 'ignore' }));
  const base = `${tls ? 'https' : 'http'}://127.0.0.1:${port}`;
  const send = (method: string, path: string, body?: object) => over(base + path, method, body);
  for (let tries = 0; tries < 100; tries++) {
    if (await send('GET', '/api/health').catch(() => undefined)) break;
    await new Promise((done) => setTimeout(done, 50));
  }
  return {
    get: async (path) => {
      const { status, text } = await send('GET', path);
      return { status, body: text.startsWith('{') ? (JSON.parse(text) as unknown) : text };
    },
    send: async (method, path, body) => send(method, path, body),
  };
}

/** Asks as a stranger's browser does: by the public name, and with a certificate that a test made itself. */
function over(url: string, method: string, body?: object) {
  const headers = { Host: NAME, ...(body && { 'content-type': 'application/json' }) };
  if (url.startsWith('http:')) {
    return answered(askPlain(url, { method, headers }), body);
  }
  return answered(ask(url, { method, headers, rejectUnauthorized: false }), body);
}

const answered = (req: ReturnType<typeof ask>, body?: object) =>
  new Promise<{ status: number; text: string; cookie: string }>((found, failed) => {
    req.on('error', failed).on('response', (res) => {
      let text = '';
      res
        .on('data', (part: Buffer) => (text += String(part)))
        .on('end', () =>
          found({ status: res.statusCode ?? 0, text, cookie: String(res.headers['set-cookie'] ?? '') }),
        );
    });
    req.end(body && JSON.stringify(body));
  });

const HTTP_1_1 = 'proxy_http_version 1.1;';
const HEADERS =
  'proxy_set_header X-Real-IP $remote_addr; proxy_set_header X-Forwarded-For $proxy_add_x_forwarded_for; proxy_set_header X-Forwarded-Proto $scheme;';
const HOST = 'proxy_set_header Host $host;';
const KEPT = 'proxy_set_header Connection "";';

withNginx('behind Debian’s nginx', () => {
  const main = program('main.ts');
  const start = (more?: Record<string, string>, folder = temporaryFolder()) => {
    const { child, address } = main.start(folder, more);
    running.push(child);
    return address;
  };
  const tool = program('tool.ts');

  test.each([
    ['that was told nothing', '', false],
    ['in HTTP/1.1', HTTP_1_1, false],
    ['with the headers of a proxy, connections kept', `${HTTP_1_1} ${HEADERS} ${KEPT}`, false],
    ['with its public name as well', `${HTTP_1_1} ${HEADERS} ${HOST} ${KEPT}`, false],
    ['with TLS in front', `${HEADERS} ${HOST}`, true],
  ])('%s, a stranger is nobody to a server that knows of no proxy', async (_how, directives, tls) => {
    const address = await start();
    const proxy = await proxied(`proxy_pass ${address}; ${directives}`, tls);
    const { status, body } = await proxy.get('/api/here');
    if (status === 200) expect(body as Here).toMatchObject({ here: false, plans: false });
    // A public name is not answered at all before it is given.
    else expect(status).toBe(403);
    for (const path of ['/api/people', '/api/library', '/api/overview'])
      expect([401, 403]).toContain((await proxy.get(path)).status);
    expect([401, 403]).toContain(
      (await proxy.send('PUT', '/api/reach', { passphrase: 'a stranger was here' })).status,
    );
    expect([401, 403]).toContain((await proxy.send('POST', '/api/backup', {})).status);
  });

  test('as the docs set it up, planners join over TLS by the passphrase, and no cookie goes back in the clear', async () => {
    const folder = temporaryFolder();
    const address = await start({ HEARTY_PROXY: '1', HEARTY_NAMES: NAME }, folder);
    const set = tool.spawn(['passphrase'], { HEARTY_DATA: folder });
    const done = new Promise((gone) => set.once('exit', gone));
    set.stdin.end('three words here\n');
    await done;
    const proxy = await proxied(RECOMMENDED.replace(/http:\/\/127\.0\.0\.1:\d+/, address), true);
    expect((await proxy.get('/api/here')).body).toMatchObject({
      here: false,
      plans: false,
      passphrase: true,
    });
    const wrong = await proxy.send('POST', '/api/enter', { passphrase: 'three words there' });
    expect(wrong.status).toBe(403);
    const entered = await proxy.send('POST', '/api/enter', { passphrase: 'three words here' });
    expect(entered.status).toBe(204);
    expect(entered.cookie).toMatch(/HttpOnly; Secure; SameSite=Strict/);
  });

  test('what cannot be told from a browser here is nobody once the server knows of the proxy', async () => {
    // Kept connections in HTTP/1.1 and not one header: the docs name it as not detected.
    const address = await start({ HEARTY_PROXY: '1' });
    const proxy = await proxied(`proxy_pass ${address}; ${HTTP_1_1} ${KEPT}`, false);
    expect((await proxy.get('/api/here')).body).toMatchObject({ here: false, plans: false });
  });
});
