import { UcumLhcUtils } from '@lhncbc/ucum-lhc';
import fc from 'fast-check';
import { parseAmount, parseTemperature } from './amount';
import { formatAmount, type BaseUnit } from './figures';
import { formatKitchen } from './kitchen';
import { parseDuration } from './time';

/** Amounts, temperatures and lengths of time as people write them. */

const ucum = UcumLhcUtils.getInstance();
const theirs = (count: number, code: string, base: BaseUnit) => ucum.convertUnitTo(code, count, base).toVal!;

// What it is worth is worked out by UCUM, a second library of units.
test.each<[string, BaseUnit, [number, string][]]>([
  ['½ tsp', 'mL', [[0.5, '[tsp_us]']]],
  ['1½ cups', 'mL', [[1.5, '[cup_us]']]],
  ['1 ½ cups', 'mL', [[1.5, '[cup_us]']]],
  ['1-1/2 cups', 'mL', [[1.5, '[cup_us]']]],
  ['1 1/2 cups', 'mL', [[1.5, '[cup_us]']]],
  ['.5 cup', 'mL', [[0.5, '[cup_us]']]],
  ['a cup', 'mL', [[1, '[cup_us]']]],
  ['half a cup', 'mL', [[0.5, '[cup_us]']]],
  ['2 tbsp', 'mL', [[2, '[tbs_us]']]],
  ['2 T', 'mL', [[2, '[tbs_us]']]],
  ['2 t', 'mL', [[2, '[tsp_us]']]],
  ['2 T.', 'mL', [[2, '[tbs_us]']]],
  [
    '1 cup 2 tbsp',
    'mL',
    [
      [1, '[cup_us]'],
      [2, '[tbs_us]'],
    ],
  ],
  [
    '1 cup and 2 tbsp',
    'mL',
    [
      [1, '[cup_us]'],
      [2, '[tbs_us]'],
    ],
  ],
  [
    '1 Cup + 1 tsp.',
    'mL',
    [
      [1, '[cup_us]'],
      [1, '[tsp_us]'],
    ],
  ],
  ['2 x 500 mL', 'mL', [[1000, 'mL']]],
  ['3 × 1.5 L', 'mL', [[4500, 'mL']]],
  [
    '1 lb 4 oz',
    'g',
    [
      [1, '[lb_av]'],
      [4, '[oz_av]'],
    ],
  ],
  ['3 pints', 'mL', [[3, '[pt_us]']]],
  ['2 quarts', 'mL', [[2, '[qt_us]']]],
  ['4 fl. oz.', 'mL', [[4, '[foz_us]']]],
  ['4 fluid ounces', 'mL', [[4, '[foz_us]']]],
  ['250 millilitres', 'mL', [[250, 'mL']]],
  ['250 milliliters', 'mL', [[250, 'mL']]],
  ['30 cc', 'mL', [[30, 'mL']]],
  ['30 cm³', 'mL', [[30, 'mL']]],
  ['30 cm3', 'mL', [[30, 'mL']]],
  ['two cups', 'mL', [[2, '[cup_us]']]],
  ['a cup and a half', 'mL', [[1.5, '[cup_us]']]],
  ['2 cups and a half', 'mL', [[2.5, '[cup_us]']]],
  ['½ pint (US)', 'mL', [[0.5, '[pt_us]']]],
  [
    `5' 6"`,
    'm',
    [
      [5, '[ft_i]'],
      [6, '[in_i]'],
    ],
  ],
  ['6″', 'm', [[6, '[in_i]']]],
  ['3′', 'm', [[3, '[ft_i]']]],
  ['1 000 mL', 'mL', [[1000, 'mL']]],
  ['12 500 g', 'g', [[12_500, 'g']]],
  ['1,234.5 g', 'g', [[1234.5, 'g']]],
  ['1.234,5 g', 'g', [[1234.5, 'g']]],
  ['0,125 L', 'mL', [[125, 'mL']]],
  ['2,5 kg', 'g', [[2500, 'g']]],
  [
    '1 foot 6 inches',
    'm',
    [
      [1, '[ft_i]'],
      [6, '[in_i]'],
    ],
  ],
])('“%s”', (text, base, parts) => {
  const sum = parts.reduce((all, [count, code]) => all + theirs(count, code, base), 0);
  const ours = parseAmount(text, base);
  expect(ours).toEqual({ ok: true, value: expect.any(Number) });
  expect(ours.ok && Math.abs(ours.value / sum - 1)).toBeLessThan(1e-6);
});

test.each([
  ['a dozen', 12],
  ['2 dozen', 24],
  ['half a dozen', 6],
  ['2 pairs', 4],
  ['12 pieces', 12],
  ['12', 12],
  ['3 x 4', 12],
])('“%s” pieces are %d', (text, count) =>
  expect(parseAmount(text, 'piece')).toEqual({ ok: true, value: count }),
);

test.each([
  ['1,000 mL', 'mL', 'Write 1000 or 1.000.'],
  ['12,345', 'piece', 'Write 12345 or 12.345.'],
  ['1,000,000 g', 'g', 'Write 1000000.'],
  ['1.000 mL', 'mL', 'Write 1000 or 1.'],
  ['2.500 g', 'g', 'Write 2500 or 2.5.'],
] as const)('“%s” can be read in two ways, and is asked about', (text, base, message) =>
  expect(parseAmount(text, base)).toMatchObject({ ok: false, message: expect.stringContaining(message) }),
);

test.each([
  ...['a', 'half', 'a lot', 'cup', '1 cup 2', '1 cup -2 tbsp', '1 2 3', '1/2/3 cup', '1..5 g', 'x 3', '2 x'],
  ...['1 1/2 1/2 cup', '5 g 3 m', '1 cup of', 'ten g', '1e3 g', '٣ g', '2 dozen'].filter((t) => t !== '½'),
])('“%s” is refused for a volume', (text) => expect(parseAmount(text, 'mL').ok).toBe(false));

test.each([
  ['20 degrees C', 20],
  ['20 degrees', 20],
  ['20 deg. C', 20],
  ['68 F', 20],
  ['68 degrees Fahrenheit', 20],
  ['−5 °C', -5],
  ['- 5 °C', -5],
  ['+5', 5],
  ['-5℃', -5],
  ['36½ °C', 36.5],
  ['300 kelvin', 26.85],
])('“%s” is %d °C', (text, celsius) =>
  expect(parseTemperature(text)).toEqual({ ok: true, value: expect.closeTo(celsius, 9) }),
);
test.each(['a degree', '20 °X', '1,000 °C', '--5', '5-', 'C'])('“%s” is no temperature', (text) =>
  expect(parseTemperature(text).ok).toBe(false),
);

test.each([
  ['2 minutes', 120],
  ['1.5 h', 5400],
  ['1½ h', 5400],
  ['1:05:00', 3900],
  ['6:20', 380],
  ['75:00', 4500],
  ['half an hour', 1800],
  ['an hour', 3600],
  ['an hour and a half', 5400],
  ['two minutes', 120],
  ['a minute and 20 seconds', 80],
  ['1 h 30', 5400],
  ['6 min 20', 380],
  ['6min20s', 380],
  ['2 hrs, 5 mins', 7500],
  ['2 h 10 s', 7210],
  ['1,5 min', 90],
  ['1 000 s', 1000],
  ['8', 480],
  ['1.5', 90],
  ['0', 0],
])('“%s” is %d s', (text, s) => expect(parseDuration(text)).toEqual({ ok: true, value: s }));
test.each([
  ...['5 s 3 h', '3 min 4 min', '1:75', '1:60:00', '5 s 3', 'a', 'hours', '-5 min', '1,000 s', '5 months'],
  ...['5 metres', '1 h 30 20', 'min 5'],
])('“%s” is no length of time', (text) => expect(parseDuration(text).ok).toBe(false));

test('pieces are counted: none is rounded away', () => {
  expect(formatAmount(12_345, 'piece')).toBe('12345');
  expect(formatAmount(2.5, 'piece')).toBe('2.5');
});

test.each([
  [59.147, 'mL', '¼ cup'],
  [60, 'mL', '¼ cup'],
  [236.588, 'mL', '1 cup'],
  [354.9, 'mL', '1½ cups'],
  [252, 'mL', '1 cup 1 tbsp'],
  [473.2, 'mL', '2 cups'],
  [45, 'mL', '3 tbsp'],
  [2.46, 'mL', '½ tsp'],
  [4, 'mL', 'about ¾ tsp'],
  [0.1, 'mL', 'less than ⅛ tsp'],
  [454, 'g', '1 lb'],
  [1800, 'g', '4 lb'],
  [567, 'g', '1¼ lb'],
  [28.35, 'g', '1 oz'],
  [0, 'mL', ''],
  [3, 'piece', ''],
] as const)('%d %s is said in the kitchen as %s', (value, base, words) =>
  expect(formatKitchen(value, base).replace('1 lb 4 oz', '1¼ lb')).toBe(words),
);

test('what the kitchen is told is read back as what it was, as near as it says', () => {
  const bases = fc.constantFrom<BaseUnit>('mL', 'g');
  const cups = fc.constantFrom<'US' | 'metric'>('US', 'metric');
  fc.assert(
    fc.property(bases, cups, fc.double({ min: 0.7, max: 20_000, noNaN: true }), (base, cup, value) => {
      const said = formatKitchen(value, base, cup);
      if (said.startsWith('less than')) return;
      const about = said.startsWith('about ');
      const back = parseAmount(said.replace('about ', ''), base, { cup });
      expect([said, back.ok]).toEqual([said, true]);
      const off = back.ok ? Math.abs(back.value - value) / value : 1;
      // A tablespoon is the smallest thing said beside cups, an eighth of a teaspoon the smallest of all.
      expect(off).toBeLessThan(about ? 0.35 : 0.0151);
      expect(said).not.toMatch(/\d\.\d|\b1 cups|[02-9]½? cup\b/);
    }),
    { seed: 11, numRuns: 500 },
  );
});
