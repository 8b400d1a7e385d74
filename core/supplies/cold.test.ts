import { plan } from '../plan';
import type { ColdPlan } from '../show';
import { demo, good, showOf } from '../testing/hall-show';
import { chilled } from './cold';

const COLD: ColdPlan = {
  goodId: 'nitrogen',
  cryogen: 'liquid nitrogen',
  vessel: 25,
  staticPerDay: 0.2,
  filledOn: '2026-12-11',
  filledAt: '14:00',
  chillDown: 1,
  pourLossPct: 15,
  openPerHour: 0.5,
  openHours: 2,
  reservePct: 10,
  pricePerUnit: 3,
  objects: [{ id: 'ball', title: 'A rubber ball', massKg: 0.1, heatCapacity: 1.2, waterPct: 0, times: 2 }],
};

function planned(changes: Partial<ColdPlan> = {}) {
  const file = showOf(
    [demo('glass', { consumables: [{ goodId: 'nitrogen', amount: 2000, per: 'showing', wastePct: 0 }] })],
    undefined,
    { stock: [{ ...good('nitrogen', 'consumable', 0), unit: 'mL' }] },
  );
  file.show.cold = [{ ...COLD, ...changes }];
  return plan(file, { plays: 0 });
}
const budget = (changes: Partial<ColdPlan> = {}) => planned(changes).cold[0]!;

test('what one thing boils away: m·c·ΔT and freezing over the latent heat, by hand', () => {
  // 1 kg of copper, mean 0.30 kJ/(kg·K) from 20 to −195.8 °C: 0.30 × 215.8 = 64.7 kJ; / 199 = 0.325 kg; / 0.807 = 0.403 L.
  expect(chilled('liquid nitrogen', { massKg: 1, heatCapacity: 0.3, waterPct: 0 })).toBeCloseTo(0.4031, 3);
  // 0.2 kg of fruit, 85 % water, 2.5 kJ/(kg·K): 0.2 × (2.5 × 215.8 + 334 × 0.85) = 164.68 kJ; / 199 / 0.807 = 1.0254 L.
  expect(chilled('liquid nitrogen', { massKg: 0.2, heatCapacity: 2.5, waterPct: 85 })).toBeCloseTo(1.0254, 3);
  // 1 kg of water by dry ice, 20 to −78.5 °C, mean 3.1: 3.1 × 98.5 + 334 = 639.35 kJ; / 571 = 1.1197 kg.
  expect(chilled('dry ice', { massKg: 1, heatCapacity: 3.1, waterPct: 100 })).toBeCloseTo(1.1197, 3);
});

test('the order is use, losses and reserve, rounded up to whole litres: the sum by hand', () => {
  const b = budget();
  // Poured 2 L; balls 2 × 0.1 × 1.2 × 215.8 / 199 / 0.807 = 0.3225 L.
  expect(b.useTotal).toBeCloseTo(2.3225, 3);
  // 1 L to cool the vessel, 15 % of 2 L, 0.5 L/h × 2 h, 0.2 L × (24 h and the show's 5 min) = 2.5007 L.
  expect(b.lossTotal).toBeCloseTo(1 + 0.3 + 1 + 0.2 * (1 + 300 / 86_400), 4);
  expect(b.total).toBeCloseTo((b.useTotal + b.lossTotal) * 1.1, 9);
  expect(b).toMatchObject({ order: 6, cost: 18, unit: 'L' });
  expect(planned().findings.filter((f) => f.goodId)).toEqual([]);
  // A set of tabletop demos uses 5 to 10 L, most of it lost to the air (common practice).
  expect(b.order).toBeGreaterThanOrEqual(5);
  expect(b.order).toBeLessThanOrEqual(10);
});

test('what is left in the vessel falls from the filling to the end, and ends with the reserve and the rounding', () => {
  const { left, order, reserve, total } = budget();
  expect(left[0]).toEqual({ h: -24, amount: order });
  left.slice(1).forEach((p, i) => {
    expect(p.h).toBeGreaterThanOrEqual(left[i]!.h);
    expect(p.amount).toBeLessThanOrEqual(left[i]!.amount + 1e-9);
  });
  expect(left.at(-1)!.amount).toBeCloseTo(reserve + order - total, 6);
});

test('a vessel too small, filled too early or too late is said with its figures', () => {
  const said = (changes: Partial<ColdPlan>) =>
    planned(changes).findings.filter((f) => f.goodId === 'nitrogen');
  expect(said({ vessel: 4 })).toMatchObject([
    {
      level: 'stop',
      says: expect.stringContaining('holds 4 L of liquid nitrogen and 5.31 L are needed: 1.31 L short'),
    },
  ]);
  expect(said({ filledOn: '2026-12-02' })).toMatchObject([
    { level: 'caution', says: expect.stringContaining('2 L of 8 of liquid nitrogen are lost standing') },
  ]);
  expect(said({ filledOn: '2026-12-13' })[0]).toMatchObject({ level: 'stop' });
});
