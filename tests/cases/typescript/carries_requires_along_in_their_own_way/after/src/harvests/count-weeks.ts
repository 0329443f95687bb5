import calendar = require('../calendar');
import { join } from 'path';
const config = require('../config');
const { sep } = require('path');

export function countWeeks(month: number): number {
  if (!calendar.isOpen(month)) return 0;
  return (config.season.last - config.season.first) * join('a', sep).length;
}
