import { molarMass } from '../physics';
import { ATM_KPA, gasL, kelvin, R, R_SOURCE } from './constants';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Baking soda, g/cm³. CRC Handbook. */
const SODA_G_PER_ML = 2.2;
/** A press-on lid lets go at about so much above the air's pressure, kPa. Common practice; measure yours. */
const LID_KPA = 30;

const acidMol = ({ acidML, acidPercentWV }: { acidML: number; acidPercentWV: number }) =>
  (acidML * acidPercentWV) / 100 / molarMass('C2H4O2');
const sodaMol = ({ bicarbonateG }: { bicarbonateG: number }) => bicarbonateG / molarMass('NaHCO3');

export const lidTin = defineCalculator({
  id: 'lid-tin',
  title: 'Acid and carbonate in a tin',
  question: 'Which runs out first, and does the lid go?',
  topic: 'gases from reactions',
  picture: ['bicarbonateG', 'gasL'],
  scene: (v) => ({
    kind: 'bars',
    unit: 'mmol',
    bars: [
      { label: 'vinegar', value: 1000 * acidMol(v) },
      { label: 'soda', value: 1000 * sodaMol(v) },
    ],
  }),
  inputs: {
    acidML: numberInput('Vinegar', 'mL', [1, 2000], 60),
    acidPercentWV: knownInput('strengthPercent', numberInput('Its strength', '% w/v', [1, 10], 5)),
    bicarbonateG: numberInput('Baking soda', 'g', [0.1, 500], 5),
    tinL: knownInput('capacityL', numberInput('Tin', 'L', [0.05, 10], 0.5)),
    lidKPa: numberInput(
      'The lid lets go at',
      'kPa',
      [1, 100],
      LID_KPA,
      'Above the air’s pressure. Measure yours.',
    ),
    perSecond: numberInput(
      'How fast it fizzes',
      '1/s',
      [0.005, 2],
      0.05,
      'The share of what is left that reacts each second: fit it from one that you timed.',
    ),
    temperatureC: knownInput('roomC', numberInput('Temperature', '°C', [0, 40], 20)),
  },
  outputs: {
    limiting: { label: 'Runs out first', unit: '' },
    gasL: { label: 'Gas', unit: 'L' },
    bicarbonateUsedG: { label: 'Soda used', unit: 'g' },
    goesAfterS: { label: 'The lid goes after', unit: 's' },
    pressureIfHeldKPa: { label: 'Pressure if nothing let go', unit: 'kPa' },
  },
  work: ({ acidML, acidPercentWV, bicarbonateG, tinL, temperatureC, lidKPa, perSecond }) => {
    const acid = acidMol({ acidML, acidPercentWV });
    const soda = sodaMol({ bicarbonateG });
    const mol = Math.min(acid, soda);
    const limiting = Math.abs(acid - soda) < 0.02 * mol ? 'neither' : acid < soda ? 'acid' : 'bicarbonate';
    const litres = gasL(mol, temperatureC);
    const headL = tinL - acidML / 1000 - bicarbonateG / SODA_G_PER_ML / 1000;
    const heldKPa = headL > 0 ? ATM_KPA + (mol * R * kelvin(temperatureC)) / headL : Infinity;
    const goes = heldKPa - ATM_KPA > lidKPa;
    const share = goes && Number.isFinite(heldKPa) ? lidKPa / (heldKPa - ATM_KPA) : 0;
    const fits = headL > 0;
    const goesAfterS = goes && fits ? -Math.log(1 - share) / perSecond : 0;
    const goesWhen = goesAfterS < 1 ? 'goes at once' : `goes after about ${formatNumber(goesAfterS, 2)} s`;
    const findings: BenchFinding[] = [
      {
        level: 'stop',
        message: 'Only a lid that presses on. Never one that screws, clips or is taped: that bursts.',
        always: true,
      },
    ];
    if (fits && !goes)
      findings.push({
        level: 'caution',
        message:
          'A lid that stays on is under pressure. Everybody stays away for five minutes; then, with goggles and at arm’s length, lever it up under a cloth, pointing at nobody. Never shake it or look closer.',
      });
    if (headL <= 0)
      findings.push({ level: 'caution', message: 'It does not fit: the liquid fills the tin.' });
    if (soda > 2 * acid || acid > 2 * soda)
      findings.push({
        level: 'note',
        message: `${formatNumber(Math.max(soda / acid, acid / soda), 2)} times as much ${soda > acid ? 'soda' : 'vinegar'} as is used: the rest only fills the tin.`,
      });
    return {
      verdict: `${limiting === 'neither' ? 'Both run out together' : limiting === 'acid' ? 'The vinegar runs out first' : 'The soda runs out first'}: ${formatNumber(litres, 2)} L of gas, and ${!fits ? 'the tin is too small for it' : `a press-on lid ${goes ? goesWhen : 'stays'}`}.`,
      ...(!goes && { fails: 'Leave less room above the liquid, or take a lid that sits looser' }),
      outputs: {
        limiting,
        gasL: roundToSixFigures(litres),
        bicarbonateUsedG: roundToSixFigures(mol * molarMass('NaHCO3')),
        goesAfterS: roundToSixFigures(goesAfterS),
        pressureIfHeldKPa: roundToSixFigures(Math.min(heldKPa, 1e6)),
      },
      findings,
      working: [
        {
          label: 'Vinegar',
          arithmetic: `${formatNumber(acidML)} mL × ${formatNumber(acidPercentWV)} % / ${formatNumber(molarMass('C2H4O2'), 5)} g/mol = ${formatNumber(acid)} mol`,
          source: 'IUPAC weights',
        },
        {
          label: 'Soda',
          arithmetic: `${formatNumber(bicarbonateG)} g / ${formatNumber(molarMass('NaHCO3'), 5)} g/mol = ${formatNumber(soda)} mol`,
          source: 'IUPAC weights',
        },
        {
          label: 'Gas',
          arithmetic: `${formatNumber(mol)} mol = ${formatNumber(litres)} L`,
          source: `CH₃COOH + NaHCO₃ → CH₃COONa + H₂O + CO₂; ${R_SOURCE}`,
        },
        {
          label: 'If nothing let go',
          arithmetic: fits
            ? `${ATM_KPA} + nRT/${formatNumber(headL)} L = ${formatNumber(heldKPa)} kPa`
            : 'no room is left for gas',
          source: 'ideal gas',
        },
        {
          label: 'When it goes',
          arithmetic:
            goes && fits
              ? `−ln(1 − ${formatNumber(lidKPa)}/${formatNumber(heldKPa - ATM_KPA)})/${formatNumber(perSecond)} = ${formatNumber(goesAfterS)} s`
              : 'the lid does not let go',
          source: 'n(t) = n (1 − e^(−kt)); the lid lets go at its pressure',
        },
      ],
    };
  },
});
