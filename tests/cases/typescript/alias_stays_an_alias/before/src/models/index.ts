export * from './hive';
export { Hive as Box } from './hive';
