export * from './stream/types';
export * from './scale';
