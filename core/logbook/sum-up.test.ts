import { record } from '../testing/hall-show';
import { oddsOf } from '../script';
import { sumUp, type DemoSoFar } from './sum-up';

const so = (title: string, worked: number, failed: number, causes: DemoSoFar['causes'] = []): DemoSoFar => ({
  ...oddsOf(record(title, worked, failed)),
  ...{ demoId: title, title, partly: 0, failed, causes },
});

test('an empty logbook says so and asks for nothing', () => {
  expect(sumUp([], [])).toEqual({ message: ['No demo was tried at a show yet.'], todo: [] });
});

test('two tries are no verdict, however badly they went', () => {
  const { message, todo } = sumUp([so('Unlucky', 0, 2), so('Steady', 20, 0)], []);
  expect(message[0]).toBe('Nothing failed of what was tried 5 times or more (1 demo).');
  expect(todo).toEqual([]);
  expect(sumUp([so('Unlucky', 0, 2)], []).message[0]).toContain('too few to say');
});

test('what fails most by enough tries is named with its odds, and its commonest cause is looked to first', () => {
  const causes = [
    { cause: 'Too cold', times: 3 },
    { cause: 'Too wet', times: 1 },
  ];
  const { message, todo } = sumUp([so('Steady', 20, 1), so('Shaky', 5, 5, causes), so('Dark', 3, 3)], []);
  expect(message[0]).toBe('“Shaky” fails most: it works about 50 % of the time, from 10 attempts.');
  expect(todo).toEqual([
    { demoId: 'Shaky', message: '“Shaky”: look to “Too cold” first, the cause found 3 of 4 times.' },
    {
      demoId: 'Dark',
      message: '“Dark”: no cause was noted for its 3 failures. Note the next one in the debrief.',
    },
  ]);
});

test('what fails most is what works least often, however many tries stand behind the others', () => {
  const { message } = sumUp([so('Often tried', 33, 27), so('Seldom tried', 2, 4)], []);
  expect(message[0]).toContain('“Seldom tried” fails most');
  expect(sumUp([so('Once in a hundred', 99, 1)], []).message[0]).toContain('about 99 % of the time');
});

test('times: how many runs took longer, and by how much in the middle of those', () => {
  const run = (plannedS: number | null, actualS: number | null) => ({ plannedS, actualS });
  const message = (...runs: ReturnType<typeof run>[]) => sumUp([], runs).message[1];
  expect(
    message(run(600, 660), run(600, 780), run(600, 900), run(600, 590), run(null, 10), run(10, null)),
  ).toBe('3 of the last 4 runs took longer than planned, by a median of 3 min.');
  expect(message(run(600, 600))).toBe('No run took longer than planned.');
  expect(message(run(600, 610))).toBe('The one run took 10 s longer than planned.');
  expect(message(run(null, 610))).toBeUndefined();
});
