import { isOpenStop } from '../findings';
import type { Check, Plan, PlanFinding } from '../plan';
import type { Script } from '../script';
import type { Happening } from './events';
import type { RunState } from './fold';

/** How a check stands: `stale` where it held and has to be made again. */
export type Verdict = 'open' | 'holds' | 'stale' | 'fails';

/**
 * Whether an item may be played: every must-check holds and the plan has no stop for it, one fails, or one is still open; or
 * what was decided instead. `itemId` is empty for the whole show: stops that belong to no item.
 */
export interface Gate {
  itemId: string;
  title: string;
  verdict: 'go' | 'no-go' | 'open' | 'overruled' | 'stand-by';
  reasons: string[];
  /** The plan has a stop for it: what was planned is the trouble, not what was found. */
  isStopped?: boolean;
  /** What the plan offers against its stops, in words; done in the plan, or by a person. */
  fixes?: string[];
  /** One of the plan's stops cannot be overridden: overruling the gate does not help. */
  isFinal?: boolean;
  /** The acknowledged stops, with who acknowledged each and why. */
  acknowledged?: string[];
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
 * Go or no-go per item, from the must-checks that name it and the plan's stops. What only comes up during the show holds
 * nothing up before it fails. Stops that belong to no item come first, as a gate of the whole show. Times in ms. Pure.
 */
export function gates(
  script: Script,
  { checks, findings }: Pick<Plan, 'checks' | 'findings'>,
  state: RunState,
  nowMs: number,
): Gate[] {
  const stops = findings.filter(isOpenStop);
  const acknowledgedStops = findings.filter((f) => f.acknowledged !== undefined);
  const isOfItem = ({ itemId }: PlanFinding) => itemId !== undefined && script.byItem.has(itemId);
  const ofShow = stops.filter((f) => !isOfItem(f)).map((f) => f.message);
  const ofShowAcknowledged = acknowledgedStops
    .filter((f) => !isOfItem(f))
    .map((f) => `${f.message} ${f.acknowledged}`);
  const whole: Gate = {
    ...{ itemId: '', title: 'The whole show', verdict: ofShow.length ? 'no-go' : 'go', reasons: ofShow },
    ...(ofShow.length > 0 && { isStopped: true }),
    ...(ofShowAcknowledged.length > 0 && { acknowledged: ofShowAcknowledged }),
  };
  const isOfShow = ofShow.length + ofShowAcknowledged.length > 0;
  return [...(isOfShow ? [whole] : []), ...script.items.map(gateOf)];

  function gateOf({ item }: Script['items'][number]): Gate {
    const { standBy, overruled } = state.items.get(item.id) ?? {};
    const { id: itemId, title } = item;
    if (standBy) return { itemId, title, verdict: 'stand-by', reasons: [] };
    const mine = checks
      .filter((c) => c.must && c.itemIds.includes(item.id))
      .map((check) => ({ check, verdict: judge(check, state.checks.get(check.id), nowMs) }));
    const failing = mine.filter((m) => m.verdict === 'fails').map((m) => m.check);
    const stale = mine.filter((m) => m.verdict === 'stale').map((m) => m.check);
    const open = mine.some(({ verdict, check }) => verdict === 'open' && check.dueS === undefined);
    const mineOf = (list: readonly PlanFinding[]) => list.filter((f) => f.itemId === item.id);
    const planned = mineOf(stops).map((f) => f.message);
    const fixes = [...new Set(mineOf(stops).flatMap((f) => f.fixes.map((way) => way.label)))];
    const isFinal = mineOf(stops).some((f) => f.isFinal);
    const acknowledged = mineOf(acknowledgedStops).map((f) => `${f.message} ${f.acknowledged}`);
    const isNoGo = failing.length + planned.length > 0;
    const takesS = Math.max(0, ...failing.map((c) => c.takesS ?? 0));
    return {
      itemId,
      title,
      verdict: isNoGo
        ? overruled === undefined || isFinal
          ? 'no-go'
          : 'overruled'
        : open || stale.length
          ? 'open'
          : 'go',
      reasons: [
        ...planned,
        ...failing.map((c) => `${c.title}${reading(c, state)}`),
        ...stale.map((c) => `${c.title}: stale, look again`),
        ...(isNoGo && overruled !== undefined && !isFinal ? [`played anyway: ${overruled}`] : []),
      ],
      ...(planned.length > 0 && { isStopped: true }),
      ...(fixes.length > 0 && { fixes }),
      ...(isFinal && { isFinal }),
      ...(acknowledged.length > 0 && { acknowledged }),
      ...(takesS > 0 && { takesS }),
    };
  }
}

function reading(check: Check, state: RunState): string {
  const value = state.checks.get(check.id)?.value;
  return typeof value === 'number'
    ? `: ${value} ${check.unit ?? ''}, needed ${check.detail}`
    : ' is missing or not done';
}

/** What is still to be seen to, in a few words. */
export function gatesWords(list: readonly Gate[]): string {
  const count = (verdict: Gate['verdict']) => list.filter((g) => g.verdict === verdict).length;
  const parts = [
    count('no-go') && `${count('no-go')} no-go`,
    count('open') && `${count('open')} still to check`,
  ].filter(Boolean);
  return parts.length ? parts.join(', ') : 'All items are go';
}

/** The item that a press would begin although one of its stops cannot be overridden, with the rest of the press. */
export function barred(
  gatesByItem: ReadonlyMap<string, Gate>,
  does: readonly Happening[],
): { gate: Gate; rest: Happening[] } | undefined {
  for (const one of does) {
    const gate = one.kind === 'item begun' ? gatesByItem.get(one.body.itemId) : undefined;
    if (gate?.isFinal && gate.verdict === 'no-go')
      return { gate, rest: does.filter((other) => other !== one) };
  }
  return undefined;
}
