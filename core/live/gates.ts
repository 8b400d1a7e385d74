import type { Check } from '../plan';
import type { Script } from '../script';
import type { RunState } from './fold';

/** How a check stands: `stale` where it held and has to be made again. */
export type Verdict = 'open' | 'holds' | 'stale' | 'fails';

/** Whether an item may be played: every must-check holds, one fails, or one is still open; or what was decided instead. */
export interface Gate {
  itemId: string;
  title: string;
  verdict: 'go' | 'no-go' | 'open' | 'overruled' | 'stand-by';
  reasons: string[];
  /** Seconds that the longest of what fails takes to make good, where that is known. */
  takesS?: number;
}

/** The verdict on a check from the answer given: a reading is judged against its limits, both included. Times in ms. */
export function judge(
  check: Check,
  answer: { value: boolean | number; at: number } | undefined,
  nowMs: number,
): Verdict {
  if (answer === undefined) return 'open';
  const { value, at } = answer;
  const holds =
    typeof value === 'boolean'
      ? value
      : value >= (check.min ?? -Infinity) && value <= (check.max ?? Infinity);
  if (!holds) return 'fails';
  return check.holdsS !== undefined && nowMs > at + check.holdsS * 1000 ? 'stale' : 'holds';
}

/**
 * Go or no-go per item, from the must-checks that name it. What only comes up during the show holds nothing up before it
 * fails. Times in ms. Pure.
 */
export function gates(script: Script, checks: readonly Check[], state: RunState, nowMs: number): Gate[] {
  return script.items.map(({ item }): Gate => {
    const { standBy, overruled } = state.items.get(item.id) ?? {};
    const { id: itemId, title } = item;
    if (standBy) return { itemId, title, verdict: 'stand-by', reasons: [] };
    const mine = checks
      .filter((c) => c.must && c.itemIds.includes(item.id))
      .map((check) => ({ check, verdict: judge(check, state.checks.get(check.id), nowMs) }));
    const failing = mine.filter((m) => m.verdict === 'fails').map((m) => m.check);
    const stale = mine.filter((m) => m.verdict === 'stale').map((m) => m.check);
    const open = mine.some(({ verdict, check }) => verdict === 'open' && check.dueS === undefined);
    const takesS = Math.max(0, ...failing.map((c) => c.takesS ?? 0));
    return {
      itemId,
      title,
      verdict: failing.length
        ? overruled === undefined
          ? 'no-go'
          : 'overruled'
        : open || stale.length
          ? 'open'
          : 'go',
      reasons: [
        ...failing.map((c) => `${c.title}${reading(c, state)}`),
        ...stale.map((c) => `${c.title}: stale, look again`),
        ...(failing.length && overruled !== undefined ? [`played all the same: ${overruled}`] : []),
      ],
      ...(takesS > 0 && { takesS }),
    };
  });
}

function reading(check: Check, state: RunState): string {
  const value = state.checks.get(check.id)?.value;
  return typeof value === 'number'
    ? `: ${value} ${check.unit ?? ''}, wanted ${check.detail}`
    : ' is missing or not done';
}
