export * from './action';
export { roomM3Of } from './air-volume';
export * from './demo';
export { GHS, GHS_CODES, GHS_WORDS, signalWord, type GhsCode } from './ghs';
export { HAZARD_FACTS, missingControls, usualCautions } from './hazards';
export * from './picture';
export * from './room';
export * from './show';
export * from './good';
export * from './venue';
export { SHOW_FORMAT, SHOW_VERSION } from './version';
export { SUPPLIERS, type Supplier } from './suppliers';
export * from './problem';
export * from './validate';
export { missing, namesOf, needed, withDocumentRefs, withoutGone } from './refs';
export type { Ref, RefKind } from './references';
export * from './blank';
export { copyOf } from './copy';
export { upgradeDocument, upgradeShowFile } from './upgrade';
export {
  applyChange,
  changeShow,
  isAbout,
  make,
  patchShow,
  setUpTiming,
  type Change,
  type Changed,
  type ItemFields,
  type Patch,
} from './change';
export { changesSaid } from './said';
export { differences, type Difference, type Wording } from './differ';
export {
  broughtIn,
  canonical,
  incoming,
  LIBRARY_FORMAT,
  LIBRARY_VERSION,
  LibraryFile,
  libraryFileOf,
  picturesOf,
  readLibraryFile,
  type Incoming,
} from './library-file';
