import { BENCHES, startOf, type Good, type Venue } from '@hearty/core';
import { asHeld, baseOf, fromAddress, setOf, takenBy, toAddress } from './values';

const foam = BENCHES.find((b) => b.id === 'peroxide-foam')!;
const hall = { name: 'Hall', roomC: 9 } as Venue;
const bottle = { name: 'Peroxide', strengthPercent: 12 } as Good;

test('the room and the shelf are taken until somebody sets another; what is set is in the address, and read back', () => {
  const taken = takenBy(foam, hall, bottle);
  expect(taken).toEqual({
    temperatureC: { value: 9, from: 'Hall' },
    percentWW: { value: 12, from: 'Peroxide' },
  });
  const base = baseOf(foam, taken);
  expect(base).toMatchObject({ temperatureC: 9, percentWW: 12, volumeML: 100 });
  // What it begins with is no longer what it begins with: 20 °C has to be said.
  const set = { ...base, temperatureC: 20, volumeML: 50 };
  expect(toAddress(set, base)).toEqual({ temperatureC: '20', volumeML: '50' });
  expect(fromAddress(foam, new URLSearchParams(toAddress(set, base)), base)).toEqual(set);
  expect(asHeld(setOf(set, base))).toEqual([
    { name: 'volumeML', value: 50 },
    { name: 'temperatureC', value: 20 },
  ]);
});

test('what is out of a bench’s range is not taken from a room, nor from an address', () => {
  expect(takenBy(foam, { ...hall, roomC: -20 }, undefined)).toEqual({});
  const start = startOf(foam);
  expect(fromAddress(foam, new URLSearchParams('volumeML=0&vesselL=x&nothing=1'), start)).toEqual(start);
});

test('a list of numbers, and a word, go through an address as well', () => {
  const balance = BENCHES.find((b) => b.id === 'balance-point')!;
  const start = startOf(balance);
  const set = { ...start, masses: [1, 2.5] };
  expect(fromAddress(balance, new URLSearchParams(toAddress(set, start)), start)).toEqual(set);
  const vapour = BENCHES.find((b) => b.id === 'vapour-bottle')!;
  const fuel = { ...startOf(vapour), fuel: 'propan-2-ol' };
  expect(toAddress(fuel, startOf(vapour))).toEqual({ fuel: 'propan-2-ol' });
  expect(asHeld({ fuel: 'ethanol', masses: [1, 2.5] })).toEqual([
    { name: 'fuel', word: 'ethanol' },
    { name: 'masses', numbers: ['1', '2.5'] },
  ]);
});
