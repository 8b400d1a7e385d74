import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sentences } from '../testing/sentences';

test('docs/sentences.md is what the plan says (npm run formats writes it again)', () => {
  const root = join(__dirname, '../..');
  expect(sentences(root)).toBe(readFileSync(join(root, 'docs/sentences.md'), 'utf8'));
}, 120_000);
