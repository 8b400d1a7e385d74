import { join, resolve } from 'node:path';
import { createApp } from './app';
import { DatabaseRefused, openDatabase } from './db';
import { fillDemoData } from './demo-data';
import { openLog } from './log';

/**
 * Serves Hearty Stage. Settings from the environment: HEARTY_PORT (4180), HEARTY_HOST (127.0.0.1; anything else opens
 * it to other machines), HEARTY_DATA (folder of the database). `--demo` fills an empty database with the demo troupe.
 */
function main(): void {
  const root = resolve(process.env.HEARTY_ROOT ?? '.');
  const port = Number(process.env.HEARTY_PORT ?? 4180);
  const host = process.env.HEARTY_HOST ?? '127.0.0.1';
  if (!Number.isInteger(port) || port < 0 || port > 65_535) {
    return fail(`HEARTY_PORT must be a port number, not “${process.env.HEARTY_PORT}”.`);
  }
  let db;
  try {
    db = openDatabase(
      resolve(process.env.HEARTY_DATA ?? join(root, 'data')),
      join(root, 'server/migrations'),
    );
  } catch (error) {
    if (error instanceof DatabaseRefused) return fail(error.message);
    throw error;
  }
  if (process.argv.includes('--demo')) fillDemoData(db);
  const log = openLog();
  const open = !['127.0.0.1', 'localhost', '::1'].includes(host);
  const app = createApp({
    db,
    webFolder: join(root, 'web/dist'),
    open,
    version: process.env.npm_package_version ?? '0',
    log,
  });
  const server = app.listen(port, host, (error?: Error) => {
    if (error) return fail(portTrouble(error, port));
    const address = server.address();
    const actual = typeof address === 'object' && address ? address.port : port;
    console.log(`Hearty Stage: http://${host}:${actual}`);
    log.info({ host, port: actual, open }, 'serving');
  });
  const stop = () => {
    log.info('stopping');
    server.close();
    db.close();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
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

main();
