export class HiveService {}
