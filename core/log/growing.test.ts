import { Growing } from './growing';

test('a list grows into others and stays as it is, also where two grow out of it', () => {
  const none = new Growing<string>();
  const a = none.with('a');
  const ab = a.with('b');
  const ac = a.with('c');
  expect([none, a, ab, ac].map((list) => [...list].join(''))).toEqual(['', 'a', 'ab', 'ac']);
  expect(ac.with('d').length).toBe(3);
  expect([...ab]).toEqual(['a', 'b']);
});
