export * from './units';
export * from './weights';
