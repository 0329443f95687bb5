import { Hive } from './hives/index.js';

const late = () => import('./hives/index.js');

export type Late = import('./hives/index.js').Hive;

export { Hive, late };
