/** Answers for the weather. */
export const weatherController = {
  show: () => ({ sky: 'clear' }),
  forecast: () => ({ sky: 'cloudy' }),
};
