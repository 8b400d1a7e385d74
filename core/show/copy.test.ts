import { demo, item, showOf } from '../testing/hall-show';
import { copyOf } from './copy';
import type { ColdPlan } from './show';

const { show } = showOf([demo('a')], [item('a')]);
const COLD: ColdPlan = {
  ...{ goodId: 'ice', cryogen: 'dry ice', vessel: 15, staticPerDay: 2, filledOn: '2026-12-11' },
  ...{ filledAt: '16:00', chillDown: 0, pourLossPct: 10, openPerHour: 0, openHours: 0 },
  ...{ reservePct: 10, objects: [] },
};

test('a copy is the same show on its own day, and what is filled the day before still is', () => {
  const before = { ...show, date: '2026-12-12', cold: [COLD] };
  const copy = copyOf(before, 'copy', '2027-03-01');
  expect(copy).toEqual({
    ...before,
    id: 'copy',
    date: '2027-03-01',
    copyOf: show.id,
    cold: [{ ...COLD, filledOn: '2027-02-28' }],
  });
  expect(copyOf(copy, 'third', '2027-04-01').copyOf).toBe(show.id);
  copy.items[0]!.title = 'Another';
  expect(before.items[0]!.title).not.toBe('Another');
});

test('days are days of the calendar, across a change of the clocks and backwards', () => {
  const copy = copyOf({ ...show, date: '2026-12-12', cold: [COLD] }, 'c', '2026-03-30');
  expect(copy.cold![0]!.filledOn).toBe('2026-03-29');
  expect(copyOf(show, 'c', '2026-03-30')).not.toHaveProperty('cold');
});
