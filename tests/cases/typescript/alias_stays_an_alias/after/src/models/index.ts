export * from '../hives/hive';
export { Hive as Box } from '../hives/hive';
