export * from './frame';
export { Hive } from '../hives/hive';
export { type Weighed } from './hive';
