import { BaseModel } from './base-model.js';

export class Keeper extends BaseModel {
  constructor(public name: string) {
    super();
  }
}
