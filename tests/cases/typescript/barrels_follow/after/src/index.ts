export { Hive } from './hives/hive';
export * from './models/hive';
