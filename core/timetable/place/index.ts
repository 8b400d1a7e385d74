export { BUDGET_STEPS, type SearchProgress } from './best';
export { conflictSays, type Conflict } from './loosen';
export { place, placeSteps, type Placement, type PlaceOptions } from './place';
