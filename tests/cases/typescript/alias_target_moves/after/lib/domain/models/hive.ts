export class Hive {}
