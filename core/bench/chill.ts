import { chilled, chillingS, CRYOGENS, FILM_BOILING, FREEZING_KJ_PER_KG, type Shape } from '../physics';
import {
  choiceInput,
  defineCalculator,
  formatNumber,
  knownInput,
  numberInput,
  roundToSixFigures,
  type BenchFinding,
} from './define';

interface Material {
  /** kg/m³. */
  density: number;
  /** When cold, W/(m K). */
  conductivity: number;
  /** The mean from a room down to −196 °C, kJ/(kg K). */
  heatCapacity: number;
  waterPct: number;
}

/**
 * What is usually chilled. Metals: CRC Handbook of Chemistry and Physics; fruit and leaves: ASHRAE Handbook,
 * Refrigeration, with ice below 0 °C; rubber and plastic: handbooks of polymers. All from memory.
 */
const MATERIALS = {
  fruit: { density: 1000, conductivity: 1.8, heatCapacity: 1.55, waterPct: 80 },
  'flower or leaf': { density: 700, conductivity: 1.2, heatCapacity: 1.55, waterPct: 85 },
  rubber: { density: 1100, conductivity: 0.15, heatCapacity: 1.2, waterPct: 0 },
  plastic: { density: 1100, conductivity: 0.2, heatCapacity: 1.1, waterPct: 0 },
  aluminium: { density: 2700, conductivity: 200, heatCapacity: 0.72, waterPct: 0 },
  'copper, brass or steel': { density: 8500, conductivity: 60, heatCapacity: 0.34, waterPct: 0 },
  lead: { density: 11_300, conductivity: 35, heatCapacity: 0.124, waterPct: 0 },
} as const satisfies Readonly<Record<string, Material>>;
const NAMES = Object.keys(MATERIALS) as [keyof typeof MATERIALS, ...(keyof typeof MATERIALS)[]];

/** How far a thing's conductivity may be from its material's. From memory. */
const CONDUCTS_WITHIN = 0.3;

const MM_PER_M = 1000;
const G_PER_KG = 1000;
const S_PER_MIN = 60;

interface Thing {
  material: keyof typeof MATERIALS;
  shape: Shape;
  thicknessMm: number;
  roomC: number;
}

/** Minutes until it stops boiling: as usual, and between the best and the worst that film and material allow. */
function minutes({ material, shape, thicknessMm, roomC }: Thing) {
  const made = MATERIALS[material];
  const at = (surface: number, share: number) =>
    chillingS(
      { shape, thicknessM: thicknessMm / MM_PER_M, surface, conductivity: made.conductivity * share },
      made,
      roomC,
    ) / S_PER_MIN;
  return {
    soonest: at(FILM_BOILING.most, 1 + CONDUCTS_WITHIN),
    usual: at(FILM_BOILING.usual, 1),
    latest: at(FILM_BOILING.least, 1 - CONDUCTS_WITHIN),
  };
}

/** "45 s", "6 min": two figures are more than anybody knows of it. */
const roughly = (min: number): string =>
  min < 1.5 ? `${formatNumber(min * S_PER_MIN, 2)} s` : `${formatNumber(min, 2)} min`;

const CAUTIONS: readonly BenchFinding[] = [
  {
    level: 'caution',
    message:
      'Lower it in slowly, with tongs: it spits while it boils. The vessel stays open. Frozen through, it can splinter: goggles for everybody near it. Nobody touches or eats it until it has thawed.',
    always: true,
  },
];

export const chill = defineCalculator({
  id: 'chill',
  title: 'Chilling in liquid nitrogen',
  question: 'How long until it is cold through, and how much boils away?',
  topic: 'cold',
  picture: ['thicknessMm', 'minutes'],
  marks: { minutes: ['minutesSoonest', 'minutesLatest'] },
  inputs: {
    material: choiceInput('What is it made of', NAMES),
    shape: choiceInput<Shape>('Shape', ['rod', 'ball', 'sheet']),
    massG: numberInput('Mass of each', 'g', [0.1, 50_000], 120),
    pieces: numberInput('Pieces at a time', 'pieces', [1, 200], 1),
    thicknessMm: numberInput(
      'Thickness',
      'mm',
      [0.1, 100],
      35,
      'Through its thinnest way. Where only one side is in the liquid, such as a hollow ball’s wall, twice that.',
    ),
    roomC: knownInput('roomC', numberInput('It comes at', '°C', [-10, 45], 20)),
  },
  outputs: {
    minutes: { label: 'Stops boiling after about', unit: 'min' },
    minutesSoonest: { label: 'Stops boiling at the soonest', unit: 'min' },
    minutesLatest: { label: 'Stops boiling at the latest', unit: 'min' },
    litresEach: { label: 'Boils away for each', unit: 'L' },
    litres: { label: 'Boils away for all of them', unit: 'L' },
  },
  work: (v) => {
    const made = MATERIALS[v.material];
    const { toC, latentKJPerKg, kgPerUnit } = CRYOGENS['liquid nitrogen'];
    const { soonest, usual, latest } = minutes(v);
    const litresEach = chilled('liquid nitrogen', { ...made, massKg: v.massG / G_PER_KG }, v.roomC);
    const litres = litresEach * v.pieces;
    return {
      verdict: `It boils for about ${roughly(usual)}, between ${roughly(soonest)} and ${roughly(latest)}, and boils away ${formatNumber(litres, 2)} L${v.pieces > 1 ? ` for the ${formatNumber(v.pieces)} pieces` : ''}. It is cold through when the boiling has died down.`,
      outputs: {
        minutes: roundToSixFigures(usual),
        minutesSoonest: roundToSixFigures(soonest),
        minutesLatest: roundToSixFigures(latest),
        litresEach: roundToSixFigures(litresEach),
        litres: roundToSixFigures(litres),
      },
      findings: CAUTIONS,
      working: [
        {
          label: 'Heat of each',
          arithmetic: `${formatNumber(v.massG / G_PER_KG)} kg × (${made.heatCapacity} kJ/(kg K) × ${formatNumber(v.roomC - toC)} K + ${FREEZING_KJ_PER_KG} kJ/kg × ${made.waterPct} % water)`,
          source: 'CRC Handbook and ASHRAE Handbook, from memory',
        },
        {
          label: 'Boils away',
          arithmetic: `over ${latentKJPerKg} kJ/kg and ${kgPerUnit} kg/L: ${formatNumber(litresEach)} L each. Cooling the vessel and what it loses by itself come on top: see the cold budget.`,
          source: 'CRC Handbook, from memory',
        },
        {
          label: 'Time',
          arithmetic: `Plank’s equation with ${FILM_BOILING.usual} W/(m² K) through the vapour film (${FILM_BOILING.least} to ${FILM_BOILING.most}) and ${made.conductivity} W/(m K) inside (± ${CONDUCTS_WITHIN * 100} %)`,
          source: 'ASHRAE Handbook, Refrigeration; Barron, Cryogenic Heat Transfer, from memory',
        },
      ],
    };
  },
});
