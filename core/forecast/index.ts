export {
  attemptsOutcomes,
  expectedAttempts,
  goingOn,
  oddsAt,
  oddsForGood,
  Rate,
  type AttemptsOutcome,
} from './attempts';
export { LengthTime } from './length';
export { outcomeS, simulate, type Part } from './simulate';
export {
  band,
  forecast,
  forecastSteps,
  landing,
  furtherOf,
  outcomesOf,
  sharedRates,
  partOf,
  paceSdOf,
  widened,
  widenedReplay,
  shareUpTo,
  USUAL_PACE_SD,
  type Band,
  type Bands,
  type ForecastProgress,
  type ItemBand,
  type Landing,
} from './forecast';
export {
  leastCuts,
  nearestCuts,
  sureCuts,
  inTurn,
  WISHED_ODDS,
  withoutWaits,
  type Cuts,
  type Replay,
} from './cuts';
