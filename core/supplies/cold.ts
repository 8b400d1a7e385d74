import { differenceInMinutes, parseISO } from 'date-fns';
import { formatFigure, wallClockDate, type BaseUnit } from '../quantities';
import type { Script } from '../script';
import type { ColdPlan, Good, Show } from '../show';
import type { Timetable } from '../timetable';
import type { ConsumableTotal } from './wants';
import { chilled, coldLosses, coldOrder, CRYOGENS, USUAL_ROOM_C, type ColdLine } from '../physics';
import { rounded } from './spread';

export interface ColdBudget {
  goodId: string;
  cryogen: ColdPlan['cryogen'];
  unit: 'L' | 'kg';
  uses: ColdLine[];
  losses: ColdLine[];
  useTotal: number;
  lossTotal: number;
  reserve: number;
  total: number;
  /** Whole units to order, or what the vessel holds where that is enough: it is filled to this. */
  order: number;
  cost: number | undefined;
  /** Litres or kilograms in the vessel at the end of the show as planned; below 0 where it does not last. */
  atEnd: number;
  /** What demos pour as planned, without what is lost in pouring. */
  planned: number;
  pourLossPct: number;
  /** What is left in the vessel, from filling to the end; `h` are hours from curtain-up. */
  left: { h: number; amount: number }[];
  vessel: number;
  staticPerDay: number;
  /** Days from filling to the end of the show. */
  daysKept: number;
  /** When the vessel is filled and when it runs dry, if it does, in hours from curtain-up. */
  filledH: number;
  /** When the first of it is poured, in hours from curtain-up. */
  firstUseH: number;
  dryAtH: number | undefined;
}

/**
 * The usual figures of a cryogen's budget, before anybody has said others: a 10 L flask that loses 0.2 L a day, or a
 * box of 15 kg that loses 2; 15 % lost in pouring; filled at nine, or at the get-in where that is sooner. Common practice.
 */
export const usualCold = (good: Pick<Good, 'id' | 'unit'>, show: Pick<Show, 'date' | 'getIn'>): ColdPlan => {
  const dry = good.unit === 'g';
  return {
    goodId: good.id,
    cryogen: dry ? 'dry ice' : 'liquid nitrogen',
    vessel: dry ? 15 : 10,
    staticPerDay: dry ? 2 : 0.2,
    filledOn: show.date,
    filledAt: show.getIn < '09:00' ? show.getIn : '09:00',
    chillDown: dry ? 0 : 1,
    pourLossPct: 15,
    openPerHour: dry ? 0.3 : 0.5,
    openHours: 1,
    reservePct: 10,
    objects: [],
  };
};

/** Whether a good is one that boils or sublimes away and never keeps. */
export const isCryogen = ({ sort, storage }: Good): boolean => sort === 'consumable' && storage === 'cryogen';

/** The budgets of a show: as somebody set them, and with the usual figures for every other cryogen its demos name. Pure. */
export function coldPlans({ file, items, goods }: Script): ColdPlan[] {
  const set = file.show.cold ?? [];
  const named = new Set(items.flatMap(({ demo }) => (demo?.consumables ?? []).map((need) => need.goodId)));
  const others = [...goods.values()].filter(
    (good) => isCryogen(good) && named.has(good.id) && !set.some((c) => c.goodId === good.id),
  );
  return [...set, ...others.map((good) => usualCold(good, file.show))];
}

/** The budgets of a show, worked out. Pure. */
export const coldBudgets = (
  script: Script,
  timetable: Timetable,
  consumables: readonly ConsumableTotal[],
): ColdBudget[] => coldPlans(script).map((plan) => coldBudget(script, timetable, plan, consumables));

/** An amount of a budget, in litres or kilograms, in the unit the good is kept in. */
const inBase = ({ cryogen }: Pick<ColdBudget, 'cryogen'>, amount: number, unit: BaseUnit): number =>
  rounded((unit === 'g' ? CRYOGENS[cryogen].kgPerUnit : 1) * amount * 1000);

/** What is ordered, in the unit the good is kept in. */
export const carried = (budget: ColdBudget, unit: BaseUnit): number => inBase(budget, budget.order, unit);

/**
 * What is left of a cryogen after a show that poured so much of it, in the unit the good is kept in: the budget's course to
 * its end, with what was really poured in the place of what was planned. Losses to the air are in it. Pure.
 */
export function coldLeft(budget: ColdBudget, pouredBase: number, unit: BaseUnit): number {
  const poured = pouredBase / inBase(budget, 1, unit);
  const spared = (budget.planned - poured) * (1 + budget.pourLossPct / 100);
  return inBase(budget, Math.max(0, budget.atEnd + spared), unit);
}

/** The cryogen a show needs: what its demos pour and chill, and what is lost to the air. Pure. */
export function coldBudget(
  script: Script,
  timetable: Timetable,
  plan: ColdPlan,
  consumables: readonly ConsumableTotal[],
): ColdBudget {
  const { unit, kgPerUnit } = CRYOGENS[plan.cryogen];
  const good = script.goods.get(plan.goodId);
  const { roomC = USUAL_ROOM_C } = script.file.venue;
  const perBase = good?.unit === 'g' ? 1 / 1000 / kgPerUnit : 1 / 1000;
  const need = consumables.find((c) => c.goodId === plan.goodId);
  const pours = (need?.lines ?? []).map((line) => {
    // What is lost in pouring is counted below, once; the demo's own waste is the same loss.
    const each = (line.each / (1 + line.wastePct / 100)) * perBase;
    const amount = each * line.plannedTimes;
    return {
      itemId: line.itemId,
      title: line.title,
      amount,
      working: `${line.plannedTimes} × ${formatFigure(each)} ${unit}`,
    };
  });
  const objects = plan.objects.map((o) => ({
    title: o.title,
    amount: o.times * chilled(plan.cryogen, o, roomC),
    working: `${o.times} × ${o.massKg} kg × (${o.heatCapacity} kJ/(kg·K) × ${formatFigure(roomC - CRYOGENS[plan.cryogen].toC)} K${
      o.waterPct ? ` + ${o.waterPct} % of 334 kJ/kg` : ''
    }) / (${CRYOGENS[plan.cryogen].latentKJPerKg} kJ/kg × ${kgPerUnit} kg/${unit})`,
  }));
  // Retries that the packed amount allows for.
  const planned = pours.reduce((sum, p) => sum + p.amount, 0);
  const retries =
    need && need.planned > 0 ? Math.max(0, ((need.packed - need.planned) / need.planned) * planned) : 0;
  const uses: ColdLine[] = [
    ...pours.map(({ title, amount, working }) => ({ title, amount, working })),
    ...objects,
    ...(retries > 0 ? [{ title: 'Retries', amount: retries, working: 'packed less planned' }] : []),
  ];
  const poured = planned + retries;
  const daysKept = Math.max(0, hoursBefore(script, plan) / 24 + timetable.endS / 86_400);
  const losses = coldLosses(plan, poured, daysKept);
  const sum = (lines: readonly ColdLine[]) => lines.reduce((total, l) => total + l.amount, 0);
  const useTotal = sum(uses);
  const lossTotal = sum(losses);
  const { reserve, total, order } = coldOrder(useTotal + lossTotal, plan);
  const course = courseOf(script, timetable, plan, pours, objects, Math.min(order, plan.vessel), losses);
  return {
    goodId: plan.goodId,
    cryogen: plan.cryogen,
    unit,
    uses,
    losses,
    useTotal,
    lossTotal,
    reserve,
    total,
    order,
    cost: plan.pricePerUnit === undefined ? undefined : order * plan.pricePerUnit,
    left: course.map(({ h, amount }) => ({ h, amount: Math.max(0, amount) })),
    atEnd: course.at(-1)!.amount,
    planned,
    pourLossPct: plan.pourLossPct,
    vessel: plan.vessel,
    staticPerDay: plan.staticPerDay,
    daysKept,
    filledH: -hoursBefore(script, plan),
    firstUseH: Math.min(0, ...pours.map((p) => firstHandsOf(timetable, p.itemId) / 3600)),
    dryAtH: course.find((p) => p.amount <= 0)?.h,
  };
}

/** When an item, or what is prepared for it, is begun: seconds from curtain-up. */
function firstHandsOf(timetable: Timetable, itemId: string): number {
  const tasks = timetable.tasks.filter((t) => t.itemId === itemId).map((t) => t.startS);
  return Math.min(timetable.items.find((i) => i.itemId === itemId)?.startS ?? 0, ...tasks);
}

/** Hours from filling to curtain-up. */
function hoursBefore({ file, upS }: Script, plan: ColdPlan): number {
  const up = wallClockDate(file.show.date, upS);
  return differenceInMinutes(up, parseISO(`${plan.filledOn}T${plan.filledAt}`)) / 60;
}

/** The level in the vessel over time: chilled down at once, standing loss all along, each use when its item begins. */
function courseOf(
  script: Script,
  timetable: Timetable,
  plan: ColdPlan,
  pours: readonly { itemId: string; amount: number }[],
  objects: readonly ColdLine[],
  filled: number,
  losses: readonly ColdLine[],
): ColdBudget['left'] {
  const startOf = (itemId: string) => firstHandsOf(timetable, itemId) / 3600;
  const from = -hoursBefore(script, plan);
  const end = Math.max(timetable.endS / 3600, from);
  const open = losses.find((l) => l.title === 'Open flasks and trays')?.amount ?? 0;
  const events = pours.map((p) => ({
    h: Math.max(from, startOf(p.itemId)),
    amount: p.amount * (1 + plan.pourLossPct / 100),
  }));
  const first = Math.min(0, end, ...events.map((e) => e.h));
  // What is chilled besides, and what boils off open flasks, goes between the first use and the end.
  const spreadOver = objects.reduce((sum, o) => sum + o.amount, 0) + open;
  const steps = 24;
  for (let i = 0; i < steps && spreadOver > 0; i++)
    events.push({
      h: Math.max(from, first + ((end - first) * (i + 0.5)) / steps),
      amount: spreadOver / steps,
    });
  events.sort((a, b) => a.h - b.h);
  let amount = filled - plan.chillDown;
  let at = from;
  const out = [
    { h: from, amount: filled },
    { h: from, amount },
  ];
  const to = (h: number) => {
    amount -= (plan.staticPerDay * (h - at)) / 24;
    at = h;
    out.push({ h, amount });
  };
  for (const e of events) {
    to(e.h);
    amount -= e.amount;
    out.push({ h: e.h, amount });
  }
  to(end);
  return out;
}
