export * from './types';
export { latestTimes } from './network';
export {
  askIn,
  askToStay,
  bannedAt,
  bringKit,
  mayDo,
  REASONS,
  told,
  unlock,
  workOf,
  type Told,
  type WhyKind,
  type Work,
  type WorkLink,
} from './work';
export {
  BUDGET_STEPS,
  conflictSays,
  place,
  type BrokenLimit,
  placeSteps,
  reasonAt,
  type Conflict,
  type Placement,
  type PlaceOptions,
  type SearchProgress,
} from './place';
