export * from './scale';
