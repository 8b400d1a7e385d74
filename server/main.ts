import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { Doors } from './access/doors';
import { ownerKeyOf, type Owner } from './access/owner';
import { ownAddresses } from './access/who';
import { createApp } from './app';
import { backUpDaily, backUpToday } from './backups';
import { examineApart } from './examine';
import { DatabaseRefused, openDatabase } from './db';
import { fillDemoData } from './demo-data';
import { fillTenYears } from './demo-data/ten-years';
import { diskTrouble } from './errors';
import { keepPrivate, takeFolder } from './folder';
import { openLog } from './log';
import { askInBrowser, askInTerminal, missingData } from './missing-data';
import { plannerInWorker } from './planning/planner';

/**
 * Serves Hearty Stage. Settings from the environment: HEARTY_PORT (4180), HEARTY_HOST (127.0.0.1; anything else lets
 * other machines in, by code or passphrase), HEARTY_NAMES (names this machine goes by, beside its own, with commas),
 * HEARTY_DATA (folder of the database), HEARTY_PROXY=1 (a reverse proxy stands before it: nobody is local),
 * HEARTY_OWNER_KEY=1 (on this machine too only whoever opens the printed address plans), HEARTY_START_EMPTY=1
 * starts empty where the data is missing, without asking. `--demo` fills an empty database with the demo troupe,
 * `--ten-years` with a troupe of ten years. The first start of a day leaves a backup.
 */
async function main(): Promise<void> {
  const root = resolve(process.env.HEARTY_ROOT ?? '.');
  const port = Number(process.env.HEARTY_PORT ?? 4180);
  const host = process.env.HEARTY_HOST ?? '127.0.0.1';
  if (!Number.isInteger(port) || port < 0 || port > 65_535) {
    return fail(`HEARTY_PORT must be a port number, not “${process.env.HEARTY_PORT}”.`);
  }
  const dataFolder = resolve(process.env.HEARTY_DATA ?? join(root, 'data'));
  const migrationsFolder = join(root, 'server/migrations');
  const log = openLog();
  const isKeyed = (owner: Owner) => owner.key !== undefined && !owner.behindProxy;
  /** Of an address that stands for all of them, the one this machine itself is reached at. */
  const addressOf = (server: Server, owner: Owner) =>
    `http://${['0.0.0.0', '::'].includes(host) ? 'localhost' : host}:${(server.address() as AddressInfo).port}` +
    (isKeyed(owner) ? `/?key=${owner.key}` : '');
  let db;
  let owner: Owner;
  let inUse;
  try {
    keepPrivate(dataFolder);
    inUse = takeFolder(dataFolder);
    owner = {
      behindProxy: process.env.HEARTY_PROXY === '1',
      ...(process.env.HEARTY_OWNER_KEY === '1' && { key: ownerKeyOf(dataFolder) }),
    };
    const missing = process.env.HEARTY_START_EMPTY === '1' ? undefined : missingData(dataFolder);
    if (missing)
      await askInBrowser({
        ...{ folder: dataFolder, migrations: migrationsFolder, missing, owner, log, listen: { port, host } },
        onListening: (server) => console.error(askInTerminal(dataFolder, missing, addressOf(server, owner))),
        onError: (error) => fail(portTrouble(error, port)),
      });
    db = openDatabase(dataFolder, migrationsFolder);
    if (process.argv.includes('--demo')) fillDemoData(db);
    if (process.argv.includes('--ten-years')) fillTenYears(db);
    backUpToday(db, dataFolder, new Date());
  } catch (error) {
    return fail(startTrouble(error, dataFolder));
  }
  backUpDaily(db, dataFolder, (error) => log.error({ error }, 'the backup of the day cannot be made'));
  const open = !['127.0.0.1', 'localhost', '::1'].includes(host);
  const planner = plannerInWorker(dataFolder);
  const doors = open ? undefined : new Doors(db, (address) => listenOn(address));
  const app = createApp({
    ...{ db, planner, ...(doors && { doors }), dataFolder, migrationsFolder },
    examiner: examineApart(join(__dirname, 'tool.cjs')),
    webFolder: join(root, 'web/dist'),
    open,
    owner,
    names: (process.env.HEARTY_NAMES ?? '')
      .toLowerCase()
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
    version: process.env.npm_package_version ?? '0',
    readAhead: true,
    log,
  });
  const server = app.listen(port, host, (error?: Error) => {
    if (error) return fail(portTrouble(error, port));
    const actual = (server.address() as AddressInfo).port;
    console.log(`Hearty Stage: ${addressOf(server, owner)}`);
    if (owner.behindProxy)
      console.log('Behind a proxy: nobody plans without the passphrase (set it with “hearty passphrase”).');
    if (open)
      console.log(
        `Others in the house: ${ownAddresses()
          .map((a) => `http://${a}:${actual}`)
          .join(', ')} (with a code or the passphrase)`,
      );
    log.info({ host, port: actual, open }, 'serving');
    if (doors?.wasOpen())
      doors.open().catch((error: unknown) => log.warn({ error }, 'phones that were let in cannot join'));
  });

  /** Serves another address of this machine at the same port. */
  function listenOn(address: string): Promise<Server> {
    const { port: actual } = server.address() as AddressInfo;
    return new Promise((listening, failed) => {
      const also = app.listen(actual, address, (error?: Error) => (error ? failed(error) : listening(also)));
    });
  }
  const stop = () => {
    log.info('stopping');
    server.close();
    doors?.close();
    planner.close();
    db.close();
    inUse.release();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

/** Why it cannot start, in a sentence that names the folder. */
function startTrouble(error: unknown, dataFolder: string): string {
  if (error instanceof DatabaseRefused) return error.message;
  const { code } = (error ?? {}) as { code?: unknown };
  if (code === 'ENOTDIR' || code === 'EEXIST')
    return `${dataFolder} is not a folder. Set HEARTY_DATA to one.`;
  const known = diskTrouble(error);
  return known
    ? `Hearty Stage cannot start on ${dataFolder}. ${known.message}`
    : `Hearty Stage cannot start on ${dataFolder}: ${error instanceof Error ? error.message : String(error)}`;
}

function portTrouble(error: Error, port: number): string {
  return (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
    ? `Port ${port} is taken. Stop what uses it, or set HEARTY_PORT to another one.`
    : error.message;
}

function fail(sentence: string): void {
  console.error(sentence);
  process.exit(1);
}

void main();
