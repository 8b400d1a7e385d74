import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { calculatorAnswers } from '../testing/calculator-answers';

test('docs/calculator-answers.md is what the calculators answer (npm run formats writes it again)', () => {
  expect(calculatorAnswers()).toBe(readFileSync(join(__dirname, '../../docs/calculator-answers.md'), 'utf8'));
});
