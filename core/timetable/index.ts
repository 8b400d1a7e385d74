export * from './types';
export { plan, planSteps, type Plan, type PlanOptions, type PlanProgress } from './plan';
export { proposeOrder, type OrderMerits, type OrderProposal } from './reorder';
export { applyChange, setUpTiming, tidied, type Change, type ItemFields } from './change';
export { stepsTiming, wholeItem } from './durations';
