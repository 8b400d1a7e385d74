import { CO2_PERCENT, OXYGEN_PERCENT } from '../../bench';
import { fix, rule, type Level } from '../../findings';
import { formatFigure } from '../../quantities';
import { airThrough, gasOf, type AirThen } from '../../safety';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** The air of the room over the whole show: all its demos together, whether or not they hold a calculator. */

/** What nobody has said of a room. From memory: a closed hall with its doors shut. */
const USUAL_ROOM_M3 = 150;
const AIR_CHANGES_PER_HOUR = 0.5;

interface BadAir {
  level: Level;
  at: number;
  itemId: string;
  message: string;
  percent: number;
  isAssumed: boolean;
}

function badAir(c: Context): BadAir[] {
  const { venue } = c.script.file;
  if (!venue.indoors) return [];
  const gas = gasOf(c.script, c.timetable, c.needs);
  const roomM3 = venue.roomM3 ?? USUAL_ROOM_M3;
  const air = airThrough(gas, { roomM3, airChangesPerHour: AIR_CHANGES_PER_HOUR });
  if (!air.length) return [];
  const found = (then: AirThen, level: Level, percent: number, message: string): BadAir => {
    const itemId = gas.filter((s) => s.fromS < then.atS).sort((a, b) => b.fromS - a.fromS)[0]!.itemId;
    return { level, at: then.atS, itemId, message, percent, isAssumed: venue.roomM3 === undefined };
  };
  const room = `${formatFigure(roomM3)} m³ with ${AIR_CHANGES_PER_HOUR} air changes an hour`;
  const leanest = air.reduce((a, b) => (b.oxygenPercent < a.oxygenPercent ? b : a));
  const fullest = air.reduce((a, b) => (b.co2Percent > a.co2Percent ? b : a));
  // Rounded towards danger: 19.46 % is not 19.5 %.
  const oxygen = Math.floor(10 * leanest.oxygenPercent) / 10;
  const co2 = Math.ceil(10 * fullest.co2Percent) / 10;
  const ofOxygen = `Oxygen falls to ${oxygen} % by ${c.clock(leanest.atS)}, all cryogens of the show in ${room}`;
  const ofCO2 = `Carbon dioxide rises to ${co2} % by ${c.clock(fullest.atS)}, all dry ice of the show in ${room}`;
  return [
    ...(leanest.oxygenPercent < OXYGEN_PERCENT.deficient
      ? [found(leanest, 'stop', oxygen, `${ofOxygen}: below ${OXYGEN_PERCENT.deficient} % nobody stays.`)]
      : leanest.oxygenPercent < OXYGEN_PERCENT.careful
        ? [found(leanest, 'caution', oxygen, `${ofOxygen}: doors open, and an oxygen meter.`)]
        : []),
    ...(fullest.co2Percent > CO2_PERCENT.short
      ? [found(fullest, 'stop', co2, `${ofCO2}: nobody breathes more than ${CO2_PERCENT.short} %.`)]
      : fullest.co2Percent > CO2_PERCENT.day
        ? [
            found(
              fullest,
              'caution',
              co2,
              `${ofCO2}, above the ${CO2_PERCENT.day} % of a working day: doors open.`,
            ),
          ]
        : []),
  ];
}

const air = rule<Context, BadAir, FindingCode>({
  id: 'air',
  level: ({ level }) => level,
  source: 'OSHA 29 CFR 1910.146 and NIOSH; one well-mixed room, ASHRAE Handbook—Fundamentals',
  findMatches: badAir,
  findPlace: ({ at, itemId }) => ({ at, itemId }),
  message: ({ message, isAssumed }, { script }) =>
    isAssumed
      ? `${message} That assumes ${USUAL_ROOM_M3} m³: set how much air ${script.file.venue.name} holds.`
      : message,
  numbers: ({ percent }) => ({ percent }),
  fixes: () => [
    fix('Use less, in a larger or better aired room; local rules and an oxygen meter come first'),
  ],
});

export const AIR_RULES = { air };
