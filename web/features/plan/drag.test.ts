import { applyChange, plan, type ShowFile } from '@hearty/core';
import { changeOf, onStage } from './drag';
import { timeMap } from './ribbon/time';

const show: ShowFile['show'] = {
  id: 's',
  title: 'S',
  venueId: 'v',
  date: '2026-12-12',
  getIn: '12:30',
  doors: '13:40',
  curtainUp: '14:00',
  slotMin: 45,
  heads: 9,
  crew: [
    { personId: 'ann', arrives: '12:30' },
    { personId: 'ben', arrives: '12:30' },
  ],
  items: ['a', 'b', 'c'].map((id) => ({
    id,
    kind: 'link',
    title: id,
    showings: 1,
    retries: 0,
    helperIds: id === 'b' ? ['ben'] : [],
    timing: { bestS: 600, likelyS: 600, worstS: 600 },
  })),
  notes: '',
};
const file: ShowFile = {
  format: 'hearty-stage/show',
  version: 2,
  show,
  demos: [],
  venue: { id: 'v', name: 'V', kind: 'hall', indoors: true, flameAllowed: true, marks: [], notes: '' },
  crew: [],
  stock: [],
  record: [],
};
const { timetable } = plan(file, { plays: 0 });
const time = timeMap({ fromS: -5640, toS: 2820, pxPerMinuteBefore: 2, pxPerMinute: 11 }, []);
const over = (s: number, personId?: string, movedY = 0) => ({ y: time.y(s), movedY, personId });
const orderAfter = (s: number, itemId: string) => {
  const change = changeOf({ kind: 'item', itemId, title: '' }, over(s), show, timetable, time);
  return (change ? applyChange(show, change) : show).items.map((i) => i.id).join('');
};

test.each([
  ['a', 900, 'bac'],
  ['a', 700, 'abc'],
  ['a', 1790, 'bca'],
  ['c', 800, 'acb'],
  ['c', 100, 'cab'],
  ['b', 900, 'abc'],
])('“%s” held at %d s gives the order %s', (itemId, s, order) => {
  expect(orderAfter(s, itemId)).toBe(order);
});

test('a task moved down gets a start of whole half minutes; moved across only, another pair of hands', () => {
  const held = { kind: 'task', itemId: 'b', taskId: 't', title: 't', startS: 0, personId: 'ann' } as const;
  const down = changeOf(
    held,
    { y: 0, movedY: time.y(95) - time.y(0), personId: 'ann' },
    show,
    timetable,
    time,
  );
  expect(down).toMatchObject({ choice: { startS: 90 } });
  const across = changeOf(held, { y: 0, movedY: 2, personId: 'ben' }, show, timetable, time);
  expect(across).toEqual({ kind: 'set-task', itemId: 'b', taskId: 't', choice: { personId: 'ben' } });
  expect(changeOf(held, { y: 0, movedY: 2, personId: 'ann' }, show, timetable, time)).toBeUndefined();
});

test('two who are both on stage change parts; somebody new takes over', () => {
  expect(onStage(show, 'b', 'ben', 'ann')).toMatchObject({
    fields: { presenterId: 'ben', helperIds: ['ann'] },
  });
  expect(onStage(show, 'a', 'ann', 'ben')).toMatchObject({ fields: { presenterId: 'ben', helperIds: [] } });
  expect(onStage(show, 'a', 'ann', 'ann')).toBeUndefined();
});
