import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readShowFile } from '../formats';
import type { ShowFile } from '../show';

/** A show on which a stated figure was once untrue. */
export function truthCase(name: string): ShowFile {
  const got = readShowFile(readFileSync(join(__dirname, `truth/${name}.json`), 'utf8'));
  if (!got.ok) throw new Error(JSON.stringify(got.problems));
  return got.value;
}
