import { sep } from 'path';
import { firstMonth } from '../hives/count';
const { countWeeks } = require('../hives/count');

export const plan = (): string => firstMonth() + sep + countWeeks(5);
