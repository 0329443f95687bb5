import type { Frame } from '../hives/frames.js';

/** In kilograms. */
export declare function weigh(frames: Frame[]): number;
