import { createApp } from '../server/app';
import { openDatabase } from '../server/db';
import { fillDemoData } from '../server/demo-data';
import { readShowFile, writeShowFile } from '@hearty/core';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { calculatorAnswers } from '../core/testing/calculator-answers';
import { sentences } from '../core/testing/sentences';
import { showFileSchema } from './show-schema';

/** Writes what docs say of the program: the schema of show files, two examples from the demo troupe, the calculators' answers. */
async function main(): Promise<void> {
  const folder = 'docs/formats';
  writeFileSync('docs/calculator-answers.md', calculatorAnswers());
  writeFileSync('docs/sentences.md', sentences('.'));
  writeFileSync(join(folder, 'show-file.schema.json'), `${JSON.stringify(showFileSchema(), null, 2)}\n`);
  const db = openDatabase(mkdtempSync(join(tmpdir(), 'hearty-formats-')), 'server/migrations');
  fillDemoData(db, new Date('2026-11-23T12:00:00Z'));
  const server = createApp({ db }).listen(0, '127.0.0.1');
  await new Promise((up) => server.once('listening', up));
  const address = server.address();
  if (!address || typeof address === 'string') throw new Error('The server has no port.');
  for (const [show, name] of [
    ['weather-in-a-kitchen', 'example-hall'],
    ['nine-minutes-of-air', 'example-studio'],
  ]) {
    const text = await (await fetch(`http://127.0.0.1:${address.port}/api/shows/${show}/file`)).text();
    const read = readShowFile(text);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    writeFileSync(join(folder, `${name}.json`), writeShowFile(read.value));
  }
  server.close();
  db.close();
}

void main();
