import { chilled, coldLosses, coldOrder, CRYOGENS } from '../physics';
import {
  defineCalculator,
  choiceInput,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

const NAMES = Object.keys(CRYOGENS) as ['liquid nitrogen', 'dry ice'];

/** The sums of the cold budget in Supplies, by themselves: amounts in litres of nitrogen, or kilograms of dry ice. */
export const coldBudgetBench = defineCalculator({
  id: 'cold-budget',
  title: 'Cold budget',
  question: 'How much to order, and what is left of it?',
  topic: 'cold',
  picture: ['daysKept', 'order'],
  scene: (v) => ({ kind: 'lines', x: 'Days', y: 'Left', lines: [{ label: 'left', points: course(v) }] }),
  inputs: {
    cryogen: choiceInput('Cryogen', NAMES),
    poured: numberInput('Poured in the demos', 'L or kg', [0, 500], 4),
    chilledKg: numberInput('Cooled in it besides', 'kg', [0, 100], 0.5),
    heatCapacity: numberInput(
      'Its heat capacity',
      'kJ/(kg K)',
      [0.01, 10],
      0.4,
      'Metals 0.2 to 0.9, rubber and leaves 1.5 to 3; the mean down to the cold. From memory.',
    ),
    waterPercent: numberInput('Water in it', '%', [0, 100], 0),
    roomC: knownInput('roomC', numberInput('Room', '°C', [-10, 45], 20)),
    daysKept: numberInput('Days from filling to the end', '', [0, 30], 1),
    vessel: numberInput('Vessel holds', 'L or kg', [0.1, 1000], 10),
    staticPerDay: numberInput('It loses in a day', 'L or kg', [0, 100], 0.2),
    chillDown: numberInput('Cooling it down', 'L or kg', [0, 100], 1),
    pourLossPercent: numberInput('Lost in pouring', '%', [0, 90], 15),
    openPerHour: numberInput('Open flasks lose in an hour', 'L or kg', [0, 100], 0.5),
    openHours: numberInput('Open for', 'h', [0, 48], 1),
    reservePercent: numberInput('Reserve', '%', [0, 200], 10),
  },
  outputs: {
    order: { label: 'Order', unit: 'L or kg' },
    total: { label: 'Wanted', unit: 'L or kg' },
    used: { label: 'Used', unit: 'L or kg' },
    lost: { label: 'Lost to the air', unit: 'L or kg' },
    leftAtEnd: { label: 'Left at the end', unit: 'L or kg' },
  },
  work: (v) => {
    const { unit } = CRYOGENS[v.cryogen];
    const { used, losses, lost, order, total, reserve } = budget(v);
    const leftAtEnd = course(v).at(-1)![1];
    const findings: BenchFinding[] = [
      {
        level: 'stop',
        message:
          'Never seal it in, even briefly: keep it only in a vented vessel made for it. There is no safe way round this.',
        always: true,
      },
    ];
    return {
      verdict: `Order ${formatNumber(order)} ${unit}: ${formatNumber(used)} ${unit} are used, ${formatNumber(lost)} ${unit} go to the air, ${formatNumber(reserve, 2)} ${unit} are in reserve.${order > v.vessel ? ` The vessel holds ${formatNumber(v.vessel)} ${unit}.` : ''}`,
      ...(order > v.vessel && { fails: 'Take a larger vessel, or have it delivered on the day' }),
      outputs: {
        order: roundToSixFigures(order),
        total: roundToSixFigures(total),
        used: roundToSixFigures(used),
        lost: roundToSixFigures(lost),
        leftAtEnd: roundToSixFigures(leftAtEnd),
      },
      findings,
      working: [
        {
          label: 'Used',
          arithmetic: `${formatNumber(v.poured)} + ${formatNumber(v.chilledKg)} kg cooled to ${CRYOGENS[v.cryogen].toC} °C = ${formatNumber(used)} ${unit}`,
          source: `${CRYOGENS[v.cryogen].latentKJPerKg} kJ/kg, CRC Handbook, from memory`,
        },
        ...losses.map(({ title, amount, working }) => ({
          label: title,
          arithmetic: `${working}: ${formatNumber(amount)} ${unit}`,
          source: 'as the cold budget of a show; common practice',
        })),
        {
          label: 'Order',
          arithmetic: `(${formatNumber(used)} + ${formatNumber(lost)}) × ${1 + v.reservePercent / 100} = ${formatNumber(total)} ${unit}`,
          source: 'in whole units',
        },
      ],
    };
  },
});

type In = { cryogen: (typeof NAMES)[number] } & Record<
  | 'poured'
  | 'chilledKg'
  | 'heatCapacity'
  | 'waterPercent'
  | 'roomC'
  | 'daysKept'
  | 'vessel'
  | 'staticPerDay'
  | 'chillDown'
  | 'pourLossPercent'
  | 'openPerHour'
  | 'openHours'
  | 'reservePercent',
  number
>;

function budget(v: In) {
  const cold = chilled(
    v.cryogen,
    { massKg: v.chilledKg, heatCapacity: v.heatCapacity, waterPct: v.waterPercent },
    v.roomC,
  );
  const used = v.poured + Math.max(0, cold);
  const losses = coldLosses({ ...v, pourLossPct: v.pourLossPercent }, v.poured, v.daysKept);
  const lost = losses.reduce((sum, l) => sum + l.amount, 0);
  return { used, losses, lost, ...coldOrder(used + lost, { ...v, reservePct: v.reservePercent }) };
}

/** What is left in the vessel: chilled down at once, standing day by day, used on the last. */
function course(v: In): [days: number, left: number][] {
  const { order, used, losses } = budget(v);
  const filled = Math.min(order, v.vessel);
  const standing = v.staticPerDay * v.daysKept;
  const once = Math.min(filled, v.chillDown);
  const others = losses.reduce((sum, l) => sum + l.amount, 0) - standing - v.chillDown;
  const before = Math.max(0, filled - once - standing);
  return [
    [0, filled],
    [0, filled - once],
    [v.daysKept, before],
    [v.daysKept, Math.max(0, before - used - Math.max(0, others))],
  ];
}
