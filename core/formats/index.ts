export * from './show-file';
export * from './assemble';
