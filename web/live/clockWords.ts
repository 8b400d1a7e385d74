/** Minutes and seconds as on a clock: "7:05", and "+2:10" over. */
export function clockWords(s: number): string {
  const whole = Math.floor(Math.abs(s));
  return `${s < 0 ? '+' : ''}${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** Odds as a share; nothing that was drawn from luck is certain. */
export const oddsWords = (odds: number): string =>
  odds > 0.99 ? '> 99 %' : odds < 0.01 ? '< 1 %' : `${Math.round(100 * odds)} %`;
