export * from './types';
export { latestTimes } from './network';
export {
  askIn,
  askToStay,
  bannedAt,
  bringKit,
  linksAfter,
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
  leastTrouble,
  place,
  type BrokenLimit,
  placeSteps,
  reasonAt,
  resetId,
  type Conflict,
  type Placement,
  type PlaceOptions,
  type SearchProgress,
} from './place';
