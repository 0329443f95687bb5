import { Hive } from '../models/hive.js';

/** Says which hives have frames. */
export class FrameValidator {
  fits(one: unknown): boolean {
    return one instanceof Hive;
  }
}
