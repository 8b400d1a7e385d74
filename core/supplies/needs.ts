import type { Script } from '../script';
import type { ShowFile } from '../show';
import type { Timetable } from '../timetable';
import { carried, type ColdBudget } from './cold';
import { kitTotals, type KitNeedTotal } from './kit';
import { packedOf, wants, type ConsumableTotal, type Want } from './wants';

export interface Needs {
  consumables: ConsumableTotal[];
  kit: KitNeedTotal[];
}

/** Odds of running out in the show that packing accepts, in %, where the show does not say. Common practice. */
export const RUN_OUT_PCT = 5;

/** What a show uses up and how much kit it has in use at once. Pure. */
export function needs(script: Script, timetable: Timetable): Needs {
  return {
    consumables: wants(script).map((want) => totalOf(script.file, want)),
    kit: kitTotals(script, timetable),
  };
}

/** Needs with each cryogen as its budget orders it, losses and all: that is what is carried. Pure. */
export function withOrders(needed: Needs, { goods }: Script, cold: readonly ColdBudget[]): Needs {
  const orders = new Map(cold.map((budget) => [budget.goodId, budget]));
  const chilledOnly = cold.flatMap((budget): ConsumableTotal[] => {
    const good = goods.get(budget.goodId);
    if (!good || needed.consumables.some((c) => c.goodId === good.id)) return [];
    return [
      {
        goodId: good.id,
        name: good.name,
        unit: good.unit,
        planned: 0,
        packed: 0,
        takesRest: false,
        runOutOdds: 0,
        onShelf: good.onShelf,
        lines: [],
      },
    ];
  });
  return {
    ...needed,
    consumables: [...needed.consumables, ...chilledOnly].map((c) => {
      const budget = orders.get(c.goodId);
      return budget ? { ...c, packed: carried(budget, c.unit) } : c;
    }),
  };
}

/** One want as a total: planned, and packed by the odds. */
export function totalOf(file: ShowFile, want: Want): ConsumableTotal {
  const { good, planned, lines, takesRest } = want;
  const { packed, runOutOdds } = packedOf(want, file.show.runOutPct ?? RUN_OUT_PCT);
  return {
    goodId: good.id,
    name: good.name,
    unit: good.unit,
    planned,
    packed,
    takesRest,
    runOutOdds,
    onShelf: good.onShelf,
    lines,
  };
}
