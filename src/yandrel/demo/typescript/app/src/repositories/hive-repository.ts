import type { Hive } from '../models/hive.js';
import { BaseRepository } from './base-repository.js';

class HiveRepository extends BaseRepository<Hive> {}

export const hives = new HiveRepository();
