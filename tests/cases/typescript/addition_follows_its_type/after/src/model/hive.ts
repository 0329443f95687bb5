export interface Yard {
  place: string;
}
