export declare function lift(): void;
