/** Tools. */
export const tool = 1;
