export { BUDGET_STEPS, type SearchProgress } from './best';
export { conflictSays, type Conflict } from './contradiction';
export { place, placeSteps, type Placement, type PlaceOptions } from './place';
