const config = require('../config');

export function firstMonth(): number {
  return config.season.first;
}
