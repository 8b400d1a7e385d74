export {
  insideRun,
  readRunEvent,
  eventVersion,
  type EventKind,
  type Happening,
  type RunEvent,
} from './events';
export { insideStores, insideTick, type StoresEvent, type TickEvent } from './stores-events';
export * from './fold';
export { attemptsTakeS, itemsOf, onStage, playedMs, type AttemptState, type ItemState } from './slices/stage';
export { ActionAsked, CauseFound, ChangeMade, Leftover, Note, type ActionState } from './slices/talk';
export * from './moves';
export * from './landing';
export * from './gates';
export * from './debrief';
