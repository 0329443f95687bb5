export * from './frame';
export { Hive, type Weighed } from './hive';
