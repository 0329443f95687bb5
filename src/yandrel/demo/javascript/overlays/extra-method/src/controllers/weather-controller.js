'use strict';

/** Answers for the weather. */
const weatherController = {
  show: () => ({ sky: 'clear' }),
  forecast: () => ({ sky: 'cloudy' }),
};

module.exports = { weatherController };
