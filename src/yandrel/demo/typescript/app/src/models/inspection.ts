import { BaseModel } from './base-model.js';

export class Inspection extends BaseModel {
  constructor(public hive: number, public mites: number) {
    super();
  }

  get isWarning(): boolean {
    return this.mites > 3;
  }
}
