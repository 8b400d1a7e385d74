import type { Check } from '../plan';
import type { Script } from '../script';
import type { RunState } from './fold';

export type Verdict = 'open' | 'holds' | 'fails';

/** Whether an item may be played: every must-check holds, one fails, or one is still open. */
export interface Gate {
  itemId: string;
  title: string;
  verdict: 'go' | 'no-go' | 'open';
  reasons: string[];
}

/** The verdict on a check from the answer given: a reading is judged against its limits, both included. */
export function judge(check: Check, value: boolean | number | undefined): Verdict {
  if (value === undefined) return 'open';
  if (typeof value === 'boolean') return value ? 'holds' : 'fails';
  return value >= (check.min ?? -Infinity) && value <= (check.max ?? Infinity) ? 'holds' : 'fails';
}

/** Go or no-go per item, from the must-checks that name it. */
export function gates(script: Script, checks: readonly Check[], state: RunState): Gate[] {
  return script.items.map(({ item }) => {
    const mine = checks.filter((c) => c.must && c.itemIds.includes(item.id));
    const failing = mine.filter((c) => judge(c, state.checks.get(c.id)?.value) === 'fails');
    const open = mine.filter((c) => judge(c, state.checks.get(c.id)?.value) === 'open');
    return {
      itemId: item.id,
      title: item.title,
      verdict: failing.length ? 'no-go' : open.length ? 'open' : 'go',
      reasons: failing.map((c) => `${c.title}${reading(c, state)}`),
    };
  });
}

function reading(check: Check, state: RunState): string {
  const value = state.checks.get(check.id)?.value;
  return typeof value === 'number'
    ? `: ${value} ${check.unit ?? ''}, wanted ${check.detail}`
    : ' is missing or not done';
}
