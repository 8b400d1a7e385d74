export { attemptsOutcomes, expectedAttempts, oddsForGood, type AttemptsOutcome } from './attempts';
export { pertMoments, PertTime } from './pert';
export { simulate, type Part } from './simulate';
export {
  band,
  forecast,
  forecastSteps,
  landing,
  outcomesOf,
  partOf,
  shareUpTo,
  type Band,
  type Bands,
  type ForecastProgress,
  type ItemBand,
  type Landing,
} from './forecast';
export { leastCuts, WISHED_ODDS, type Cuts } from './cuts';
