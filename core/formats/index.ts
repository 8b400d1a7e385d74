export * from './show-file';
