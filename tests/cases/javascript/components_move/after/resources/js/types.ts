export interface Hive { id: number }
