import { AIR_O2_PERCENT } from '../bench';

/**
 * Something that changes the air of a room evenly between two moments, in seconds: `m3` of gas that comes in, of which
 * `oxygen`, `co2` and `hydrogen` are shares from 0 to 1. What burns brings in nothing: it turns `burntO2M3` of the room's
 * oxygen into `burntCO2M3` of carbon dioxide.
 */
export interface GasSource {
  fromS: number;
  toS: number;
  m3: number;
  oxygen?: number;
  co2?: number;
  hydrogen?: number;
  burntO2M3?: number;
  burntCO2M3?: number;
}

/** The air of a room at a moment, % by volume. */
export interface AirThen {
  atS: number;
  oxygenPercent: number;
  co2Percent: number;
  hydrogenPercent: number;
}

/** Carbon dioxide in outdoor air, %. NOAA, 2024: 422 ppm. */
const OUTDOOR_CO2_PERCENT = 0.042;

/**
 * The air of one well-mixed room that is aired, at every moment at which it turns: when a source begins or ends. Each gas
 * drives out as much mixed air; airing brings in outdoor air. Between two such moments the shares go exponentially to
 * where they would settle, so that the least oxygen and the most of each gas are at one of them.
 * Source: mass balance of a well-mixed zone (ASHRAE Handbook—Fundamentals, chapter 16).
 */
export function airThrough(
  sources: readonly GasSource[],
  { roomM3, airChangesPerHour }: { roomM3: number; airChangesPerHour: number },
): AirThen[] {
  const turns = [...new Set(sources.flatMap(({ fromS, toS }) => [fromS, toS]))].sort((a, b) => a - b);
  const aired = airChangesPerHour / 3600;
  let air = { oxygenPercent: AIR_O2_PERCENT, co2Percent: OUTDOOR_CO2_PERCENT, hydrogenPercent: 0 };
  return turns.map((atS, i) => {
    const since = turns[i - 1];
    if (since !== undefined) {
      const on = sources.filter((s) => s.fromS <= since && s.toS > since);
      // Room volumes a second of what each source brings in or uses up.
      const perS = (of: (source: GasSource) => number) =>
        on.reduce((sum, s) => sum + of(s) / (s.toS - s.fromS), 0) / roomM3;
      const turnover = perS((s) => s.m3) + aired;
      const after = (now: number, outdoors: number, of: (source: GasSource) => number) => {
        const broughtIn = aired * outdoors + 100 * perS(of);
        if (turnover === 0) return Math.max(0, now + broughtIn * (atS - since));
        const settles = broughtIn / turnover;
        return Math.max(0, settles + (now - settles) * Math.exp(-turnover * (atS - since)));
      };
      air = {
        oxygenPercent: after(
          air.oxygenPercent,
          AIR_O2_PERCENT,
          ({ m3, oxygen = 0, burntO2M3 = 0 }) => m3 * oxygen - burntO2M3,
        ),
        co2Percent: after(
          air.co2Percent,
          OUTDOOR_CO2_PERCENT,
          ({ m3, co2 = 0, burntCO2M3 = 0 }) => m3 * co2 + burntCO2M3,
        ),
        hydrogenPercent: after(air.hydrogenPercent, 0, ({ m3, hydrogen = 0 }) => m3 * hydrogen),
      };
    }
    return { atS, ...air };
  });
}
