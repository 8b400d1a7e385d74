import { defineCalculator, choiceInput, numberInput, roundToSixFigures, formatNumber } from './define';

/** Resistivity at 20 °C, nΩ m; brass of 63 % copper. CRC Handbook. */
const METALS = { copper: 16.8, aluminium: 26.5, brass: 62, lead: 208 } as const;
type Metal = keyof typeof METALS;
const NAMES = Object.keys(METALS) as [Metal, ...Metal[]];
/** The formula is of plates that are thin beside the magnet, mm. Common practice. */
const THIN_MM = 10;

export const magnetSlide = defineCalculator({
  id: 'magnet-slide',
  title: 'Magnet on metal',
  question: 'In which order do they come down?',
  topic: 'magnetism',
  scene: ({ knownMetal, knownTimeS }) => ({
    kind: 'bars',
    unit: 's',
    bars: NAMES.map((metal) => ({ label: metal, value: (knownTimeS * METALS[knownMetal]) / METALS[metal] })),
  }),
  inputs: {
    thicknessMM: numberInput(
      'Thickness of the plates',
      'mm',
      [0.1, 50],
      6,
      'The same of all; twice as thick slides half as fast.',
    ),
    knownMetal: choiceInput('Measured on', NAMES),
    knownTimeS: numberInput('Its time', 's', [0.1, 120], 8),
  },
  outputs: {
    order: { label: 'Slowest to fastest', unit: '' },
    times: { label: 'Times', unit: 's' },
    timesAtTwice: { label: 'Times on plates twice as thick', unit: 's' },
  },
  work: ({ thicknessMM, knownMetal, knownTimeS }) => {
    const time = (metal: Metal) => roundToSixFigures((knownTimeS * METALS[knownMetal]) / METALS[metal]);
    const order = [...NAMES].sort((a, b) => METALS[a] - METALS[b]);
    const times = Object.fromEntries(order.map((metal) => [metal, time(metal)]));
    return {
      verdict: `Slowest to fastest: ${order.map((m) => `${m} ${formatNumber(time(m), 2)} s`).join(', ')}.`,
      outputs: { order, times, timesAtTwice: Object.fromEntries(order.map((m) => [m, 2 * time(m)])) },
      findings: [
        {
          level: 'caution',
          message: 'Strong magnets pinch, and stop pacemakers: keep them from heart devices and cards.',
          always: true,
        },
        ...(thicknessMM > THIN_MM
          ? [
              {
                level: 'note' as const,
                message: `Extrapolated: plates thicker than ${THIN_MM} mm brake less than this says.`,
              },
            ]
          : []),
        {
          level: 'note',
          message:
            'Only while it slides at its end speed: on the quickest the magnet still speeds up, and takes longer than this.',
        },
      ],
      working: [
        {
          label: 'Time',
          arithmetic: `${formatNumber(knownTimeS)} s × ${METALS[knownMetal]} nΩ m / resistivity`,
          source: 'end speed ∝ resistivity/thickness; CRC Handbook, 20 °C',
        },
      ],
    };
  },
});
