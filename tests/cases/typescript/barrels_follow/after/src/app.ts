import { Hive as Box, Hive } from './hives/hive';
import { Hive } from './models';
import { FRAMES } from './models/hive';
import * as models from './models/hive';

export const all = [new Hive(), new Box(), new Hive(), models.FRAMES, FRAMES];
