import type { Frame } from '../hives/frames.js';

export declare const season: number;

/** In kilograms. */
export declare function weigh(frames: Frame[]): number;
