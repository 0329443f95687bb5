import { type Hives } from './hive';
import Hive from './hives/hive';

export const hives: Hives = [new Hive({ hives: [] })];
