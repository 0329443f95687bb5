import { Hive } from './models/hive.js';

const late = () => import('./models/hive.js');

export type Late = import('./models/hive.js').Hive;

export { Hive, late };
