export * from './reliability';
export { isOfRoom, type TriedIn } from './rooms';
export { Attempt, OUTCOMES, type Outcome } from './attempt';
export { likelyCauses, withCause, type LikelyCause } from './causes';
export * from './learn';
export { levelsNext, withBest, withTrial } from './plan-trial';
export * from './season';
export { changedSincePlayed, type SinceLine } from './since';
export * from './sum-up';
export {
  comparisons,
  trials,
  type Better,
  type Comparisons,
  type Trial,
  type TrialLevel,
  type Tried,
} from './trials';
