export interface Hive {
  name: string;
}
