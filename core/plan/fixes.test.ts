import { applyChange, showFileProblems, type ShowFile } from '../show';
import { instance } from '../testing/instances';
import { truthCase } from '../testing/truth-case';
import { sized } from '../testing/long';
import { plan, type Plan } from './index';

/** Every fix is pressed, and what comes of it looked at again: valid, and no stop that was not there. */

const planOf = (file: ShowFile) => plan(file, { plays: 0 });

/** Stops by what the trouble is: dead air, and limits that are missed, have several codes each. */
const stopsOf = ({ findings }: Plan) =>
  new Set(
    findings
      .filter((f) => f.level === 'stop')
      .map(({ code, numbers }) => {
        if ('waitS' in numbers) return 'dead air';
        return 'excessS' in numbers || 'missS' in numbers ? 'limits' : code;
      }),
  );

function pressAll(file: ShowFile): { pressed: number; wrong: string[] } {
  const before = planOf(file);
  const had = stopsOf(before);
  const wrong: string[] = [];
  let pressed = 0;
  for (const { fixes } of before.findings)
    for (const { label, change } of fixes) {
      if (!change) continue;
      pressed++;
      const after = { ...file, show: applyChange(file.show, change) };
      const problems = showFileProblems(after);
      if (problems.length > 0) wrong.push(`${label}: ${problems[0]!.path} ${problems[0]!.message}`);
      if (label.includes('(but then: ')) continue;
      const fresh = [...stopsOf(planOf(after))].filter((what) => !had.has(what));
      if (fresh.length > 0) wrong.push(`${label}: ${fresh.join(', ')}`);
    }
  return { pressed, wrong };
}

test.each(['behind', '17-host-after-step'])('a fix of %s leaves a show that can be saved', (name) => {
  const { pressed, wrong } = pressAll(truthCase(name));
  expect(pressed).toBeGreaterThan(0);
  expect(wrong).toEqual([]);
});

test('work begun on stage by somebody not cleared for it is a stop', () => {
  const [stop] = planOf(truthCase('host-not-cleared')).findings.filter((f) => f.level === 'stop');
  expect(stop).toMatchObject({ code: 'no-skill', itemId: 'i-a' });
  expect(stop!.message).toContain('by Ann, who is not cleared for it (cryogen)');
});

test('pressed on shows of every sort, no fix makes a file that cannot be saved', () => {
  let total = 0;
  for (let seed = 1; seed <= sized(15, 150); seed++) {
    const { pressed, wrong } = pressAll(
      instance(seed, { items: 6, tasks: 10, people: 2, vessels: 2, inShowPct: 50 }),
    );
    total += pressed;
    expect(wrong).toEqual([]);
  }
  expect(total).toBeGreaterThan(10);
});
