import {
  CO2_PERCENT,
  ENRICHED_PERCENT,
  HYDROGEN_PERCENT,
  MOST_HYDROGEN_L,
  OXYGEN_PERCENT,
} from '../../bench';
import { fix, rule, type Level } from '../../findings';
import { formatFigure } from '../../quantities';
import { airOf, hydrogenL, type AirThen } from '../../safety';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** The air of the room over the whole show: all its demos together, whether or not they hold a calculator. */

interface BadAir {
  level: Level;
  at: number;
  itemId: string;
  message: string;
  percent: number;
  /** What nobody has measured. */
  assumed: string[];
  isFinal: boolean;
}

function badAir(c: Context): BadAir[] {
  const { venue } = c.script.file;
  const { air, gas, room } = airOf(c.script, c.timetable, c.needs);
  if (!venue.indoors || !air.length) return [];
  const { isAssumed, assumed } = room;
  const found = (then: AirThen, level: Level, percent: number, message: string, isFinal = false): BadAir => {
    const itemId = gas.filter((s) => s.fromS < then.atS).sort((a, b) => b.fromS - a.fromS)[0]!.itemId;
    return { level, at: then.atS, itemId, message, percent, assumed, isFinal: isFinal && !isAssumed };
  };
  const extreme = (of: (air: AirThen) => number) => air.reduce((a, b) => (of(b) > of(a) ? b : a));
  const leanest = extreme((a) => -a.oxygenPercent);
  const richest = extreme((a) => a.oxygenPercent);
  const fullest = extreme((a) => a.co2Percent);
  const lightest = extreme((a) => a.hydrogenPercent);
  // Rounded towards danger: 19.46 % is not 19.5 %.
  const down = (percent: number) => Math.floor(10 * percent) / 10;
  const up = (percent: number) => Math.ceil(10 * percent) / 10;
  const there = `all of the show in ${formatFigure(Math.round(room.roomM3))} m³ with ${formatFigure(room.airChangesPerHour)} air changes per hour`;
  const oxygen = down(leanest.oxygenPercent);
  const co2 = up(fullest.co2Percent);
  const hydrogen = up(lightest.hydrogenPercent);
  const ofOxygen = `Oxygen falls to ${oxygen} % by ${c.clock(leanest.atS)}, ${there}`;
  const ofCO2 = `Carbon dioxide rises to ${co2} % by ${c.clock(fullest.atS)}, ${there}`;
  const cold = gas.some((g) => g.isCold) ? ' Near the floor, and at the pour, there is less than that.' : '';
  const list: BadAir[] = [];
  if (leanest.oxygenPercent < OXYGEN_PERCENT.deficient)
    list.push(
      found(
        leanest,
        'stop',
        oxygen,
        `${ofOxygen}: below ${OXYGEN_PERCENT.deficient} % nobody stays.${cold}`,
        true,
      ),
    );
  else if (leanest.oxygenPercent < OXYGEN_PERCENT.careful)
    list.push(found(leanest, 'caution', oxygen, `${ofOxygen}: doors open, and an oxygen meter.${cold}`));
  if (richest.oxygenPercent > ENRICHED_PERCENT)
    list.push(
      found(
        ...([richest, 'stop', up(richest.oxygenPercent)] as const),
        `Oxygen rises to ${up(richest.oxygenPercent)} % by ${c.clock(richest.atS)}, ${there}: above ${ENRICHED_PERCENT} % everything burns faster.`,
      ),
    );
  if (fullest.co2Percent > CO2_PERCENT.short)
    list.push(found(fullest, 'stop', co2, `${ofCO2}: nobody breathes more than ${CO2_PERCENT.short} %.`));
  else if (fullest.co2Percent > CO2_PERCENT.day)
    list.push(
      found(
        fullest,
        'caution',
        co2,
        `${ofCO2}, above the ${CO2_PERCENT.day} % of a working day: doors open.`,
      ),
    );
  if (lightest.hydrogenPercent > HYDROGEN_PERCENT)
    list.push(
      found(
        ...([lightest, 'stop', hydrogen] as const),
        `Hydrogen rises to ${hydrogen} % by ${c.clock(lightest.atS)}, ${there}: more than a quarter of what burns in air.`,
      ),
    );
  return list;
}

const air = rule<Context, BadAir, FindingCode>({
  id: 'air',
  level: ({ level }) => level,
  source: 'OSHA 29 CFR 1910.146 and NIOSH; one well-mixed room, ASHRAE Handbook—Fundamentals',
  findMatches: badAir,
  findPlace: ({ at, itemId }) => ({ at, itemId }),
  message: ({ message, assumed }, { script }) =>
    assumed.length
      ? `${message} This assumes ${assumed.join(' and ')}. Measure ${script.file.venue.name} and enter the figures.`
      : message,
  isFinal: ({ isFinal }) => isFinal,
  numbers: ({ percent }) => ({ percent }),
  fixes: () => [
    fix('Use less, in a larger or better aired room; local rules and an oxygen meter come first'),
  ],
});

/** Each item may be within its limit, and the show not. */
const hydrogen = rule<Context, { itemId: string; at: number; litres: number }, FindingCode>({
  id: 'air',
  level: 'stop',
  source: 'from memory; local rules come first',
  findMatches: (c) => {
    const made = c.items
      .map((scripted) => {
        const item = c.planned(scripted.item.id);
        return { item, litres: hydrogenL(scripted, (item.endS - item.startS) / 60) };
      })
      .filter(({ litres }) => litres > 0);
    const litres = made.reduce((sum, one) => sum + one.litres, 0);
    const last = made.at(-1);
    // One item by itself is its calculator's to judge.
    return made.length > 1 && litres > MOST_HYDROGEN_L
      ? [{ itemId: last!.item.itemId, at: last!.item.startS, litres }]
      : [];
  },
  findPlace: ({ itemId, at }) => ({ itemId, at }),
  message: ({ litres }) =>
    `All items together make or burn ${formatFigure(Math.round(10 * litres) / 10)} L of hydrogen: no more than ${MOST_HYDROGEN_L} L in a hall.`,
  numbers: ({ litres }) => ({ litres }),
  fixes: () => [fix('Make less, or play one of them another day')],
});

export const AIR_RULES = { air, hydrogen };
