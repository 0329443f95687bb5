import { Hive } from './models';
import { FRAMES, Hive as Box } from './models/hive';
import * as models from './models/hive';

export const all = [new Hive(), new Box(), new models.Hive(), models.FRAMES, FRAMES];
