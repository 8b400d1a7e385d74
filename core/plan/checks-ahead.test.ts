import type { Check } from './checks';
import { checksAhead } from './checks-ahead';
import { plan } from './plan';
import { demo, item, showOf } from '../testing/hall-show';

const check = (id: string, changes: Partial<Check> = {}): Check => ({
  ...{
    id,
    markId: 'bench',
    place: 'front bench',
    itemIds: [],
    title: id,
    detail: '',
    kind: 'present',
    must: true,
  },
  ...changes,
});

test('counts what is checked before doors, place by place, and what it takes', () => {
  const { timetable } = plan(showOf([demo('a')], [item('a')]), { plays: 0 });
  const arrivals = [
    { personId: 'early', arrivesS: timetable.doorsS - 60 },
    { personId: 'late', arrivesS: timetable.doorsS },
  ];
  const checks = [
    check('jar'),
    check('scales', { kind: 'measured' }),
    check('lamp', { markId: 'side', place: 'side table', kind: 'tested' }),
    check('bath', { dueS: 60 }),
  ];
  expect(checksAhead({ checks, timetable: { ...timetable, arrivals } })).toEqual({
    ...{ before: 3, later: 1, aboutS: 135 },
    places: [
      { markId: 'bench', place: 'front bench', count: 2 },
      { markId: 'side', place: 'side table', count: 1 },
    ],
    personIds: ['early'],
  });
});
