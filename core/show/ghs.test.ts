import { check } from './validate';
import { GHS, GHS_CODES, GHS_WORDS, signalWord } from './ghs';
import { Good } from './good';
import { good } from '../testing/hall-show';

// Read against UN GHS, revision 9, Annex 3, table A3.1, and the label elements of Annex 1: a sample of each class.
test.each([
  ['H225', 'Danger', 'Highly flammable liquid and vapour'],
  ['H226', 'Warning', 'Flammable liquid and vapour'],
  ['H271', 'Danger', 'May cause fire or explosion; strong oxidizer'],
  ['H272', 'Danger', 'May intensify fire; oxidizer'],
  ['H280', 'Warning', 'Contains gas under pressure; may explode if heated'],
  ['H281', 'Warning', 'Contains refrigerated gas; may cause cryogenic burns or injury'],
  ['H302', 'Warning', 'Harmful if swallowed'],
  ['H314', 'Danger', 'Causes severe skin burns and eye damage'],
  ['H318', 'Danger', 'Causes serious eye damage'],
  ['H319', 'Warning', 'Causes serious eye irritation'],
  ['H336', 'Warning', 'May cause drowsiness or dizziness'],
  ['H351', 'Warning', 'Suspected of causing cancer'],
  ['H411', '', 'Toxic to aquatic life with long lasting effects'],
] as const)('%s bears “%s” and says what the list says', (code, signal, message) => {
  expect(GHS[code]).toEqual({ signal, message });
});

test('codes are those of physical, health and environmental hazards, each with its words', () => {
  expect(GHS_CODES.every((code) => /^H[234]\d\d$/.test(code))).toBe(true);
  expect(new Set(Object.values(GHS).map(({ message }) => message)).size).toBe(GHS_CODES.length);
  expect(GHS_WORDS.H318).toBe('H318 Causes serious eye damage');
});

test('the stronger signal word stands for several statements', () => {
  expect(signalWord(['H319', 'H225'])).toBe('Danger');
  expect(signalWord(['H319', 'H411'])).toBe('Warning');
  expect(signalWord(['H411'])).toBe('');
  expect(signalWord([])).toBe('');
});

test('a good takes known codes, and no others', () => {
  const bears = (ghs: unknown) => check(Good, { ...good('g', 'consumable', 1), ghs }).ok;
  expect(bears(['H225', 'H319'])).toBe(true);
  expect(bears(['H999'])).toBe(false);
});
