import { BaseModel } from './base-model.js';
import { worth } from '../ledger.js';
import { gradeOf } from '../services/harvest-service.js';

export class Harvest extends BaseModel {
  constructor(public hive: number, public day: Date, public weight: number) {
    super();
  }

  get grade(): string {
    return gradeOf(this.weight);
  }

  get worth(): number {
    return worth(this.grade, this.weight);
  }
}
