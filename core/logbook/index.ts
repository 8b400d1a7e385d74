export * from './reliability';
export { Attempt, OUTCOMES, type Outcome } from './attempt';
export { likelyCauses, type LikelyCause } from './causes';
export * from './learn';
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
