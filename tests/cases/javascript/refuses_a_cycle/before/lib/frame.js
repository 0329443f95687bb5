import { Base } from './base.js';

export class Frame extends Base {}
