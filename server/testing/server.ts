import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { EventAnswer, EventsAnswer, Overview, PastShows, ShowLine } from '@hearty/core';
import type { Express } from 'express';
import { request } from './request';
import { createApp } from '../app';
import { openDatabase } from '../db';
import { fillDemoData } from '../demo-data';

export const MIGRATIONS = join(__dirname, '../migrations');

const folders: string[] = [];

/** A folder of its own, removed when the process ends. */
export function temporaryFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-'));
  folders.push(folder);
  return folder;
}

process.once('exit', () => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));

/** An app over a new database with the demo troupe, as of a fixed day. */
export function demoApp() {
  const db = openDatabase(temporaryFolder(), MIGRATIONS);
  fillDemoData(db, new Date('2026-11-23T12:00:00Z'));
  afterAll(() => db.close());
  return { app: createApp({ db }), db };
}

let ticks = 0;

/** An event of a log as some device sends it: its tick is higher than every one made here before. */
export const logged = (run: string, id: string, kind: string, body: object, more: object = {}) => ({
  ...{ id, run, device: 'test', person: null, at: 1_000_000, tick: ++ticks + 100_000, v: 1, kind, body },
  ...more,
});

/** Sends events to an app; gives its answers. */
export async function sendTo(app: Express, ...events: object[]): Promise<EventAnswer[]> {
  const { body } = await request(app).post('/api/events').send({ events });
  return (body as EventsAnswer).answers;
}

/** What an address answers once everything behind it has been worked out. */
export async function settled<T extends { fresh: boolean }>(app: Express, path: string): Promise<T> {
  for (let tries = 0; tries < 500; tries++) {
    const { body } = await request(app).get(`/api${path}`);
    if ((body as T).fresh) return body as T;
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error(`${path} was not worked out in time.`);
}

/** Every line of the list of shows. */
export async function showLines(app: Express): Promise<ShowLine[]> {
  const { coming } = await settled<Overview>(app, '/overview');
  const { past } = (await request(app).get('/api/overview/past')).body as PastShows;
  return [...coming, ...past];
}

/** Another show of the demo troupe's, under an id of one's choice. */
export async function anotherShow(app: Express, id: string): Promise<void> {
  const { body } = (await request(app).get('/api/shows/cold-snap')).body as { body: object };
  const saved = await request(app)
    .put(`/api/shows/${id}`)
    .send({ version: 0, body: { ...body, id } });
  if (saved.status !== 200) throw new Error(`${saved.status}: ${saved.text}`);
}
