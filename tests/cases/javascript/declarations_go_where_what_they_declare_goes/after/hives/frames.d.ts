export interface Frame {
  side: string;
}
