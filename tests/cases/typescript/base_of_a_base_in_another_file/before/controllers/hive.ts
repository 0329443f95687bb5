import Middle from './middle';
export class Hive extends Middle {}
