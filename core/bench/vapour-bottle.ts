import { molarMass } from '../physics';
import { MOST_OPEN_FUEL_ML } from './limits';
import { AIR_O2_PERCENT, ATM_KPA, gasL, kelvin, R_SOURCE } from './constants';
import {
  defineCalculator,
  choiceInput,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

const FUELS = ['ethanol', 'methanol', 'propan-2-ol'] as const;
type Fuel = (typeof FUELS)[number];

interface FuelData {
  formula: string;
  /** Vapour pressure in kPa at °C, and its inverse. */
  kPa: (celsius: number) => number;
  boilsAtC: (kPa: number) => number;
  /** Where the fit holds, °C. */
  holdsC: readonly [number, number];
  source: string;
  /** Limits of burning in air, % by volume. NIOSH Pocket Guide to Chemical Hazards. */
  limits: readonly [lower: number, upper: number];
  /** Moles of oxygen one mole burns with. */
  oxygen: number;
  /** Heat of burning the vapour to steam, kJ/mol: liquid to water, and the heats of vaporisation. NIST Chemistry WebBook. */
  kJPerMol: number;
  equation: string;
}

const ANTOINE = 'log₁₀(p/bar) = A − B/(T/K + C), NIST Chemistry WebBook';
const KPA_PER_BAR = 100;
/** One mmHg in kPa. NIST SP 811. */
const KPA_PER_MMHG = 0.133322;

const inBar = (a: number, b: number, c: number) => ({
  kPa: (t: number) => KPA_PER_BAR * 10 ** (a - b / (kelvin(t) + c)),
  boilsAtC: (kPa: number) => b / (a - Math.log10(kPa / KPA_PER_BAR)) - c - 273.15,
});
const inMmHg = (a: number, b: number, c: number) => ({
  kPa: (t: number) => KPA_PER_MMHG * 10 ** (a - b / (c + t)),
  boilsAtC: (kPa: number) => b / (a - Math.log10(kPa / KPA_PER_MMHG)) - c,
});

/** Liquid water from steam at 25 °C, kJ/mol. NIST Chemistry WebBook. */
const STEAM_KJ = 44;

export const FUEL: Record<Fuel, FuelData> = {
  methanol: {
    formula: 'CH4O',
    ...inBar(5.20409, 1581.341, -33.5),
    holdsC: [15, 83],
    source: ANTOINE,
    limits: [6, 36],
    oxygen: 1.5,
    kJPerMol: 725.7 + 37.6 - 2 * STEAM_KJ,
    equation: '2 CH₃OH + 3 O₂ → 2 CO₂ + 4 H₂O',
  },
  ethanol: {
    formula: 'C2H6O',
    ...inBar(5.24677, 1598.673, -46.424),
    holdsC: [19, 93],
    source: ANTOINE,
    limits: [3.3, 19],
    oxygen: 3,
    kJPerMol: 1366.8 + 42.3 - 3 * STEAM_KJ,
    equation: 'C₂H₅OH + 3 O₂ → 2 CO₂ + 3 H₂O',
  },
  'propan-2-ol': {
    formula: 'C3H8O',
    ...inMmHg(8.11778, 1580.92, 219.61),
    holdsC: [0, 101],
    source: 'log₁₀(p/mmHg) = 8.11778 − 1580.92/(219.61 + t/°C), handbook, from memory',
    limits: [2, 12.7],
    oxygen: 4.5,
    kJPerMol: 2005.8 + 45.3 - 4 * STEAM_KJ,
    equation: '2 C₃H₈O + 9 O₂ → 6 CO₂ + 8 H₂O',
  },
};

/** Outside, where air mixes in, any mixture may be right. */
const AT_THE_MOUTH = ' It may still burn at the mouth: treat it as live.';

/** Leaner or richer than this it burns pale or sooty rather than with a ring of blue. Common practice. */
const LEAN = 0.8;
const RICH = 1.3;
/** A film of fuel on a wall that was wetted all round and drained, mm. From memory. */
const FILM_MM = 0.1;
/** Wall of a bottle three times as high as it is wide, m², by its volume in L to the power of two thirds. */
const WALL_M2 = (3.5 * Math.PI) / (0.75 * Math.PI) ** (2 / 3) / 100;

/** What wets the wall of a bottle, mL. */
export const wettingML = (bottleL: number): number =>
  Math.min(MOST_OPEN_FUEL_ML, 1000 * FILM_MM * WALL_M2 * bottleL ** (2 / 3));

export const vapourBottle = defineCalculator({
  id: 'vapour-bottle',
  title: 'Vapour in a bottle',
  question: 'Will it light?',
  topic: 'combustion',
  picture: ['temperatureC', 'vapourPercent'],
  marks: { vapourPercent: ['lowerLimitPercent', 'stoichiometricPercent', 'upperLimitPercent'] },
  inputs: {
    fuel: choiceInput('Fuel', FUELS),
    temperatureC: knownInput(
      'roomC',
      numberInput(
        'Temperature of the bottle',
        '°C',
        [-20, 60],
        20,
        'Of the bottle, not of the hall: it warms in the hands.',
      ),
    ),
    bottleL: knownInput('capacityL', numberInput('Bottle', 'L', [0.1, 30], 2)),
    pressureKPa: knownInput('pressureKPa', numberInput('Air pressure', 'kPa', [60, 110], ATM_KPA)),
    airedL: numberInput(
      'Fresh air blown in between two goes',
      'L',
      [0, 200],
      6,
      'Strokes of a pump times what one moves.',
    ),
    saturation: numberInput(
      'How full of vapour',
      '',
      [0.05, 1],
      1,
      '1 where the wall was wetted all round and stood a while.',
    ),
  },
  outputs: {
    burntLeftPercent: { label: 'Burnt air left after airing', unit: '%' },
    vapourPercent: { label: 'Vapour in the air', unit: '%' },
    lowerLimitPercent: { label: 'Too lean below', unit: '%' },
    stoichiometricPercent: { label: 'Just right at', unit: '%' },
    upperLimitPercent: { label: 'Too rich above', unit: '%' },
    equivalenceRatio: { label: 'Fuel to air, against just right', unit: '' },
    vapourG: { label: 'Fuel as vapour', unit: 'g' },
    energyKJ: { label: 'Energy of one go', unit: 'kJ' },
    lightsFromC: { label: 'Lights from', unit: '°C' },
  },
  work: ({ fuel, temperatureC, bottleL, pressureKPa, saturation, airedL }) => {
    const burntLeftPercent = 100 * Math.exp(-airedL / bottleL);
    const f = FUEL[fuel];
    const [lower, upper] = f.limits;
    const partialKPa = Math.min(pressureKPa, saturation * f.kPa(temperatureC));
    const x = partialKPa / pressureKPa;
    const right = 1 / (1 + f.oxygen / (AIR_O2_PERCENT / 100));
    const ratio = x >= 1 ? Infinity : x / (1 - x) / (right / (1 - right));
    const mol = (x * bottleL) / gasL(1, temperatureC, pressureKPa);
    const oxygenMol = ((1 - x) * (AIR_O2_PERCENT / 100) * bottleL) / gasL(1, temperatureC, pressureKPa);
    const vapourG = mol * molarMass(f.formula);
    const lightsFromC = f.boilsAtC(((lower / 100) * pressureKPa) / saturation);
    const tooRichFromC = f.boilsAtC(((upper / 100) * pressureKPa) / saturation);
    const percent = 100 * x;
    const boilsAtC = f.boilsAtC(pressureKPa);
    const boilsFirst = lightsFromC >= boilsAtC;
    const warmer = boilsFirst
      ? 'Wet the wall all round and let it stand: so little vapour lights at no safe warmth'
      : `Warm the bottle to ${Math.ceil(lightsFromC)} °C`;
    const burns = percent >= lower && percent <= upper;
    const energyKJ = burns ? Math.min(mol, oxygenMol / f.oxygen) * f.kJPerMol : 0;
    const findings: BenchFinding[] = [
      {
        level: 'caution',
        message: `The bottle holds ${formatNumber(vapourG, 2)} g of ${fuel} as vapour, whatever is poured in: about ${formatNumber(wettingML(bottleL), 2)} mL wets the wall, and is poured out before anything is lit. Never more than ${MOST_OPEN_FUEL_ML} mL of open fuel; the stock is closed and away.`,
        always: true,
      },
    ];
    if (fuel === 'methanol')
      findings.push({
        level: 'stop',
        message:
          'Methanol is poisonous, through the skin too, and burns with a flame that nobody sees. Take ethanol; with methanol all the same, say why.',
      });
    if (temperatureC < f.holdsC[0] || temperatureC > f.holdsC[1])
      findings.push({
        level: 'note',
        message: `Extrapolated: the vapour pressure was fitted from ${f.holdsC[0]} to ${f.holdsC[1]} °C.`,
      });
    return {
      verdict: !burns
        ? percent < lower
          ? `It will not light: ${formatNumber(percent)} % is too lean. ${warmer}.${AT_THE_MOUTH}`
          : `It will not light: ${formatNumber(percent)} % is too rich. Let it air, or take it colder.${AT_THE_MOUTH}`
        : ratio < LEAN
          ? `It lights, on the lean side: ${formatNumber(percent)} % against ${formatNumber(100 * right)} % just right.`
          : ratio > RICH
            ? `It lights, on the rich side, with a yellow flame: ${formatNumber(percent)} % against ${formatNumber(100 * right)} % just right.`
            : `It lights, close to just right: ${formatNumber(percent)} % against ${formatNumber(100 * right)} %.`,
      ...(!burns && {
        fails: percent < lower ? warmer : `Cool the bottle to ${Math.floor(tooRichFromC)} °C`,
      }),
      limits: [
        {
          what: 'Temperature of the bottle',
          unit: '°C',
          ...(boilsFirst ? {} : { min: Math.ceil(lightsFromC) }),
          max: Math.floor(Math.min(tooRichFromC, boilsAtC)),
        },
      ],
      outputs: {
        burntLeftPercent: roundToSixFigures(burntLeftPercent),
        vapourPercent: roundToSixFigures(percent),
        lowerLimitPercent: lower,
        stoichiometricPercent: roundToSixFigures(100 * right),
        upperLimitPercent: upper,
        equivalenceRatio: roundToSixFigures(Math.min(ratio, 1000)),
        vapourG: roundToSixFigures(vapourG),
        energyKJ: roundToSixFigures(energyKJ),
        lightsFromC: roundToSixFigures(Math.min(lightsFromC, boilsAtC)),
      },
      findings,
      working: [
        {
          label: 'Vapour pressure',
          arithmetic: `p(${formatNumber(temperatureC)} °C) = ${formatNumber(f.kPa(temperatureC))} kPa`,
          source: f.source,
        },
        {
          label: 'Share of the air',
          arithmetic: `${formatNumber(saturation)} × ${formatNumber(f.kPa(temperatureC))} / ${formatNumber(pressureKPa, 4)} = ${formatNumber(percent)} %`,
          source: 'Dalton’s law',
        },
        {
          label: 'Limits in air',
          arithmetic: `${lower} to ${upper} %`,
          source: 'NIOSH Pocket Guide to Chemical Hazards',
        },
        {
          label: 'Aired between two goes',
          arithmetic: `e^(−${formatNumber(airedL)}/${formatNumber(bottleL)}) = ${formatNumber(burntLeftPercent)} % of the burnt air is left`,
          source: 'purge of a well-mixed vessel',
        },
        {
          label: 'Just right',
          arithmetic: `1/(1 + ${f.oxygen}/0.2095) = ${formatNumber(100 * right)} %`,
          source: f.equation,
        },
        {
          label: 'Vapour in the bottle',
          arithmetic: `${formatNumber(mol)} mol = ${formatNumber(vapourG)} g`,
          source: R_SOURCE,
        },
        {
          label: 'Energy, by what runs out first',
          arithmetic: `${formatNumber(Math.min(mol, oxygenMol / f.oxygen))} mol × ${formatNumber(f.kJPerMol, 4)} kJ/mol`,
          source: 'heats of combustion and vaporisation, NIST Chemistry WebBook',
        },
      ],
    };
  },
});
