import type { Harvest } from '../models/harvest.js';
import { BaseRepository } from './base-repository.js';

class HarvestRepository extends BaseRepository<Harvest> {}

export const harvests = new HarvestRepository();
