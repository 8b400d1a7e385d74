import { runCalculators, type CalculatorResult, type ParameterSetting } from '../bench';
import type { Condition, Demo, Item } from '../show';
import { levelValue, settingValue, type Around, type Dose } from './settings';

/** The results of a demo's calculators, by level of the item's series; one entry where it has none. */
export function resultsByLevel(demo: Demo, item: Item, around: Around, dose: Dose): CalculatorResult[][] {
  if (!demo.benches?.length) return [];
  const set: ParameterSetting = (id) => settingValue(demo, item, id, around.levelsOf, dose);
  const { series } = item;
  if (!series) return [runCalculators(demo, around, set)];
  const parameter = demo.parameters?.find((p) => p.id === series.parameterId);
  return series.levels.map((level) => {
    const value = levelValue(parameter, level);
    const at = value === undefined ? { name: level } : { value };
    return runCalculators(demo, around, (id) => (id === series.parameterId ? at : set(id)));
  });
}

/**
 * The demo with what its calculators say: limits among its checks, standing cautions among its own. Amounts are the
 * showings' own; here each need stands at the largest of them. Pure.
 */
export function withResults(
  demo: Demo,
  byLevel: readonly CalculatorResult[][],
  own: ReadonlySet<string>,
): Demo {
  if (!byLevel.length) return demo;
  const all = byLevel.flat();
  return {
    ...demo,
    consumables: demo.consumables.map((need) => {
      const amounts = amountsByLevel(need, byLevel, own);
      if (!amounts) return need;
      const { scalesWith: _scalesWith, ...rest } = need;
      return { ...rest, amount: Math.max(...amounts) };
    }),
    conditions: [...demo.conditions, ...uniqueBy(all.flatMap((r) => r.conditions))],
    cautions: [
      ...new Set([
        ...demo.cautions,
        ...all.flatMap((r) => r.findings.filter((f) => f.always).map((f) => f.message)),
      ]),
    ],
  };
}

/** After how many seconds tasks are ready by the demo's calculators: the longest of a series' levels. */
export function readyBy(byLevel: readonly (readonly CalculatorResult[])[]): ReadonlyMap<string, number> {
  const longest = new Map<string, number>();
  for (const { taskId, readyAfterS } of byLevel.flat().flatMap((r) => r.times))
    longest.set(taskId, Math.max(longest.get(taskId) ?? 0, readyAfterS));
  return longest;
}

/** What calculators say of a need's amount, by level; undefined where they say nothing, or the variant has its own. */
export function amountsByLevel(
  { goodId, amount }: Demo['consumables'][number],
  byLevel: readonly (readonly CalculatorResult[])[],
  own: ReadonlySet<string>,
): number[] | undefined {
  if (own.has(goodId)) return undefined;
  const found = byLevel.map((level) => level.flatMap((r) => r.amounts).find((a) => a.goodId === goodId));
  return found.some(Boolean) ? found.map((a) => a?.amount ?? amount) : undefined;
}

/** Levels of one bench ask for one thing to hold: the narrowest bounds of them; where none is in all, each stays by itself. */
function uniqueBy(conditions: readonly Condition[]): Condition[] {
  const byId = new Map<string, Condition>();
  for (const c of conditions) {
    const was = byId.get(c.id);
    const min = Math.max(was?.min ?? -Infinity, c.min ?? -Infinity);
    const max = Math.min(was?.max ?? Infinity, c.max ?? Infinity);
    const id = min > max ? `${c.id}-${byId.size}` : c.id;
    if (min > max) byId.set(id, { ...c, id });
    else
      byId.set(id, {
        ...c,
        ...(min > -Infinity && { min }),
        ...(max < Infinity && { max }),
      });
  }
  return [...byId.values()];
}
