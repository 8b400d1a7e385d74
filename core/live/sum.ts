import type { Plan } from '../plan';
import type { Script } from '../script';
import { priceOf, type LeftoverLine } from '../supplies';
import type { RunState } from './fold';
import { itemsOf } from './slices/stage';

/** What may not be cut is worth as much as the most that may. */
const MOST_WORTH = 5;

/** What was left out of a run whose curtain is down: demos that were skipped or never begun, and what they were worth, 1 to 5 each. Pure. */
export function leftOut(script: Script, state: RunState): { items: number; worth: number } {
  const left = itemsOf(state).flatMap(({ itemId, status, begunAt }) => {
    const item = script.byItem.get(itemId)?.item;
    const isPlay = item?.kind === 'demo' || item?.kind === 'choice';
    const isLeft = begunAt === undefined && (status === 'skipped' || state.phase === 'down');
    return isPlay && isLeft ? [item.worth ?? MOST_WORTH] : [];
  });
  return { items: left.length, worth: left.reduce((sum, worth) => sum + worth, 0) };
}

/**
 * What a run used up of what has a price, in the troupe's currency: what was counted after it, else what its log used;
 * a cryogen by what was ordered of it. Undefined where nothing of it has a price. Pure.
 */
export function costUsed(
  script: Script,
  { cold }: Pick<Plan, 'cold'>,
  leftovers: readonly LeftoverLine[],
): number | undefined {
  const ordered = new Set(cold.map((c) => c.goodId));
  const costs = [
    ...cold.map((c) => c.cost),
    ...leftovers
      .filter((l) => !ordered.has(l.goodId))
      .map((l) => {
        const price = priceOf(script.goods.get(l.goodId));
        const used = l.counted === undefined ? l.used : Math.max(0, l.packed - l.counted);
        return price === undefined ? undefined : used * price;
      }),
  ].filter((cost) => cost !== undefined);
  return costs.length ? costs.reduce((sum, cost) => sum + cost, 0) : undefined;
}
