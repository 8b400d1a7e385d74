export { attemptsOutcomes, expectedAttempts, oddsForGood, type AttemptsOutcome } from './attempts';
export { pertMoments, PertTime } from './pert';
export { simulate, type Part } from './simulate';
export {
  band,
  forecast,
  landing,
  outcomesOf,
  partOf,
  shareUpTo,
  type Band,
  type Bands,
  type ItemBand,
  type Landing,
} from './forecast';
