export * from './hive';
