import { Hive } from '@/hives/hive';
import type { Hive as H } from 'src/hives/hive';
import { Box } from '@models';

export const hives: H[] = [new Hive(), new Box()];
