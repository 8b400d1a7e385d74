import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** A file that the server ships with, by its path in the source tree. */
export const shippedFile = (path: string): Buffer =>
  readFileSync(join(resolve(process.env.HEARTY_ROOT ?? '.'), 'server', path));
