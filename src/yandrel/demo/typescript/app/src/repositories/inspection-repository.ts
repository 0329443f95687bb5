import type { Inspection } from '../models/inspection.js';
import { BaseRepository } from './base-repository.js';

class InspectionRepository extends BaseRepository<Inspection> {}

export const inspections = new InspectionRepository();
