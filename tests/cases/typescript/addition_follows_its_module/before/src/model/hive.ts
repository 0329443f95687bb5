export interface Hive {
  name: string;
}

export interface Yard {
  place: string;
}
