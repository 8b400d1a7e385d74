import { dewPointC, kelvin, vapourKPa } from './constants';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** (γ − 1)/γ of air, γ = 1.4. Handbooks. */
const EXPONENT = 0.286;

export const cloudJar = defineCalculator({
  id: 'cloud-jar',
  title: 'Cloud jar',
  question: 'Does a cloud form?',
  topic: 'air pressure',
  picture: ['fromKPa', 'coolsToC'],
  marks: { coolsToC: ['dewPointC'] },
  inputs: {
    temperatureC: knownInput('roomC', numberInput('Temperature', '°C', [-10, 45], 20)),
    humidityPercent: numberInput(
      'Humidity in the jar',
      '%',
      [1, 100],
      90,
      'With some water shaken about in it: 90 and more.',
    ),
    fromKPa: numberInput('From', 'kPa', [20, 400], 120),
    toKPa: numberInput('To', 'kPa', [10, 400], 101.325),
  },
  outputs: {
    coolsToC: { label: 'Cools to', unit: '°C' },
    coolsByK: { label: 'Cools by', unit: 'K' },
    dewPointC: { label: 'Dew point then', unit: '°C' },
    cloud: { label: 'A cloud forms', unit: '' },
  },
  work: ({ temperatureC, humidityPercent, fromKPa, toKPa }) => {
    const ratio = toKPa / fromKPa;
    const coolsToC = kelvin(temperatureC) * ratio ** EXPONENT - 273.15;
    const vapour = vapourKPa(temperatureC, humidityPercent);
    // Less air, less vapour: what there is of it spreads with the rest.
    const dew = dewPointC(temperatureC, vapour * Math.min(1, ratio));
    const cloud = ratio < 1 && coolsToC < dew;
    const findings: BenchFinding[] = [
      {
        level: 'note',
        message: 'It needs something to form on: a whiff of smoke from a match, put out in water.',
        always: true,
      },
    ];
    if (fromKPa > 202.65)
      findings.push({
        level: 'stop',
        message:
          'More than one atmosphere above the air’s pressure is not for a jar or a bottle: it may burst.',
      });
    else if (fromKPa > 150)
      findings.push({
        level: 'caution',
        message: 'Only in a bottle that is made for pressure; never in a jar of glass. Goggles.',
      });
    if (toKPa < 90)
      findings.push({
        level: 'caution',
        message: 'A jar under vacuum may fall in: a screen or goggles for everybody near.',
      });
    return {
      verdict: cloud
        ? `A cloud: it cools to ${formatNumber(coolsToC)} °C, below the dew point of ${formatNumber(dew)} °C.`
        : `No cloud: it cools to ${formatNumber(coolsToC)} °C, above the dew point of ${formatNumber(dew)} °C. Damper air, or a larger pop.`,
      ...(!cloud && { fails: 'Damper air in the jar, or a larger pop' }),
      outputs: {
        coolsToC: roundToSixFigures(coolsToC),
        coolsByK: roundToSixFigures(temperatureC - coolsToC),
        dewPointC: roundToSixFigures(dew),
        cloud,
      },
      findings,
      working: [
        {
          label: 'Cools to',
          arithmetic: `${formatNumber(kelvin(temperatureC), 5)} K × (${formatNumber(toKPa)}/${formatNumber(fromKPa)})^0.286 = ${formatNumber(kelvin(coolsToC), 5)} K`,
          source: 'adiabatic expansion of dry air; what condenses gives some back',
        },
        {
          label: 'Dew point then',
          arithmetic: `vapour ${formatNumber(vapour)} kPa × ${formatNumber(ratio)}: ${formatNumber(dew)} °C`,
          source: 'ASHRAE Handbook—Fundamentals 2017, by psychrolib',
        },
      ],
    };
  },
});
