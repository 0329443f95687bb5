import { one } from '@models';
import { Hive } from '../lib/domain/models/hive';

export default [one, Hive];
