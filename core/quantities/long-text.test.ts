import { parseAmount, parseTemperature } from './amount';
import { parseDuration } from './time';

const TEXTS = [
  '9'.repeat(1_000_000),
  `1 ${'2'.repeat(400_000)}/3`,
  `${'1'.repeat(40_000)}x`,
  `${' '.repeat(200_000)}x`,
  '3 constructor',
  '3 __proto__',
];

test.each<[string, (text: string) => { ok: boolean }]>([
  ['amounts', (text) => parseAmount(text, 'g')],
  ['temperatures', parseTemperature],
  ['lengths of time', parseDuration],
])(
  'no reader of %s goes back over a long text, and no word that every object has is a unit',
  (_what, read) => {
    for (const text of TEXTS) expect(read(text).ok).toBe(false);
  },
);
