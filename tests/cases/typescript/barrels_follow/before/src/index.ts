export * from './models/hive';
