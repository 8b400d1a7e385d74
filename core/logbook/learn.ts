import { Many } from '../fields';
import { inOrderOfText } from '../quantities';
import type { DemoRecord } from '../show';
import { Equals } from 'class-validator';
import { Attempt, push, type Outcome } from './attempt';
import { causesFound } from './causes';

export const ATTEMPTS_FORMAT = 'hearty-stage/attempts';

/** A file of attempts, the input of `hearty learn`. */
export class AttemptsFile {
  @Equals(ATTEMPTS_FORMAT, { message: `must be "${ATTEMPTS_FORMAT}"` }) format!: typeof ATTEMPTS_FORMAT;
  @Equals(1, { message: 'must be 1' }) version!: 1;
  @Many(() => Attempt, 100_000) attempts!: Attempt[];
}

/**
 * What the log says of each demo: attempts by outcome, and the seconds of clean plays (no attempt failed).
 * Rehearsals feed the times and not the odds; a time of 0 s is not known (the device slept) and feeds nothing. Order of the input does not matter.
 */
export function learn(attempts: readonly Attempt[]): DemoRecord[] {
  const byDemo = new Map<string, Attempt[]>();
  for (const attempt of attempts) {
    if (attempt.outcome === 'not tried') continue;
    push(byDemo, attempt.demoId, attempt);
  }
  return [...byDemo.entries()]
    .sort(([a], [b]) => inOrderOfText(a, b))
    .map(([demoId, list]) => recordOf(demoId, list));
}

function recordOf(demoId: string, attempts: Attempt[]): DemoRecord {
  const shows = attempts.filter((a) => !a.rehearsal);
  const count = (outcome: Outcome) => shows.filter((a) => a.outcome === outcome).length;
  const causes = causesFound(attempts);
  return {
    demoId,
    worked: count('worked'),
    partly: count('partly'),
    failed: count('failed'),
    playsS: cleanPlays(attempts),
    lastAtS: Math.floor(Math.max(...attempts.map((a) => a.atMs)) / 1000),
    ...(causes.length > 0 && { causes }),
  };
}

/** First showings of plays in which nothing failed; the last attempt of a play carries the talk after it too. */
function cleanPlays(attempts: Attempt[]): number[] {
  const plays = new Map<string, Attempt[]>();
  for (const a of attempts) push(plays, `${a.runId} ${a.itemId}`, a);
  return [...plays.values()]
    .map((play) => play.sort((a, b) => a.atMs - b.atMs || inOrderOfText(a.id, b.id)))
    .filter((play) => play.every((a) => a.outcome !== 'failed') && !!play[0]!.takesS)
    .sort(([a], [b]) => a!.atMs - b!.atMs || inOrderOfText(a!.id, b!.id))
    .map(([first]) => first!.takesS!);
}
