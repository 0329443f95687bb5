export interface Queen {
  id: number;
}
