export * from './cryogens';
export * from './solutions';
