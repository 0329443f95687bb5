import { Frame } from '../models/frame';
import { FRAMES } from '../models/hive';

/** A hive. */
export class Hive {
  frames: Frame[] = new Array(FRAMES);
}
