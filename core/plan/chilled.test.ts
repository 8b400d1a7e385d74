import { demo, good, item, showOf, task } from '../testing/hall-show';
import { plan } from './plan';

/** Five things to dip, one pour: the dewar is filled for the last of them. */
function nitrogenShow(pour: Partial<Parameters<typeof task>[1]> = {}) {
  const dips = ['banana', 'flower', 'ball', 'tube', 'marshmallow'].map((id) =>
    demo(id, {
      prep: [
        task(`dip-${id}`, { title: `Dip the ${id}`, handsOnS: 20, readyAfterS: 60, chilledIn: 'flask' }),
      ],
    }),
  );
  const cloud = demo('cloud', {
    prep: [
      task('pour', { title: 'Pour the nitrogen', handsOnS: 90, readyAfterS: 30, fills: 'flask', ...pour }),
    ],
  });
  const demos = [...dips, cloud];
  return showOf(
    demos,
    demos.map(({ id }) => item(id)),
    { stock: [good('flask', 'kit', 1)] },
  );
}

test('every dip comes after the pour is ready, whichever demo the pour is for', () => {
  const { tasks } = plan(nitrogenShow(), { plays: 0 }).timetable;
  const pour = tasks.find((t) => t.taskId === 'pour')!;
  const dips = tasks.filter((t) => t.taskId.startsWith('dip-'));
  expect(dips).toHaveLength(5);
  for (const dip of dips) expect(dip.startS).toBeGreaterThanOrEqual(pour.readyS);
});

test('what nothing fills, or only later on stage, is a caution that goes along to Check', () => {
  const notFilled = (file: ReturnType<typeof nitrogenShow>) =>
    plan(file, { plays: 0 })
      .findings.filter((f) => f.code === 'not-filled')
      .map((f) => f.message);
  expect(notFilled(nitrogenShow())).toEqual([]);
  expect(notFilled(nitrogenShow({ fills: undefined }))[0]).toBe(
    '“Dip the banana” for “banana” is chilled in “flask”, and no task of the show fills it. Say which task does.',
  );
  const onStage = nitrogenShow();
  onStage.show.items.at(-1)!.tasks = [{ taskId: 'pour', inItemId: 'i-marshmallow' }];
  expect(notFilled(onStage)[0]).toMatch(/which is filled only later in the show\. Fill it earlier\.$/);
});
