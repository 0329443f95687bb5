'use strict';

const SEASONS = ['winter', 'spring', 'summer', 'autumn'];

/** The season that a day lies in. */
function seasonOf(day) {
  return SEASONS[Math.floor(((day.getUTCMonth() + 1) % 12) / 3)];
}

module.exports = { seasonOf };
