import { CRYOGENS, FREEZING_KJ_PER_KG } from './cryogens';

/**
 * Plank's shape factors for freezing times: what part of the thickness lies between the surface and the liquid, and
 * inside. ASHRAE Handbook, Refrigeration, "Cooling and freezing times of foods" (Plank 1913), from memory.
 */
const PLANK = {
  rod: { surface: 1 / 4, inside: 1 / 16 },
  ball: { surface: 1 / 6, inside: 1 / 24 },
  sheet: { surface: 1 / 2, inside: 1 / 8 },
} as const;
export type Shape = keyof typeof PLANK;

/**
 * Heat that passes through a vapour film on something in boiling nitrogen, W/(m² K): about 150, between 100 and 200.
 * Barron, Cryogenic Heat Transfer, from memory.
 */
export const FILM_BOILING = { least: 100, usual: 150, most: 200 } as const;
/** Less warm than this above the liquid, the film collapses and the rest goes at once, K. From memory (Leidenfrost point near 120 K). */
const FILM_COLLAPSES_K = 45;
/** Below this, water in something is frozen, °C. */
const FREEZES_C = 0;

/** Thickness in m, conductivity when cold in W/(m K), heat passed on at the surface in W/(m² K). */
interface Body {
  shape: Shape;
  thicknessM: number;
  conductivity: number;
  surface: number;
}

/** What stands between a body's heat and the liquid, m² K m/W: through the surface, and from the inside to it. */
const resistance = ({ shape, thicknessM, conductivity, surface }: Body): number =>
  (PLANK[shape].surface * thicknessM) / surface + (PLANK[shape].inside * thicknessM ** 2) / conductivity;

/**
 * Seconds in which a body gives up `heatKJPerM3` to something `coolerByK` colder. Plank's equation, as in the ASHRAE
 * Handbook.
 */
export const plankS = (body: Body, heatKJPerM3: number, coolerByK: number): number =>
  ((heatKJPerM3 * 1000) / coolerByK) * resistance(body);

/**
 * Seconds until something laid into liquid nitrogen stops boiling: its warmth until the film collapses, and
 * the freezing of its water at the difference at 0 °C. `density` in kg/m³, `heatCapacity` in kJ/(kg K) as the mean down
 * to the cold, `waterPct` of its mass.
 */
export function chillingS(
  body: Body,
  { density, heatCapacity, waterPct }: { density: number; heatCapacity: number; waterPct: number },
  roomC: number,
): number {
  const { toC } = CRYOGENS['liquid nitrogen'];
  // As a body that cools by itself: ρ c ln(ΔT first/ΔT last). The rest goes at once.
  const turns = Math.log((roomC - toC) / FILM_COLLAPSES_K);
  return (
    plankS(body, density * heatCapacity * turns, 1) +
    plankS(body, (density * FREEZING_KJ_PER_KG * waterPct) / 100, FREEZES_C - toC)
  );
}
