import type { Keeper } from '../models/keeper.js';
import { BaseRepository } from './base-repository.js';

class KeeperRepository extends BaseRepository<Keeper> {}

export const keepers = new KeeperRepository();
