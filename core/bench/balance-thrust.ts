import { G } from './constants';
import { defineCalculator, numberInput, roundToSixFigures, formatNumber } from './define';

export const balanceThrust = defineCalculator({
  id: 'balance-thrust',
  title: 'Thrust on a balance',
  question: 'How hard does it push?',
  topic: 'gases from reactions',
  picture: ['readingG', 'thrustN'],
  scene: ({ readingG, massKg }) => ({
    kind: 'bars',
    unit: 'N',
    bars: [
      { label: 'thrust', value: (readingG / 1000) * G },
      { label: 'weight', value: massKg * G },
    ],
  }),
  inputs: {
    readingG: numberInput(
      'Reading of the balance',
      'g',
      [0, 50_000],
      600,
      'The largest it shows beyond what stood on it.',
    ),
    massKg: numberInput('Mass that is pushed', 'kg', [0.001, 200], 0.5),
  },
  outputs: {
    thrustN: { label: 'Thrust', unit: 'N' },
    thrustToWeight: { label: 'Thrust to weight', unit: '' },
    accelerationMS2: { label: 'Acceleration upwards', unit: 'm/s²' },
  },
  work: ({ readingG, massKg }) => {
    const thrustN = (readingG / 1000) * G;
    const ratio = thrustN / (massKg * G);
    return {
      verdict:
        ratio > 1
          ? `It pushes with ${formatNumber(thrustN)} N and lifts itself: ${formatNumber(ratio)} times its weight.`
          : `It pushes with ${formatNumber(thrustN)} N, ${formatNumber(ratio)} times its weight: it does not lift off.`,
      outputs: {
        thrustN: roundToSixFigures(thrustN),
        thrustToWeight: roundToSixFigures(ratio),
        accelerationMS2: roundToSixFigures(Math.max(0, (thrustN - massKg * G) / massKg)),
      },
      findings:
        ratio > 1
          ? [
              {
                level: 'caution',
                message: 'It flies: outdoors or on a wire, nobody in line with it, goggles on.',
              },
            ]
          : [],
      working: [
        {
          label: 'Thrust',
          arithmetic: `${formatNumber(readingG)} g × 9.80665 m/s² = ${formatNumber(thrustN)} N`,
          source: 'F = m g',
        },
        {
          label: 'To weight',
          arithmetic: `${formatNumber(thrustN)} / (${formatNumber(massKg)} × 9.80665) = ${formatNumber(ratio)}`,
          source: 'F/(m g)',
        },
      ],
    };
  },
});
