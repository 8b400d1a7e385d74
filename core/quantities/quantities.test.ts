import { UcumLhcUtils } from '@lhncbc/ucum-lhc';
import {
  formatAmount,
  formatFigure,
  formatKitchen,
  formatMoney,
  formatTemperature,
  parseAmount,
  parseTemperature,
} from './index';
import { clockToS, formatClock, formatDuration, parseDuration, sinceCurtain, toClock } from './time';

// NIST Handbook 44 (2024), Appendix C, "Units of volume": cup 236.588, tablespoon 14.787, teaspoon 4.929, fluid ounce 29.574 mL.
test.each([
  ['1 cup', 236.588],
  ['1 tbsp', 14.787],
  ['1 tsp', 4.929],
  ['1 fl oz', 29.574],
])('%s is %d mL (NIST Handbook 44)', (text, mL) => {
  const parsed = parseAmount(text, 'mL');
  expect(parsed.ok && parsed.value).toBeCloseTo(mL, 2);
});

// A second unit library: UCUM, as implemented by the US National Library of Medicine.
test.each([
  ['1 cup', '[cup_us]', 'mL'],
  ['3 tbsp', '[tbs_us]', 'mL'],
  ['2 tsp', '[tsp_us]', 'mL'],
  ['5 fl oz', '[foz_us]', 'mL'],
  ['1 gallon', '[gal_us]', 'mL'],
  ['2 lb', '[lb_av]', 'g'],
  ['7 oz', '[oz_av]', 'g'],
  ['6 in', '[in_i]', 'm'],
] as const)('%s agrees with UCUM %s', (text, code, base) => {
  const theirs = UcumLhcUtils.getInstance().convertUnitTo(code, parseFloat(text), base).toVal!;
  const ours = parseAmount(text, base);
  expect(ours.ok && Math.abs(ours.value / theirs - 1)).toBeLessThan(1e-6);
});

test('fractions, decimal commas and bare numbers are understood', () => {
  expect(parseAmount('1/2 cup', 'mL')).toMatchObject({ ok: true, value: expect.closeTo(118.294, 2) });
  expect(parseAmount('1 1/2 tsp', 'mL')).toMatchObject({ value: expect.closeTo(7.393, 2) });
  expect(parseAmount('2,5 kg', 'g')).toEqual({ ok: true, value: 2500 });
  expect(parseAmount('12', 'piece')).toEqual({ ok: true, value: 12 });
});

test.each(['', 'a lot', '3 furlongs', '-4 mL', '1/0 cup', '2 kg'])(
  '“%s” is refused for a volume, with examples',
  (text) => {
    expect(parseAmount(text, 'mL')).toMatchObject({ ok: false, message: expect.stringContaining('1/2 cup') });
  },
);

test('amounts stand in SI with the kitchen measure beside', () => {
  expect(formatAmount(1500, 'mL')).toBe('1.5 L');
  expect(formatAmount(0.4, 'm')).toBe('40 cm');
  expect(formatKitchen(30, 'mL')).toBe('2 tbsp');
  expect(formatKitchen(236.588, 'mL')).toBe('1 cup');
  expect(formatKitchen(454, 'g')).toBe('1 lb');
  expect(formatKitchen(3, 'piece')).toBe('');
});

test.each([
  ['6 min 20 s', 380],
  ['6:20', 380],
  ['8', 480],
  ['1 h', 3600],
  ['1.5 min', 90],
])('“%s” is %d s', (text, s) => expect(parseDuration(text)).toEqual({ ok: true, value: s }));

test.each(['soon', '', '6:75'])('“%s” is no length of time', (text) =>
  expect(parseDuration(text).ok).toBe(false),
);

test('times read as people say them', () => {
  expect(formatDuration(380)).toBe('6 min 20 s');
  expect(formatDuration(-40)).toBe('−40 s');
  expect(formatDuration(0)).toBe('0 s');
  expect(formatClock(14 * 3600 + 300 + 20, true)).toBe('14:05:20');
  expect(formatClock(-60)).toBe('23:59');
});

test('a cup is US customary unless the metric one is chosen', () => {
  expect(parseAmount('2 cups', 'mL', { cup: 'metric' })).toEqual({ ok: true, value: 500 });
  expect(parseAmount('1 tbsp', 'mL', { cup: 'metric' })).toMatchObject({ value: expect.closeTo(14.787, 2) });
  expect(formatKitchen(500, 'mL', 'metric')).toBe('2 cups');
});

test('a volume stands for a mass only through a density, and the other way round', () => {
  // Baking soda, bulk: 1 cup at 0.93 g/mL is 220 g.
  expect(parseAmount('1 cup', 'g', { densityGPerML: 0.93 })).toMatchObject({
    value: expect.closeTo(220.03, 1),
  });
  expect(parseAmount('100 g', 'mL', { densityGPerML: 0.8 })).toMatchObject({ value: expect.closeTo(125, 9) });
  expect(parseAmount('1 cup', 'g')).toEqual({
    ok: false,
    message: expect.stringContaining('Without a density'),
  });
  expect(parseAmount('2 m', 'g', { densityGPerML: 1 })).toEqual({
    ok: false,
    message: expect.stringContaining('does not measure this'),
  });
});

// NIST SP 811 (2008), Appendix B.8: t/°C = (t/°F − 32)/1.8; UCUM as the second library.
test.each(['-320 °F', '32 F', '98.6 °F', '212F', '20 °C', '−78,5 C', '77.4 K'])(
  '%s in °C agrees with UCUM',
  (text) => {
    const ours = parseTemperature(text);
    const value = parseFloat(text.replace('−', '-').replace(',', '.'));
    const code = /f$/i.test(text) ? '[degF]' : /k$/i.test(text) ? 'K' : 'Cel';
    const theirs = UcumLhcUtils.getInstance().convertUnitTo(code, value, 'Cel').toVal!;
    expect(ours).toEqual({ ok: true, value: expect.closeTo(theirs, 6) });
  },
);

test.each(['warm', '', '20 m', '-300 °C'])('“%s” is no temperature', (text) => {
  expect(parseTemperature(text).ok).toBe(false);
});

test('a temperature is shown both ways', () => expect(formatTemperature(-40)).toBe('−40 °C, −40 °F'));

test.each([
  [0, '0.00'],
  [0.001, 'under 0.01'],
  [0.005, '0.01'],
  [12.345, '12.35'],
])('%d is said as %s', (n, words) => expect(formatMoney(n)).toBe(words));

test.each([
  [0.66666, '0.667'],
  [12.34, '12.3'],
  [1234.5, '1235'],
  [20, '20'],
])('%d is said as %s', (n, words) => expect(formatFigure(n)).toBe(words));

describe('times of day run past midnight', () => {
  const UP = 23.5 * 3600;
  test.each([
    ['23:40', 600],
    ['22:00', -90 * 60],
    ['00:45', 75 * 60],
    ['24:45', 75 * 60],
    ['12:00', -11.5 * 3600],
    ['36:00', 12.5 * 3600],
  ])('for a show at 23:30, %s is %d s from curtain-up', (clock, s) =>
    expect(sinceCurtain(clock, UP, 21 * 3600)).toBe(s),
  );

  test('the small hours before a morning show are its own morning', () => {
    expect(sinceCurtain('05:30', 9 * 3600, 6 * 3600)).toBe(-3.5 * 3600);
    expect(sinceCurtain('04:30', 14 * 3600, 5 * 3600)).toBe(-9.5 * 3600);
    // The get-in is at five in the morning: half past is after it, and of the same day.
    expect(sinceCurtain('05:30', 19 * 3600, 5 * 3600)).toBe(-13.5 * 3600);
  });

  test('seconds after midnight are kept to 36:00 and said within the day', () => {
    expect([0, 87_300, 86_399, 200_000, -5].map((s) => toClock(s))).toEqual([
      '00:00',
      '24:15',
      '23:59',
      '36:00',
      '00:00',
    ]);
    expect(formatClock(87_300)).toBe('00:15');
    expect(clockToS(toClock(87_300))).toBe(87_300);
  });
});
