import fc from 'fast-check';
import { toId } from './to-id';

test('short ids stay as they are; long ones and odd letters never merge', () => {
  expect(toId('kit', 'front-bench', 'goggles')).toBe('kit_front-bench_goggles');
  const long = 'x'.repeat(63);
  expect(new Set([toId(`${long}a`, 'one'), toId(`${long}a`, 'two'), toId(`${long}b`, 'one')]).size).toBe(3);
  expect(toId('worn', 'goggles (clear)')).not.toBe(toId('worn', 'goggles [clear]'));
  fc.assert(
    fc.property(fc.string(), fc.string(), (a, b) => {
      const [one, other] = [toId(a), toId(b)];
      expect(one).toMatch(/^[A-Za-z0-9_-]{0,64}$/);
      if (a !== b) expect(one).not.toBe(other);
    }),
  );
});
