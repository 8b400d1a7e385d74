export type { SearchProgress } from './best';
export { conflictSays, type Conflict } from './loosen';
export { reasonAt } from './reasons';
export {
  BUDGET_STEPS,
  leastTrouble,
  place,
  placeSteps,
  type BrokenLimit,
  type Placement,
  type PlaceOptions,
  resetId,
} from './place';
