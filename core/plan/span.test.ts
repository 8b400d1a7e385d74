import { demo, task } from '../testing/hall-show';
import { demoSpan } from './span';

test('a chain is laid back from the start, what stands stands until it is used, the reset follows', () => {
  const span = demoSpan(
    demo('fog', {
      prep: [
        task('fill', { handsOnS: 60, readyAfterS: 0 }),
        task('warm', { handsOnS: 30, readyAfterS: 600, staleAfterS: 900, afterTaskId: 'fill' }),
      ],
      reset: { title: 'mop', handsOnS: 120, who: { kind: 'anyone' }, inView: false },
    }),
  );
  expect(span.rows.map((r) => [r.kind, r.title, r.fromS, r.toS])).toEqual([
    ['hands', 'fill', -690, -630],
    ['hands', 'warm', -630, -600],
    ['stands', 'warm', -600, 0],
    ['on stage', 'fog', 0, 300],
    ['reset', 'mop', 300, 420],
  ]);
  expect(span).toMatchObject({ fromS: -690, toS: 420, hands: 1 });
});

test('two tasks left to the last moment want two pairs of hands', () => {
  expect(demoSpan(demo('x', { prep: [task('a'), task('b')] })).hands).toBe(2);
  expect(demoSpan(demo('x')).hands).toBe(0);
});
