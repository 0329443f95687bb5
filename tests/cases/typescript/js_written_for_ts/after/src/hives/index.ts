import { Base } from '../models/base.js';

export class Hive extends Base {}
