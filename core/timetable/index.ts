export * from './types';
export { latestTimes } from './network';
export { bannedAt, mayDo, workOf, type Work, type WorkLink } from './work';
export {
  BUDGET_STEPS,
  conflictSays,
  place,
  placeSteps,
  type Conflict,
  type Placement,
  type PlaceOptions,
  type SearchProgress,
} from './place';
