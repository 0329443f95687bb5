/** Nobody knows where it belongs. */
export class OddsAndEnds {
  show(): string {
    return 'fair';
  }
}
