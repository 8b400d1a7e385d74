import type { Timing } from '../show';

/** The standard normal's density. */
const density = (z: number) => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);

/**
 * Mean and variance of a length whose three figures are its 10 %, 50 % and 90 % points, log-normal on either side, by
 * Simpson's rule over the normal's density. Seconds, seconds².
 */
export function momentsOf({ bestS, likelyS, worstS }: Timing): { meanS: number; varianceS2: number } {
  const at = (z: number) =>
    likelyS * Math.exp((z / 1.2815515655) * (z < 0 ? Math.log(likelyS / bestS) : Math.log(worstS / likelyS)));
  const [steps, from, to] = [4000, -8, 8];
  const h = (to - from) / steps;
  const area = (of: (z: number) => number) => {
    let sum = 0;
    for (let i = 0; i <= steps; i++) {
      const z = from + i * h;
      sum += of(z) * density(z) * (i === 0 || i === steps ? 1 : i % 2 ? 4 : 2);
    }
    return (sum * h) / 3;
  };
  const meanS = area(at);
  return { meanS, varianceS2: area((z) => (at(z) - meanS) ** 2) };
}
