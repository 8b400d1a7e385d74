export { isOfRoom } from './rooms';
export { Attempt, OUTCOMES, type Outcome, type Prediction, type RoomThen } from './attempt';
export { knownSymptom, likelyCauses, symptomKey, withCause, type LikelyCause } from './causes';
export * from './learn';
export { likelyRange } from './likely-range';
export { levelsNext, withBest, withTrial } from './plan-trial';
export { paceOf, showPace, type ShowPace } from './pace';
export * from './season';
export { changedSincePlayed } from './since';
export * from './sum-up';
export {
  calibrationOf,
  calibrationSays,
  type Calibration,
  type EndForecast,
  type GradedForecast,
} from './grading';
export { comparisons, trials, type Comparisons, type ReadingOf, type Trial, type TrialLevel } from './trials';
