import { Hive } from '@/models/hive';
import type { Hive as H } from 'src/models/hive';
import { Box } from '@models';

export const hives: H[] = [new Hive(), new Box()];
