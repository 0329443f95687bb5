'use strict';

/** How many swarms left. */
function countSwarms(swarms) {
  console.log('swarms', swarms);
  return swarms.length;
}

module.exports = { countSwarms };
