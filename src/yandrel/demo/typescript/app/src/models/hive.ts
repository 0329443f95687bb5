import { BaseModel } from './base-model.js';

export class Hive extends BaseModel {
  constructor(public place: string, public frames: number, public keeper: number | null) {
    super();
  }
}
