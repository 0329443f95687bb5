export interface Hive {
  name: string;
  weight: number;
}
