import { declare, readField } from '../fields';
import { inUnit } from './in-unit';

// NIST SP 811, Appendix B.8: factors to the SI.
test.each([
  ['1 atm', 'kPa', 101.325],
  ['760 mmHg', 'kPa', 101.325],
  ['14.696 psi', 'kPa', 101.325],
  ['1013 mbar', 'kPa', 101.3],
  ['1 bar', 'kPa', 100],
  ['12 ft', 'm', 3.6576],
  ['½ in', 'mm', 12.7],
  ['36 km/h', 'm/s', 10],
  ['10 mph', 'm/s', 4.4704],
  ['1 h', 'min', 60],
  ['90 seconds', 'min', 1.5],
  ['2 min', 's', 120],
  ['1.5 kW', 'W', 1500],
  ['1000 ft³', 'm³', 28.3168],
])('%s is %d %s', (text, unit, value) => expect(inUnit(text, unit)! / value).toBeCloseTo(1, 4));

test.each([
  ['12', 'm'],
  ['12 kg', 'm'],
  ['12 quux', 'm'],
  ['m', 'm'],
  ['5 %', '%'],
  ['1,000 ft', 'm'],
  ['9'.repeat(200), 'm'],
])('%s is nothing in %s', (text, unit) => expect(inUnit(text, unit)).toBeUndefined());

test('a field takes what people write, and says its range of what is too much', () => {
  const field = declare.figure(60, 110, { label: 'Air pressure', unit: 'kPa' });
  expect(readField(field, '1 atm')).toEqual({ ok: true, value: 101.325 });
  expect(readField(field, '101,3 kPa')).toEqual({ ok: true, value: 101.3 });
  expect(readField(field, '3 atm')).toEqual({ ok: false, message: 'Write a number from 60 to 110.' });
  expect(readField(field, 'much')).toEqual({ ok: false, message: 'Write a number from 60 to 110.' });
});
