import { formatDuration, quantile } from '../quantities';
import type { Odds } from '../script';

/** What the logbook has of a demo: outcomes, odds, and the causes found, the frequent first. */
export interface DemoSoFar extends Odds {
  demoId: string;
  title: string;
  partly: number;
  failed: number;
  causes: readonly { cause: string; times: number }[];
}

/** How long a run was planned and how long it took, in s; null where that is not known. */
export interface RunSoFar {
  plannedS: number | null;
  actualS: number | null;
}

/** The verdict of a logbook, and what to do about it, the worst first. */
export interface SumUp {
  message: string[];
  todo: { demoId: string; message: string }[];
}

/** Fewer tries than these say too little to name a demo by. Common practice. */
export const ENOUGH_ATTEMPTS = 5;
/** What works less often than this wants something done about it; and so many demos are named at once. */
const POOR_ODDS = 0.85;
const MOST_NAMED = 3;

/** What all runs together say, in sentences: what fails most as far as enough tries tell, and how times went. Pure. */
export function sumUp(demos: readonly DemoSoFar[], runs: readonly RunSoFar[]): SumUp {
  const judged = demos.filter((d) => d.attempts >= ENOUGH_ATTEMPTS).sort((a, b) => a.mean - b.mean);
  const poor = judged.filter((d) => d.mean < POOR_ODDS && failures(d) > 0);
  return {
    message: [failing(demos, judged), ...timing(runs)],
    todo: poor.slice(0, MOST_NAMED).map((d) => ({ demoId: d.demoId, message: todo(d) })),
  };
}

const failures = (d: Pick<DemoSoFar, 'failed' | 'partly'>) => d.failed + d.partly;

function failing(demos: readonly DemoSoFar[], judged: readonly DemoSoFar[]): string {
  const worst = judged.find((d) => failures(d) > 0);
  if (worst)
    return `“${worst.title}” fails most: it works about ${Math.round(worst.mean * 100)} % of the time, from ${worst.attempts} attempts.`;
  if (judged.length > 0)
    return `Nothing failed of what was tried ${ENOUGH_ATTEMPTS} times or more (${judged.length} ${judged.length === 1 ? 'demo' : 'demos'}).`;
  return demos.some((d) => d.attempts > 0)
    ? `No demo has ${ENOUGH_ATTEMPTS} attempts yet: too few to say which fails most.`
    : 'No demo was tried at a show yet.';
}

function timing(runs: readonly RunSoFar[]): string[] {
  const over = runs.flatMap(({ plannedS, actualS }) =>
    plannedS === null || actualS === null ? [] : [actualS - plannedS],
  );
  const late = over.filter((s) => s > 0);
  if (over.length === 0) return [];
  if (late.length === 0) return ['No run took longer than planned.'];
  const middle = formatDuration(Math.round(quantile(late, 0.5)));
  return over.length === 1
    ? [`The one run took ${middle} longer than planned.`]
    : [`${late.length} of the last ${over.length} runs took longer than planned, by a median of ${middle}.`];
}

function todo({ title, causes, ...d }: DemoSoFar): string {
  const known = causes.reduce((sum, c) => sum + c.times, 0);
  const [first] = causes;
  if (first)
    return `“${title}”: look to “${first.cause}” first, the cause found ${first.times} of ${known} ${known === 1 ? 'time' : 'times'}.`;
  const failed = failures(d);
  return `“${title}”: no cause was noted for its ${failed} ${failed === 1 ? 'failure' : 'failures'}. Note the next one in the debrief.`;
}
