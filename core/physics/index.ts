export * from './cryogens';
export * from './molar-mass';
export * from './solutions';
