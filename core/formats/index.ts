export * from './show-file';
export * from './assemble';
export type * from './answers';
