export * from './types';
export { plan, type Plan, type PlanOptions } from './plan';
export { applyChange } from './change';
export { stepsTiming, wholeItem } from './durations';
