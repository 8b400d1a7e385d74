export * from './types';
export { BUDGET_STEPS } from './best';
export { plan, planSteps, type Plan, type PlanOptions, type PlanProgress } from './plan';
export { demoSpan, type DemoSpan, type SpanRow } from './span';
export { proposeOrder, type OrderMerits, type OrderProposal } from './reorder';
export { applyChange, setUpTiming, tidied, type Change, type ItemFields } from './change';
export { stepsTiming, wholeItem } from './durations';
