import { sep } from 'path';
import { firstMonth } from '../hives/count';
const { countWeeks } = require('./count-weeks');

export const plan = (): string => firstMonth() + sep + countWeeks(5);
