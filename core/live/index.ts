export { checkEvent, EVENT_KINDS, inOrder, type EventKind, type Happening, type RunEvent } from './events';
export * from './fold';
export * from './moves';
export * from './landing';
export * from './gates';
export * from './debrief';
