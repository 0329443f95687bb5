import { one } from '@models';
import { Hive } from '@/models/hive';

export default [one, Hive];
