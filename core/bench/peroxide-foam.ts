import { molarMass, peroxide, peroxideDensity, STRONGEST_PCT } from '../physics';
import { HOT_C, peroxideHarm, PUBLIC_PEROXIDE_PCT, SCALDS_C } from './limits';
import { gasL, R_SOURCE, WATER_J_PER_G_K } from './constants';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Heat of 2 H₂O₂ → 2 H₂O + O₂, kJ for each mole of H₂O₂. NIST Chemistry WebBook (heats of formation). */
const HEAT_KJ = 98.2;
/** Specific heat of hydrogen peroxide, J/(g K). CRC Handbook, from memory. */
const PEROXIDE_J_PER_G_K = 2.63;
/** How much of a foam is gas. Common practice, for soapy foams. */
const GAS_FRACTION = 0.95;
/** Heat that makes steam of water at 100 °C, kJ/g. CRC Handbook. */
const STEAM_KJ_PER_G = 2.257;

const peroxideMol = ({ volumeML, percentWW }: { volumeML: number; percentWW: number }) =>
  (volumeML * peroxideDensity(percentWW) * percentWW) / 100 / molarMass('H2O2');

/** How warm it gets, and what the heat that is left over makes of steam. */
function reaction(v: Record<'volumeML' | 'percentWW' | 'temperatureC', number>) {
  const mol = peroxideMol(v);
  const grams = v.volumeML * peroxideDensity(v.percentWW);
  const share = v.percentWW / 100;
  const heatKJ = mol * HEAT_KJ;
  const warmKJ =
    (grams * (share * PEROXIDE_J_PER_G_K + (1 - share) * WATER_J_PER_G_K) * (100 - v.temperatureC)) / 1000;
  const boils = heatKJ > warmKJ;
  const reachesC = boils ? 100 : v.temperatureC + ((100 - v.temperatureC) * heatKJ) / warmKJ;
  const steamL = boils ? gasL((heatKJ - warmKJ) / STEAM_KJ_PER_G / molarMass('H2O'), 100) : 0;
  const foamL = (gasL(mol / 2, reachesC) + steamL) / GAS_FRACTION;
  return { mol, heatKJ, warmKJ, boils, reachesC, steamL, foamL };
}

export const peroxideFoam = defineCalculator({
  id: 'peroxide-foam',
  title: 'Peroxide foam',
  question: 'How much foam, and does it steam?',
  topic: 'foam',
  picture: ['percentWW', 'foamL'],
  scene: (v) => ({
    kind: 'vessel',
    vesselL: v.vesselL,
    layers: [
      { label: 'liquid', litres: v.volumeML / 1000 },
      { label: 'foam', litres: reaction(v).foamL },
    ],
  }),
  inputs: {
    volumeML: numberInput('Peroxide', 'mL', [1, 5000], 100),
    percentWW: knownInput('strengthPercent', numberInput('Strength', '% w/w', [0.5, STRONGEST_PCT], 6)),
    temperatureC: knownInput('roomC', numberInput('Temperature', '°C', [0, 40], 20)),
    vesselL: knownInput('capacityL', numberInput('Vessel', 'L', [0.05, 100], 1)),
  },
  outputs: {
    peroxideMol: { label: 'Hydrogen peroxide', unit: 'mol' },
    oxygenMol: { label: 'Oxygen', unit: 'mol' },
    oxygenL: { label: 'Oxygen', unit: 'L' },
    foamL: { label: 'Foam', unit: 'L' },
    heatKJ: { label: 'Heat', unit: 'kJ' },
    reachesC: { label: 'Gets as warm as', unit: '°C' },
    steamL: { label: 'Steam in it', unit: 'L' },
    boils: { label: 'It steams', unit: '' },
  },
  work: ({ volumeML, percentWW, temperatureC, vesselL }) => {
    const { mol, heatKJ, warmKJ, boils, reachesC, steamL, foamL } = reaction({
      volumeML,
      percentWW,
      temperatureC,
    });
    const oxygenL = gasL(mol / 2, temperatureC);
    const harm = peroxideHarm(percentWW);
    const over = foamL > vesselL;
    const findings: BenchFinding[] = [];
    if (boils)
      findings.push({
        level: 'stop',
        message: 'It comes to the boil: hot foam and steam scald. Take it weaker, and stand back.',
      });
    else if (reachesC > SCALDS_C)
      findings.push({
        level: 'caution',
        message: `It gets to about ${formatNumber(reachesC, 2)} °C and scalds: nobody touches the foam, and no volunteer stands at it.`,
        stopsVolunteers: true,
      });
    else if (reachesC > HOT_C)
      findings.push({
        level: 'caution',
        message: `It gets to about ${formatNumber(reachesC, 2)} °C, too hot to touch: hands off the foam and the vessel.`,
      });
    if (harm)
      findings.push({
        level: 'caution',
        message: `At ${formatNumber(percentWW)} % it ${harm.message} (${harm.code}): goggles${percentWW > 8 ? ' and gloves' : ''}.${percentWW > PUBLIC_PEROXIDE_PCT ? ` Above ${PUBLIC_PEROXIDE_PCT} % it feeds fires, and the public may not have it in the EU: trained people.` : ''}`,
      });
    if (over)
      findings.push({
        level: 'note',
        message: `It runs over: ${formatNumber(foamL, 2)} L of foam from ${formatNumber(vesselL)} L. A tray under it.`,
      });
    return {
      verdict: `About ${formatNumber(foamL, 2)} L of foam${over ? ', which runs over,' : ', which stays in,'} and ${boils ? 'it steams' : `it warms to about ${formatNumber(reachesC, 2)} °C`}.`,
      outputs: {
        peroxideMol: roundToSixFigures(mol),
        oxygenMol: roundToSixFigures(mol / 2),
        oxygenL: roundToSixFigures(oxygenL),
        foamL: roundToSixFigures(foamL),
        heatKJ: roundToSixFigures(heatKJ),
        reachesC: roundToSixFigures(reachesC),
        steamL: roundToSixFigures(steamL),
        boils,
      },
      findings,
      working: [
        {
          label: 'Hydrogen peroxide',
          arithmetic: `${formatNumber(volumeML)} mL × ${formatNumber(peroxideDensity(percentWW), 4)} g/mL × ${formatNumber(percentWW)} % / ${formatNumber(molarMass('H2O2'), 5)} g/mol = ${formatNumber(mol)} mol`,
          source: 'density by Easton, Mitchell & Wynne-Jones 1952, from memory; IUPAC weights',
        },
        {
          label: 'Oxygen',
          arithmetic: `${formatNumber(mol / 2)} mol = ${formatNumber(oxygenL)} L`,
          source: `2 H₂O₂ → 2 H₂O + O₂; ${R_SOURCE}`,
        },
        {
          label: 'Foam',
          arithmetic: `(oxygen at ${formatNumber(reachesC, 2)} °C + ${formatNumber(steamL)} L of steam) / ${GAS_FRACTION} = ${formatNumber(foamL)} L`,
          source: 'soapy foam is about 95 % gas; common practice. Steam of the heat left over at 100 °C',
        },
        {
          label: 'Heat, against what warms it to 100 °C',
          arithmetic: `${formatNumber(mol)} × ${HEAT_KJ} = ${formatNumber(heatKJ)} kJ against ${formatNumber(warmKJ)} kJ`,
          source: 'heats of formation, NIST Chemistry WebBook',
        },
      ],
    };
  },
});

/** How a strength is said on bottles: litres of oxygen from one litre. */
export const volumeStrengthOf = (percentWW: number): number => peroxide(percentWW).volumes;
