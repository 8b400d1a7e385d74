import { chillingS, FILM_BOILING, plankS, type Shape } from './chilling';

test('Plank’s equation gives the worked example of a ball of food in a blast freezer', () => {
  // Singh and Heldman, Introduction to Food Engineering, freezing time of a sphere of 7 cm at −40 °C: 0.72 h, from memory.
  const body = { shape: 'ball', thicknessM: 0.07, conductivity: 1.2, surface: 50 } as const;
  expect(plankS(body, 1000 * 250, 40 - 1.25) / 3600).toBeCloseTo(0.72, 2);
});

const ROOM_C = 20;
const LIQUID_C = -195.8;

interface Material {
  density: number;
  heatCapacity: number;
  waterPct: number;
  conductivity: number;
}

/**
 * An independent judge: conduction through thin shells, an explicit step at a time, with water that freezes at 0 °C by
 * its heat content and a film that collapses 45 K above the liquid. Seconds until 19/20 of the heat is out.
 */
function simulatedS(made: Material, shape: Shape, thicknessM: number, film: number): number {
  const n = 24;
  const power = { sheet: 0, rod: 1, ball: 2 }[shape];
  const dr = thicknessM / 2 / n;
  const area = (r: number) => r ** power;
  const volume = (i: number) => (((i + 1) * dr) ** (power + 1) - (i * dr) ** (power + 1)) / (power + 1);
  const c = made.density * made.heatCapacity * 1000;
  const latent = (made.density * 334_000 * made.waterPct) / 100;
  // Heat content per m³, 0 when frozen at 0 °C.
  const toC = (h: number) => (h < 0 ? h / c : h < latent ? 0 : (h - latent) / c);
  const heat = Array.from({ length: n }, () => latent + c * ROOM_C);
  const volumes = heat.map((_, i) => volume(i));
  const total = volumes.reduce((sum, v) => sum + v * (latent + c * (ROOM_C - LIQUID_C)), 0);
  const dt = Math.min((0.3 * dr * dr * c) / made.conductivity, (0.2 * dr * c) / 3000);
  let [out, s] = [0, 0];
  while (out < 0.95 * total) {
    const t = heat.map(toC);
    const over = t[n - 1]! - LIQUID_C;
    const passing = over > 45 ? film : 3000;
    // Through half a shell, then the surface.
    const lost = (over * area(n * dr)) / (1 / passing + dr / 2 / made.conductivity);
    for (let i = 0; i < n; i++) {
      const inner = i ? (made.conductivity * (t[i - 1]! - t[i]!) * area(i * dr)) / dr : 0;
      const outer = i === n - 1 ? lost : (made.conductivity * (t[i]! - t[i + 1]!) * area((i + 1) * dr)) / dr;
      heat[i]! += ((inner - outer) * dt) / volumes[i]!;
    }
    out += lost * dt;
    s += dt;
  }
  return s;
}

const FRUIT = { density: 1000, conductivity: 1.8, heatCapacity: 1.55, waterPct: 80 };
const RUBBER = { density: 1100, conductivity: 0.15, heatCapacity: 1.2, waterPct: 0 };
const BRASS = { density: 8500, conductivity: 60, heatCapacity: 0.34, waterPct: 0 };

test.each([
  ['a banana', FRUIT, 'rod', 0.035],
  ['a grape', FRUIT, 'ball', 0.02],
  ['a slice of apple', FRUIT, 'sheet', 0.01],
  ['a rubber hose', RUBBER, 'sheet', 0.006],
  ['a small rubber ball', RUBBER, 'ball', 0.03],
  ['a brass bolt', BRASS, 'rod', 0.012],
  ['a brass plate', BRASS, 'sheet', 0.004],
] as const)(
  '%s stops boiling when a simulation of it does, within what is said of it',
  (_, made, shape, thickness) => {
    const said = (surface: number, share: number) =>
      chillingS(
        { shape, thicknessM: thickness, surface, conductivity: made.conductivity * share },
        made,
        ROOM_C,
      );
    const simulated = simulatedS(made, shape, thickness, FILM_BOILING.usual);
    expect(simulated).toBeGreaterThan(said(FILM_BOILING.most, 1.3));
    expect(simulated).toBeLessThan(said(FILM_BOILING.least, 0.7));
  },
);
