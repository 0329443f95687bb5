/** A hive. */
export class Hive {}

/**
 * @param {Hive} hive one {@link Hive}
 * @param {Hive[]} more other hives
 */
export function weigh(hive: Hive, more: Hive[]): number {
  return more.length;
}
