import { molarMass } from '../physics';
import { MOST_HYDROGEN_L } from './limits';
import { gasL, R_SOURCE, WATER_J_PER_G_K } from './constants';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Heat of dissolving aluminium in lye, kJ/mol of Al. From memory. */
const HEAT_KJ = 420;
/** Heat of dissolving lye in water, kJ/mol, and specific heat of lye, J/(g K). CRC Handbook. */
const DISSOLVES_KJ = 44.5;
const LYE_J_PER_G_K = 1.49;
/** It boils, °C. */
const BOILS_C = 100;
/** Kitchen foil: 16 µm of 2.70 g/cm³, g/m². CRC Handbook for the density; common practice for the thickness. */
const FOIL_G_PER_M2 = 43;
/** Nearly boiling: it froths and carries lye with it, °C. Common practice. */
const TOO_HOT_C = 80;

export const foilHydrogen = defineCalculator({
  id: 'foil-hydrogen',
  title: 'Hydrogen from foil',
  question: 'How much gas, and how hot?',
  topic: 'gases from reactions',
  picture: ['foilG', 'warmsByK'],
  inputs: {
    foilG: numberInput('Foil', 'g', [0.01, 20], 0.5),
    lyeG: numberInput('Lye (sodium hydroxide)', 'g', [0.01, 50], 2),
    waterML: numberInput('Water', 'mL', [10, 5000], 200),
    temperatureC: knownInput('roomC', numberInput('Temperature', '°C', [0, 40], 20)),
  },
  outputs: {
    hydrogenL: { label: 'Hydrogen', unit: 'L' },
    heatKJ: { label: 'Heat', unit: 'kJ' },
    warmsByK: { label: 'Warms by', unit: 'K' },
    lyeNeededG: { label: 'Lye for all the foil', unit: 'g' },
    foilM2: { label: 'Foil', unit: 'm²' },
  },
  work: ({ foilG, lyeG, waterML, temperatureC }) => {
    const al = foilG / molarMass('Al');
    const lye = lyeG / molarMass('NaOH');
    const mol = Math.min(al, lye);
    const hydrogenL = gasL(1.5 * mol, temperatureC);
    const heatKJ = mol * HEAT_KJ + lye * DISSOLVES_KJ;
    const warmsByK = (heatKJ * 1000) / (waterML * WATER_J_PER_G_K + lyeG * LYE_J_PER_G_K);
    const reachesC = temperatureC + warmsByK;
    const hot = reachesC > TOO_HOT_C;
    const findings: BenchFinding[] = [
      {
        level: 'caution',
        message:
          'Lye burns eyes and skin: goggles, gloves, water near. No flame where the gas is made, and never in a closed vessel.',
        always: true,
      },
    ];
    if (hot)
      findings.push({
        level: 'stop',
        message: `It would ${reachesC >= BOILS_C ? 'boil' : `reach ${formatNumber(reachesC, 2)} °C`} and froth over with lye in it: less lye and foil or more water, in a cold bath, and the lye dissolved and cooled first.`,
      });
    if (hydrogenL > MOST_HYDROGEN_L)
      findings.push({
        level: 'stop',
        message: `${formatNumber(hydrogenL, 2)} L of hydrogen: no more than ${MOST_HYDROGEN_L} L are made or burned in a hall at once.`,
      });
    if (lye < al) findings.push({ level: 'note', message: 'The lye runs out first: foil is left over.' });
    return {
      verdict: `${formatNumber(hydrogenL)} L of hydrogen; the water warms by ${formatNumber(warmsByK, 2)} K${hot ? ', which is too much' : ''}.`,
      ...(!hot && {
        limits: [
          {
            what: 'Temperature of the water before the foil goes in',
            unit: '°C',
            max: Math.floor(TOO_HOT_C - warmsByK),
          },
        ],
      }),
      outputs: {
        hydrogenL: roundToSixFigures(hydrogenL),
        heatKJ: roundToSixFigures(heatKJ),
        warmsByK: roundToSixFigures(warmsByK),
        lyeNeededG: roundToSixFigures(al * molarMass('NaOH')),
        foilM2: roundToSixFigures(foilG / FOIL_G_PER_M2),
      },
      findings,
      working: [
        {
          label: 'Foil and lye',
          arithmetic: `${formatNumber(al)} mol of Al, ${formatNumber(lye)} mol of NaOH`,
          source: 'IUPAC weights',
        },
        {
          label: 'Hydrogen',
          arithmetic: `1.5 × ${formatNumber(mol)} mol = ${formatNumber(hydrogenL)} L`,
          source: `2 Al + 2 NaOH + 6 H₂O → 2 Na[Al(OH)₄] + 3 H₂; ${R_SOURCE}`,
        },
        {
          label: 'Heat',
          arithmetic: `${formatNumber(mol)} × ${HEAT_KJ} + ${formatNumber(lye)} × ${DISSOLVES_KJ} = ${formatNumber(heatKJ)} kJ; / (${formatNumber(waterML)} mL × 4.18 + ${formatNumber(lyeG)} g × ${LYE_J_PER_G_K}) = ${formatNumber(warmsByK)} K`,
          source: 'heat of the reaction from memory; of dissolving lye, and specific heats, CRC Handbook',
        },
      ],
    };
  },
});
