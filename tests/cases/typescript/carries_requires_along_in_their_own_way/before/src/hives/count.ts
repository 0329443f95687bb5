import { join } from 'path';
import calendar = require('../calendar');
const config = require('../config');
const { sep } = require('path');

export function countWeeks(month: number): number {
  if (!calendar.isOpen(month)) return 0;
  return (config.season.last - config.season.first) * join('a', sep).length;
}

export function firstMonth(): number {
  return config.season.first;
}
