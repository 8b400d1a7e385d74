export { isOfRoom } from './rooms';
export { Attempt, OUTCOMES, type Outcome, type Prediction, type RoomThen } from './attempt';
export { likelyCauses, withCause, type LikelyCause } from './causes';
export * from './learn';
export { levelsNext, withBest, withTrial } from './plan-trial';
export * from './season';
export { changedSincePlayed } from './since';
export * from './sum-up';
export { comparisons, trials, type Better, type Comparisons, type Trial, type TrialLevel } from './trials';
