import { Base } from './base.js';

export class Hive extends Base {}
