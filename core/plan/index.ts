export { plan, planSteps, type Plan, type PlanOptions, type PlanProgress } from './plan';
export { assemble, type Library } from './assemble';
export {
  callSheets,
  callState,
  dayOf,
  type CallKind,
  type CallLine,
  type CallSheet,
  type CallState,
  type DayLine,
  placeOf,
} from './call-sheet';
export { handsSaid, othersDo } from './hands';
export { dueFor, type Due, type DueKind } from './due';
export { checksOf, prepCheckId, type Check } from './checks';
export { checksAhead, type ChecksAhead } from './checks-ahead';
export { explain } from './explain';
export { moved } from './moved';
export { demoSpan, type DemoSpan, type SpanRow } from './span';
export { proposeOrder, type OrderMerits, type OrderProposal } from './reorder';
export { SAFETY_CODES, type FindingCode, type PlanFinding } from './rules';
export { carriedCautions } from './carried';
export { allExpectedPictures, expectedPicturesAt, type ExpectedPicture } from './expected-pictures';
export { cautionsAt, labelsSaid, wornIn, wornSaid, type WornLine } from './worn';
export { clockOf } from './clock';
export { riskRows, type RiskRow } from './risk';
export { venueSheet, type VenueSheet } from './venue-sheet';
