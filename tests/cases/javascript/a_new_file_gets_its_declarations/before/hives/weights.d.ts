import type { Frame } from './frames.js';

/** In kilograms. */
export declare function weigh(frames: Frame[]): number;
export declare function lift(): void;
