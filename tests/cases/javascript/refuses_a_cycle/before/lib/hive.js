import { Frame } from './frame.js';

export class Hive extends Frame {}
