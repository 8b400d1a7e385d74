import { rule } from '../../findings';
import { formatFigure } from '../../quantities';
import type { ColdBudget, KitNeedTotal } from '../../supplies';
import { bringKit } from '../../timetable';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** Kit there is too little of, and cryogen that does not last. */

const kitShort = rule<Context, KitNeedTotal, FindingCode>({
  id: 'kit-short',
  level: 'caution',
  source: 'arithmetic',
  findMatches: ({ needs }) => needs.kit.filter((k) => k.short > 0),
  findPlace: ({ peakAtS, itemIds, goodId }) => ({
    at: peakAtS,
    goodId,
    ...(itemIds.length && { itemId: itemIds.at(-1)! }),
  }),
  message: ({ peak, name, peakAtS, onShelf, short }, { clock }) =>
    `${peak} × ${name} in use at once from ${clock(peakAtS)} and ${onShelf} to hand: ${short} short.`,
  numbers: ({ peak, onShelf, short }) => ({ peak, onShelf, short }),
  fixes: ({ goodId, short }, { script }) => [bringKit(script, goodId, short)],
});

const cold = (
  id: FindingCode,
  level: 'stop' | 'caution',
  row: {
    when: (budget: ColdBudget) => boolean;
    atS: (budget: ColdBudget) => number;
    message: (budget: ColdBudget) => string;
    numbers: (budget: ColdBudget) => Record<string, number>;
  },
) =>
  rule<Context, ColdBudget, FindingCode>({
    id,
    level,
    source: 'arithmetic',
    findMatches: (c) => c.cold.filter(row.when),
    findPlace: (budget) => ({ at: row.atS(budget), goodId: budget.goodId }),
    message: row.message,
    numbers: row.numbers,
  });

/** A vessel filled longer than this before the show loses more than it should. Common practice. */
const EARLY_DAYS = 3;

const coldLate = cold('cold-late', 'stop', {
  when: ({ filledH, firstUseH }) => filledH > firstUseH,
  atS: ({ firstUseH }) => Math.round(firstUseH * 3600),
  message: ({ cryogen, filledH, firstUseH }) =>
    `The vessel of ${cryogen} is filled ${hours(filledH)}, and the first of it is wanted ${hours(firstUseH)}. Set an earlier day or time.`,
  numbers: ({ filledH, firstUseH }) => ({ lateS: Math.round((filledH - firstUseH) * 3600) }),
});

const coldVessel = cold('cold-vessel', 'stop', {
  when: ({ total, vessel }) => total > vessel + 1e-9,
  atS: () => 0,
  message: ({ cryogen, total, vessel, unit }) =>
    `The vessel holds ${formatFigure(vessel)} ${unit} of ${cryogen} and ${formatFigure(total)} ${unit} ${formatFigure(total) === formatFigure(vessel) ? 'and a little more ' : ''}are needed: ${formatFigure(total - vessel)} ${unit} short. Take a second vessel, or fill it later.`,
  numbers: ({ total, vessel }) => ({ total, vessel, short: total - vessel }),
});

const coldDry = cold('cold-dry', 'stop', {
  when: ({ dryAtH, total, vessel, filledH, firstUseH }) =>
    dryAtH !== undefined && total <= vessel + 1e-9 && filledH <= firstUseH,
  atS: ({ dryAtH }) => Math.round(dryAtH! * 3600),
  message: ({ cryogen, dryAtH }) => `The vessel of ${cryogen} runs dry ${hours(dryAtH!)}.`,
  numbers: ({ dryAtH }) => ({ atH: dryAtH! }),
});

const coldEarly = cold('cold-early', 'caution', {
  when: ({ daysKept, staticPerDay }) => daysKept > EARLY_DAYS && staticPerDay > 0,
  atS: () => 0,
  message: ({ daysKept, staticPerDay, unit, order, cryogen }) =>
    `Filled ${formatFigure(daysKept)} days ahead, ${formatFigure(staticPerDay * daysKept)} ${unit} of ${order} of ${cryogen} are lost standing. Fill it nearer the day.`,
  numbers: ({ daysKept, staticPerDay }) => ({ daysKept, lost: staticPerDay * daysKept }),
});

const hours = (h: number) =>
  h === 0
    ? 'at curtain-up'
    : h < 0
      ? `${formatFigure(-h)} h before curtain-up`
      : `${formatFigure(h)} h after curtain-up`;

export const SUPPLY_RULES = { kitShort, coldLate, coldVessel, coldDry, coldEarly };
