import { AIR_O2_PERCENT } from '../bench';

/** Gas that goes into a room evenly between two moments, in seconds; `m3` of it in all. */
export interface GasSource {
  fromS: number;
  toS: number;
  m3: number;
  isCO2: boolean;
}

/** The air of a room at a moment, % by volume. */
export interface AirThen {
  atS: number;
  oxygenPercent: number;
  co2Percent: number;
}

/** Carbon dioxide in outdoor air, %. NOAA, 2024: 422 ppm. */
const OUTDOOR_CO2_PERCENT = 0.042;

/**
 * The air of one well-mixed room that is aired, at every moment at which it turns: when a source begins or ends. Each gas
 * drives out as much mixed air; airing brings in outdoor air. Between two such moments the shares go exponentially to
 * where they would settle, so that the least oxygen and the most carbon dioxide are at one of them.
 * Source: mass balance of a well-mixed zone (ASHRAE Handbook—Fundamentals, chapter 16).
 */
export function airThrough(
  sources: readonly GasSource[],
  { roomM3, airChangesPerHour }: { roomM3: number; airChangesPerHour: number },
): AirThen[] {
  const turns = [...new Set(sources.flatMap(({ fromS, toS }) => [fromS, toS]))].sort((a, b) => a - b);
  const aired = airChangesPerHour / 3600;
  let air = { oxygenPercent: AIR_O2_PERCENT, co2Percent: OUTDOOR_CO2_PERCENT };
  return turns.map((atS, i) => {
    const since = turns[i - 1];
    if (since !== undefined) {
      const on = sources.filter((s) => s.fromS <= since && s.toS > since);
      const perS = (list: readonly GasSource[]) =>
        list.reduce((sum, s) => sum + s.m3 / (s.toS - s.fromS), 0) / roomM3;
      const [all, co2] = [perS(on), perS(on.filter((s) => s.isCO2))];
      const turnover = all + aired;
      const after = (now: number, broughtIn: number) => {
        if (turnover === 0) return now;
        const settles = broughtIn / turnover;
        return settles + (now - settles) * Math.exp(-turnover * (atS - since));
      };
      air = {
        oxygenPercent: after(air.oxygenPercent, aired * AIR_O2_PERCENT),
        co2Percent: after(air.co2Percent, aired * OUTDOOR_CO2_PERCENT + 100 * co2),
      };
    }
    return { atS, ...air };
  });
}
