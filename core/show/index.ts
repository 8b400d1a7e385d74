export * from './demo';
export * from './show';
export * from './problem';
export * from './validate';
export { missing, namesOf, needed, withDocumentRefs, withoutGone } from './refs';
export type { Ref, RefKind } from './references';
export * from './blank';
export { applyChange, setUpTiming, tidied, type Change, type ItemFields } from './change';
