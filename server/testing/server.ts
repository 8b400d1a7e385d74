import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from '../app';
import { openDatabase } from '../db';
import { fillDemoData } from '../demo-data';

export const MIGRATIONS = join(__dirname, '../migrations');

const folders: string[] = [];

/** A folder of its own, removed after the tests of the file. */
export function temporaryFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-'));
  folders.push(folder);
  return folder;
}

afterAll(() => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));

/** An app over a new database with the demo troupe, as of a fixed day. */
export function demoApp() {
  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  fillDemoData(db, new Date('2026-11-23T12:00:00Z'));
  afterAll(() => db.close());
  return { app: createApp({ db }), db };
}
