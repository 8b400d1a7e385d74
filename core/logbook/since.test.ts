import { copyOf } from '../show';
import { demo, item, record, showOf } from '../testing/hall-show';
import { changedSincePlayed } from './since';

const then = showOf([demo('flash'), demo('foam')], [item('flash'), item('foam')]);
const message = (change: (now: typeof then) => void) => {
  const now = structuredClone(then);
  change(now);
  return changedSincePlayed(now, then);
};

test('a copy for another day is the same show', () => {
  expect(message((now) => void (now.show = copyOf(now.show, 'copy', '2027-01-10')))).toEqual([]);
});

test('what is new, gone, or in another order', () => {
  expect(message((now) => void now.show.items.reverse())).toEqual(['The order has changed.']);
  expect(
    message((now) => void now.show.items.splice(0, 1, { ...now.show.items[1]!, id: 'new', title: 'Encore' })),
  ).toEqual(['“Encore” is new.', '“flash” is no longer played.']);
});

test('what is set otherwise in an item, a demo, the venue and the show; long lists are cut with a word', () => {
  const said = message((now) => {
    now.show.items[0]!.showings = 3;
    now.demos[1]!.coverS = 99;
    now.venue.roomC = 9;
    now.show.slotMin = 50;
  });
  expect(said).toEqual([
    expect.stringMatching(/^“flash”: showings 1 → 3\.$/),
    expect.stringMatching(/^The demo “foam”: time to say that 30 s → 1 min 39 s\.$/),
    'The hall: temperature of the room nothing → 9 °C.',
    'The show: slot 45 min → 50 min.',
  ]);
  const [long] = message((now) => {
    now.demos[0]!.cautions = ['a'];
    Object.assign(now.demos[0]!, { topic: 'x', teaches: 'y', shows: 'z', coverLine: 'c', helpers: 2 });
  });
  expect(long).toMatch(/; and 2 more\.$/);
});

test('another venue and another crew', () => {
  expect(
    message((now) => {
      now.venue = { ...now.venue, id: 'barn', name: 'The barn' };
      now.show.crew = [now.show.crew[0]!];
    }),
  ).toEqual(['It is at The barn; it was at The hall.', 'Ben is no longer in the crew.']);
});

test('what the log has learned since, where it moves the odds', () => {
  expect(message((now) => void (now.record = [record('flash', 1, 9)]))).toEqual([
    expect.stringMatching(/^“flash” works about \d+ % of the time; it was \d+ %\.$/),
  ]);
  // A demo that is not played says nothing.
  expect(message((now) => void (now.record = [record('other', 1, 9)]))).toEqual([]);
});
