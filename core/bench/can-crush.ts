import { molarMass } from '../physics';
import { ATM_KPA, gasL, kelvin, saturatedKPa, WATER_J_PER_G_K } from './constants';
import { defineCalculator, numberInput, roundToSixFigures, formatNumber, type BenchFinding } from './define';

/** Heat of vaporisation of water at 100 °C, J/g. CRC Handbook. */
const STEAM_J_PER_G = 2257;
/** A bath warmer than this holds the can up by its own vapour, °C. Common practice. */
const WARM_BATH_C = 40;
/** The water one begins with, °C. Common practice: from the tap of a hall. */
const TAP_C = 20;

const steamGrams = ({
  waterML,
  powerW,
  secondsOfSteam,
}: Record<'waterML' | 'powerW' | 'secondsOfSteam', number>) =>
  Math.min(waterML, (powerW * secondsOfSteam) / STEAM_J_PER_G);

export const canCrush = defineCalculator({
  id: 'can-crush',
  title: 'Crushed can',
  question: 'When is it full of steam, and is there water left?',
  topic: 'air pressure',
  picture: ['secondsOfSteam', 'pressureDropKPa'],
  scene: (v) => ({
    kind: 'vessel',
    vesselL: v.canML / 1000,
    layers: [{ label: 'water left', litres: (v.waterML - steamGrams(v)) / 1000 }],
  }),
  inputs: {
    waterML: numberInput('Water in the can', 'mL', [1, 100], 15),
    powerW: numberInput(
      'Heat that gets in',
      'W',
      [10, 2000],
      100,
      'A camping burner gives a can 100 to 300 W. From memory; measure yours by when it boils.',
    ),
    canML: numberInput('Can', 'mL', [100, 1000], 340),
    secondsOfSteam: numberInput('Seconds of steam', 's', [0, 600], 80),
    bathC: numberInput('Bath', '°C', [0, 60], 15),
  },
  outputs: {
    boilsAfterS: { label: 'Boils after', unit: 's' },
    waterLeftML: { label: 'Water left', unit: 'mL' },
    pressureDropKPa: { label: 'Pressure drop when quenched', unit: 'kPa' },
    airLeftPercent: { label: 'Air left in it', unit: '%' },
  },
  work: ({ waterML, powerW, canML, secondsOfSteam, bathC }) => {
    const boilsAfterS = (waterML * WATER_J_PER_G_K * (100 - TAP_C)) / powerW;
    const steamG = steamGrams({ waterML, powerW, secondsOfSteam });
    const waterLeftML = waterML - steamG;
    const roomL = Math.max(0.01, (canML - waterML) / 1000);
    const air = Math.exp(-gasL(steamG / molarMass('H2O'), 100) / roomL);
    const quenchedKPa = (air * ATM_KPA * kelvin(bathC)) / kelvin(100) + saturatedKPa(bathC);
    const dropKPa = Math.max(0, ATM_KPA - quenchedKPa);
    const findings: BenchFinding[] = [
      {
        level: 'caution',
        message:
          'Tongs, goggles, sleeves tied back; the can and its steam scald. Never close a can that holds steam.',
        always: true,
      },
    ];
    if (waterLeftML < 2)
      findings.push({
        level: 'stop',
        message: 'It boils dry: the can burns through and there is no steam. More water, or less time.',
      });
    if (bathC > WARM_BATH_C)
      findings.push({
        level: 'note',
        message: 'The bath is warm: its own vapour holds the can up. Take it cold.',
      });
    return {
      verdict: `It boils after ${formatNumber(boilsAfterS, 2)} s; after ${formatNumber(secondsOfSteam)} s of steam ${formatNumber(waterLeftML, 2)} mL are left, and the bath takes ${formatNumber(dropKPa, 2)} kPa off it.`,
      limits: [{ what: 'Temperature of the bath', unit: '°C', max: WARM_BATH_C }],
      outputs: {
        boilsAfterS: roundToSixFigures(boilsAfterS),
        waterLeftML: roundToSixFigures(waterLeftML),
        pressureDropKPa: roundToSixFigures(dropKPa),
        airLeftPercent: roundToSixFigures(100 * air),
      },
      findings,
      working: [
        {
          label: 'To the boil',
          arithmetic: `${formatNumber(waterML)} g × 4.18 × 80 K / ${formatNumber(powerW)} W = ${formatNumber(boilsAfterS)} s`,
          source: 'specific heat of water, CRC Handbook',
        },
        {
          label: 'Steam',
          arithmetic: `${formatNumber(powerW)} W × ${formatNumber(secondsOfSteam)} s / 2257 J/g = ${formatNumber(steamG)} g`,
          source: 'heat of vaporisation, CRC Handbook',
        },
        {
          label: 'Air left',
          arithmetic: `e^(−V_steam/V_can) = ${formatNumber(100 * air)} %`,
          source: 'well mixed',
        },
        {
          label: 'Quenched',
          arithmetic: `${ATM_KPA} − (${formatNumber(quenchedKPa)}) = ${formatNumber(dropKPa)} kPa`,
          source: 'ideal gas; vapour pressure of water, ASHRAE Handbook',
        },
      ],
    };
  },
});
