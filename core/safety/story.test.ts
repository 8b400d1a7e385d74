import { plan } from '../plan';
import { script } from '../script';
import type { Venue } from '../show';
import { demo, item, showOf } from '../testing/hall-show';
import { exitsOf, fromPointM, gapM, middleOf, stageDepthM, unmeasured } from './places';
import { roomStory } from './story';

const file = showOf([demo('a', { clearM: 4, audienceM: 2, peakDB: 120 }), demo('b')], [item('a'), item('b')]);
const storyOf = (venue: Partial<Venue>) => {
  const f = { ...file, venue: { ...file.venue, ...venue } };
  const { timetable, needs } = plan(f, { plays: 0 });
  return roomStory(script(f), timetable, needs);
};

test('moment by moment: who, where, what is kept clear and whether the front row is inside it', () => {
  const { moments, loudest } = storyOf({ frontRowM: 3 });
  expect(moments).toMatchObject([
    { itemId: 'i-a', markId: 'front-bench', circles: [{ what: 'clear', radiusM: 4, isBroken: true }] },
    { itemId: 'i-b', circles: [] },
  ]);
  expect(loudest).toMatchObject({ itemId: 'i-a' });
  expect(storyOf({ frontRowM: 5 }).moments[0]!.circles[0]).toMatchObject({ isBroken: false });
});

test('who is up, and what is loudest, item by item', () => {
  const two = showOf(
    [demo('a', { peakDB: 100, volunteers: 2 }), demo('b', { peakDB: 120, peakAtM: 2 }), demo('c')],
    [item('a', { presenterId: 'ann', helperIds: ['ben'] }), item('b'), item('c')],
  );
  const { timetable, needs } = plan(two, { plays: 0 });
  const { moments, loudest } = roomStory(script(two), timetable, needs);
  expect(moments[0]).toMatchObject({ personIds: ['ann', 'ben'], volunteers: 2 });
  expect(loudest!.itemId).toBe('i-b');
  expect(moments[2]).not.toHaveProperty('loud');
  // 120 dB(C) at 2 m is 126 at a metre, where the crew stands; the row is taken to be 3 m away: 3.5 dB less than at 2 m.
  expect(moments[1]!.loud).toMatchObject({ frontRowM: 3, isAssumed: true });
  expect(moments[1]!.loud!.crewDB).toBeCloseTo(126.02, 2);
  expect(moments[1]!.loud!.frontRowDB).toBeCloseTo(116.48, 2);
});

test('air that nothing changes is not drawn', () => expect(storyOf({}).air).toEqual([]));

const mark = (rightM: number, backM: number) => ({
  ...{ id: `${rightM}`, name: 'm', kind: 'bench' as const, spots: 1, wideM: 2, deepM: 1, rightM, backM },
});

test('distances are from edge to edge, and from the middle of a mark', () => {
  expect(middleOf(mark(3, 2))).toEqual({ rightM: 3, backM: 2.5 });
  // 5 m apart, each a metre wide to that side; 3-4-5 across the corner.
  expect(gapM(mark(0, 0), mark(5, 0))).toBe(3);
  expect(gapM(mark(0, 0), mark(5, 5))).toBe(5);
  expect(gapM(mark(0, 0), { ...mark(5, 0), rightM: undefined } as never)).toBeUndefined();
  expect(fromPointM({ rightM: 0, backM: 0.5 }, mark(5, 0))).toBe(4);
});

test('ways out are where they were measured, from the back wall or from the left', () => {
  const venue: Venue = {
    ...file.venue,
    ...{ widthM: 10, depthM: 12, stageDepthM: 4 },
    exits: [
      { name: 'left', wall: 'left', atM: 1 },
      { name: 'right', wall: 'right', atM: 9 },
      { name: 'back', wall: 'back', atM: 2 },
      { name: 'front', wall: 'behind the audience', atM: 5 },
    ],
  };
  expect(exitsOf(venue).map(({ at }) => at)).toEqual([
    { rightM: -5, backM: 3 },
    { rightM: 5, backM: -5 },
    { rightM: -3, backM: 4 },
    { rightM: 0, backM: -8 },
  ]);
  expect(stageDepthM({ ...file.venue, marks: [mark(0, 3)] })).toBe(5);
  expect(unmeasured(venue)).not.toContain('width');
  expect(unmeasured({ ...venue, indoors: false })).not.toContain('ceiling height');
});
