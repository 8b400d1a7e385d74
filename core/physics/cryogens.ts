import { formatFigure } from '../quantities';
import type { ColdPlan } from '../show';

/**
 * A cryogen as the budget counts it: `unit` L or kg, its density in kg per unit, what a kilogram takes up in becoming
 * gas, and the temperature it cools to. CRC Handbook of Chemistry and Physics, from memory: nitrogen 0.807 kg/L, 199
 * kJ/kg, 77.4 K; carbon dioxide sublimes at −78.5 °C with 571 kJ/kg.
 */
export const CRYOGENS = {
  'liquid nitrogen': { unit: 'L', kgPerUnit: 0.807, latentKJPerKg: 199, toC: -195.8 },
  'dry ice': { unit: 'kg', kgPerUnit: 1, latentKJPerKg: 571, toC: -78.5 },
} as const;

/** Heat to freeze water, kJ/kg. CRC Handbook, from memory. */
export const FREEZING_KJ_PER_KG = 334;
/** Objects come at room temperature; this, where nobody has said how warm the room is. Common practice. */
export const USUAL_ROOM_C = 20;

export interface ColdLine {
  title: string;
  amount: number;
  /** The figures it is made of, in words. */
  working: string;
}

/**
 * What one chilled thing boils away, in the cryogen's units: m·c̄·ΔT, and 334 kJ for each kilogram of water in it,
 * over the latent heat.
 */
export function chilled(
  cryogen: ColdPlan['cryogen'],
  { massKg, heatCapacity, waterPct }: { massKg: number; heatCapacity: number; waterPct: number },
  roomC = USUAL_ROOM_C,
): number {
  const { latentKJPerKg, kgPerUnit, toC } = CRYOGENS[cryogen];
  const heatKJ = massKg * (heatCapacity * (roomC - toC) + (FREEZING_KJ_PER_KG * waterPct) / 100);
  return heatKJ / latentKJPerKg / kgPerUnit;
}

/** What is lost of a cryogen to the air: `poured` in its unit, and days from filling to the end of the show. */
export function coldLosses(plan: Losing, poured: number, daysKept: number): ColdLine[] {
  const { unit } = CRYOGENS[plan.cryogen];
  return [
    { title: 'Cooling the vessel down', amount: plan.chillDown, working: 'once' },
    {
      title: 'Lost in pouring',
      amount: (poured * plan.pourLossPct) / 100,
      working: `${plan.pourLossPct} % of ${formatFigure(poured)} ${unit} poured`,
    },
    {
      title: 'Open flasks and trays',
      amount: plan.openPerHour * plan.openHours,
      working: `${plan.openPerHour} ${unit}/h × ${plan.openHours} h`,
    },
    {
      title: 'Standing in the vessel',
      amount: plan.staticPerDay * daysKept,
      working: `${plan.staticPerDay} ${unit} a day × ${formatFigure(daysKept)} days from filling to the end`,
    },
  ].filter((l) => l.amount > 0);
}

/** What is ordered for what is used and lost: with the reserve, in whole units, or as much as the vessel holds. */
export function coldOrder(
  needed: number,
  { reservePct, vessel }: Pick<ColdPlan, 'reservePct' | 'vessel'>,
): { reserve: number; total: number; order: number } {
  const reserve = (needed * reservePct) / 100;
  const total = needed + reserve;
  const whole = Math.ceil(total - 1e-9);
  // A vessel that holds the total, though not the next whole unit, is filled up.
  return { reserve, total, order: total <= vessel + 1e-9 ? Math.min(whole, vessel) : whole };
}

type Losing = Pick<
  ColdPlan,
  'cryogen' | 'chillDown' | 'pourLossPct' | 'openPerHour' | 'openHours' | 'staticPerDay'
>;
