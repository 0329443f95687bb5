/** A hive. */
export class Colony {}

/**
 * @param {Colony} hive one {@link Colony}
 * @param {Colony[]} more other hives
 */
export function weigh(hive: Colony, more: Colony[]): number {
  return more.length;
}
