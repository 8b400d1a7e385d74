export {
  insideRun,
  readRunEvent,
  eventVersion,
  type EventKind,
  tapOf,
  type Happening,
  type Recorded,
  type RunEvent,
} from './events';
export { insideStores, insideTick, type StoresEvent, type TickEvent } from './stores-events';
export * from './fold';
export {
  attemptsTakeS,
  incidentsOf,
  itemsOf,
  onStage,
  playedMs,
  taskKey,
  VOLUNTEER_CHANGES,
  type VolunteerChange,
  type Incident,
  type StageAttempt as AttemptState,
  type ItemState,
} from './slices/stage';
export {
  ActionAsked,
  CauseFound,
  Described,
  ChangeMade,
  Conditions,
  Leftover,
  Note,
  RunSummaryText,
  StruckOut,
  type ActionState,
} from './slices/talk';
export * from './roles';
export { runClock, slotEndS } from './slot';
export { SPEEDS, type Speed } from './slices/rehearsal';
export * from './trouble';
export * from './review';
export { hint, type Hint } from './guide';
export { benchOverTime, type BenchPeriod } from './bench-over-time';
export { benchSoFar, toldByVenue, type BenchSoFar } from './foretold';
export * from './moves';
export { changeOptions, type ChangeOption } from './change-options';
export * from './cue';
export { lateWork, neverBegun, untickedWork, type StageWork, type UntickedWork } from './late-work';
export * from './dose';
export * from './stage-words';
export { askGuest, volunteersNow, type Volunteers } from './volunteers';
export { readingOf, unread, type ReadingAsked } from './readings';
export * from './played';
export { heldBy, OVERRIDES } from './interlock';
export { announced, likelyStarts, showClockS, slotLeftS, type Announced } from './views/ahead';
export { crewLines, cuesOf, isDoneInRun, type CrewLine, type StepCue } from './views/crew';
export * from './landing';
export { costUsed, leftOut } from './sum';
export * from './gates';
export { causesOf } from './causes';
export { isClickedThrough } from './click-through';
export * from './debrief';
export { remarksOf, type Remark } from './remarks';
export { inRoomOf, roomOf, type RoomOf } from './room';
