/** Says what is a day. */
export class DayValidator {
  show(): string {
    return 'fair';
  }
}
