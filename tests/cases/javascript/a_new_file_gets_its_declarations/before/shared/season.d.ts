export declare const season: number;
