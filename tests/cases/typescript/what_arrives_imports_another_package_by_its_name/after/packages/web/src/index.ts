export * from './page';
