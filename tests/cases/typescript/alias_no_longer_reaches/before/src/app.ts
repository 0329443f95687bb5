import { Hive } from '@/models/hive';

export const hive = new Hive();
