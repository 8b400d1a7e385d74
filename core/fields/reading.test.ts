import fc from 'fast-check';
import { declare, readField, sayField, type Field } from '../index';
import { beside } from './reading';

const optional = <F extends Field>(field: F): F => ({ ...field, optional: true });
const odds = declare.odds('Works');
const clock = declare.clock('Doors');
const day = declare.day('Date');

test.each<[Field, string, unknown]>([
  [declare.whole(0, 20, 'Retries'), ' 3 ', 3],
  [declare.figure(0.1, 50, { label: 'Accepted risk', unit: '%' }), '7,5 %', 7.5],
  [declare.figure(-10, 10, 'Level'), '−2.5', -2.5],
  [declare.figure(0, 1e9, 'Level'), '1e3', 1000],
  [declare.duration('Likely'), '6 min 20 s', 380],
  [declare.duration('Likely'), '1,5 min', 90],
  [declare.temperature(-200, 200, 'Room'), '68 °F', 20],
  [odds, '7 in 10', 0.7],
  [odds, 'works 85 in 100', 0.85],
  [odds, '9 out of 10', 0.9],
  [odds, '3/4', 0.75],
  [odds, '70 %', 0.7],
  [odds, '0,7', 0.7],
  [clock, '14:05', '14:05'],
  [clock, '9.30', '09:30'],
  [clock, '1405', '14:05'],
  [clock, '24:45', '24:45'],
  [day, '2026-12-12', '2026-12-12'],
  [day, '12 Dec 2026', '2026-12-12'],
  [day, 'Sat 12 Dec 2026', '2026-12-12'],
  [day, '3.4.2026', '2026-04-03'],
  [day, '13/04/2026', '2026-04-13'],
  [day, '04/04/2026', '2026-04-04'],
  [day, 'Saturday 12 December 2026', '2026-12-12'],
  [clock, '2 pm', '14:00'],
  [clock, '2:30 p.m.', '14:30'],
  [clock, '12 am', '00:00'],
  [clock, '12:05pm', '12:05'],
  [declare.choice(['kit', 'consumable'], 'Sort'), 'kit', 'kit'],
  [declare.choices(['flame', 'hot'], 'Hazards'), 'hot, flame', ['hot', 'flame']],
  [declare.yesNo('Flame'), 'Yes', true],
  [declare.yesNo('Flame'), '', false],
  [declare.lines(5, 20, 'Cautions'), ' one \n\n two', ['one', 'two']],
  [optional(declare.duration('Stale after')), '', undefined],
  [optional(day), ' ', undefined],
])('%j reads %j as %j', (field, text, value) => expect(readField(field, text)).toEqual({ ok: true, value }));

test.each<[Field, string, string]>([
  [declare.whole(0, 20, 'Retries'), '21', 'Write a whole number from 0 to 20.'],
  [declare.whole(0, 20, 'Retries'), '2.5', 'Write a whole number from 0 to 20.'],
  [declare.whole(0, 20, 'Retries'), '', 'Write a whole number from 0 to 20.'],
  [declare.figure(0, 5, 'Level'), 'half a cup', 'Write a number from 0 to 5.'],
  [declare.figure(0, 5, 'Level'), '0x3', 'Write a number from 0 to 5.'],
  [declare.figure(0, 5, 'Level'), 'Infinity', 'Write a number from 0 to 5.'],
  [declare.figure(0, 5, 'Level'), '1,2,3', 'Write a number from 0 to 5.'],
  [declare.duration('Likely', 3600), '2 h', 'Write a length of time from 0 s to 1 h.'],
  [declare.duration('Likely'), 'a while', 'Write a length of time such as 6 min 20 s, 6:20 or 90 s.'],
  [odds, '10 in 10', 'Write how often it works, such as 70 % or 7 in 10, from 1 % to 99 %.'],
  [odds, '7 in 0', 'Write how often it works, such as 70 % or 7 in 10, from 1 % to 99 %.'],
  [clock, '36:01', 'Write a time of day such as 14:05; a quarter to one in the night after is 24:45.'],
  [declare.dayClock('At'), '24:00', 'Write a time of day such as 14:05.'],
  [clock, '13 pm', 'Write a time of day such as 14:05; a quarter to one in the night after is 24:45.'],
  [day, '01/12/2026', '“01/12/2026” can be read in two ways. Write 1 Dec 2026 or 12 Jan 2026.'],
  [day, 'Mon 12 Dec 2026', '12 Dec 2026 is a Saturday. Correct the day or the date.'],
  [day, '31 Feb 2026', 'Write a day such as 12 Dec 2026 or 12.12.2026.'],
  [day, '12.12.26', 'Write a day such as 12 Dec 2026 or 12.12.2026.'],
  [declare.title('Name'), '   ', 'Write something here.'],
  [declare.title('Name'), 'x'.repeat(161), 'Write at most 160 characters; these are 161.'],
  [declare.lines(1, 20, 'Cautions'), 'a\nb', 'Write at most 1 lines; these are 2.'],
  [declare.lines(5, 3, 'Cautions'), 'abc\nabcd', 'Line 2 is longer than 3 characters.'],
  [declare.choice(['a', 'b'], 'Sort'), 'c', 'Write one of: a, b.'],
  [declare.yesNo('Flame'), 'maybe', 'Write yes or no.'],
])('%j refuses %j: %s', (field, text, message) =>
  expect(readField(field, text)).toEqual({ ok: false, message }),
);

test('what a field says of a value it reads as that value again', () => {
  const again = (field: Field, value: unknown) =>
    expect(readField(field, sayField(field, value))).toEqual({ ok: true, value });
  const figures = declare.figure(-1e6, 1e6, { label: 'Level', unit: 'cm' });
  fc.assert(fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (n) => again(figures, n + 0)));
  fc.assert(fc.property(fc.nat(86_400), (s) => again(declare.duration('Likely'), s)));
  fc.assert(fc.property(fc.integer({ min: 1, max: 99 }), (n) => again(odds, n / 100)));
  fc.assert(
    fc.property(
      fc.date({ min: new Date(2000, 0, 1), max: new Date(2099, 11, 31), noInvalidDate: true }),
      (d) => again(day, d.toISOString().slice(0, 10)),
    ),
  );
});

test('nothing that is typed, however long or strange, throws or takes long', () => {
  const fields: Field[] = [
    declare.whole(0, 20, 'a'),
    declare.duration('a'),
    odds,
    clock,
    day,
    declare.temperature(0, 1, 'a'),
    declare.amount(0, 1, 'a'),
  ];
  fc.assert(
    fc.property(fc.constantFrom(...fields), fc.string(), (field, text) => void readField(field, text)),
  );
  for (const field of fields)
    for (const text of ['9'.repeat(1e5), ' '.repeat(1e5), '1 '.repeat(5e4), '7 in '.repeat(2e4)])
      expect([field.as, readField(field, text).ok]).toEqual([field.as, false]);
});

test('beside an amount stands the kitchen’s, beside a temperature the other scale', () => {
  expect(beside(declare.amount(0, 1e6, 'a'), 236.588, { unit: 'mL' })).toBe('1 cup');
  expect(beside(declare.temperature(0, 100, 'a'), 20)).toBe('20 °C, 68 °F');
  expect(beside(declare.figure(0, 1, 'a'), 0.5)).toBe('');
});
